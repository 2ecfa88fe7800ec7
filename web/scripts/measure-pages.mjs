// Measures the main views with Lighthouse, on its desktop and its phone preset, and puts the table into docs/performance.md:
//   node scripts/measure-pages.mjs http://127.0.0.1:5090 ../docs/performance.md [view …]
// The server must serve the demo; each view is loaded anew, with nothing cached, by somebody who is signed in.
import { readFile, writeFile } from 'node:fs/promises'
import process from 'node:process'
import { launch } from 'chrome-launcher'
import lighthouse, { defaultConfig, desktopConfig } from 'lighthouse'

const [address, report, ...only] = process.argv.slice(2)
const views = {
  Today: '/today',
  'Identify, a key': '/identify/TF-031',
  'Identify, features': '/identify/TF-031?do=features',
  'Survey, the map': '/survey',
  'Survey, plants': '/survey?what=plants',
  'Survey, figures': '/survey?what=statistics',
  Guide: '/guide',
  'Guide, an account': '/guide/acer-circinatum',
  'Guide, a key': '/keys/woody-in-leaf',
  'Tell apart': '/apart',
  Glossary: '/glossary',
  Practice: '/practice',
}
const categories = ['performance', 'accessibility', 'best-practices']

/** The cookie of somebody of the demo. */
async function enter() {
  const session = await (await fetch(`${address}/api/session`)).json()
  const person = session.demoEntries.find((e) => e.name === 'R. Ostrow')
  const entered = await fetch(`${address}/api/session`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ person: person.id }),
  })
  return entered.headers.getSetCookie()[0].split(';')[0]
}

/** How often each page is measured on each preset: the middle one of its scores counts, since a machine has moods. */
const times = 3

/**
 * The index of the desktop that the phone preset means when it slows a processor four times: the middle of the range its
 * makers call a fast desktop. A slower machine is slowed by less, so that the phone it stands for is the same one.
 */
const desktopIndex = 1750
const slowdownOn = (index) => Math.min(4, Math.max(1, Math.round((40 * index) / desktopIndex) / 10))

const browser = await launch({
  chromePath: process.env.CHROME_PATH ?? '/usr/bin/chromium',
  chromeFlags: ['--headless=new', '--no-sandbox', '--disable-gpu'],
})

/** A page measured once, as somebody who has come in and sees the page for the first time. */
async function measure(path, config) {
  const flags = {
    port: browser.port,
    onlyCategories: categories,
    extraHeaders: { Cookie: await enter() },
    logLevel: 'error',
  }
  for (;;) {
    const { lhr } = await lighthouse(address + path, flags, config)
    // Now and then the browser paints nothing it would tell of; that says nothing of the page.
    if (!lhr.runtimeError) return lhr
    process.stderr.write(`${path}: ${lhr.runtimeError.message}\n`)
  }
}

/** The run with the middle score of several. */
async function middle(path, config) {
  const runs = []
  for (let n = 0; n < times; n++) runs.push(await measure(path, config))
  return runs.toSorted((a, b) => a.categories.performance.score - b.categories.performance.score)[
    Math.floor(times / 2)
  ]
}

const rows = []
let slowdown
const indices = []

const head = '## The pages'
const text = () =>
  [
    head,
    '',
    `Each main view of the demo by Lighthouse on its desktop and its phone preset, loaded with nothing cached by somebody at a first visit: performance, accessibility, best practices out of 100; the largest paint, the time the page was blocked, and how far things moved; of ${times} runs the one with the middle score. Measured by \`./garten bench web\` with the server, the database and the browser on one machine, whose processor index was ${Math.round(Math.min(...indices))} to ${Math.round(Math.max(...indices))} meanwhile. The phone preset slows the network (1.6 Mbit/s, 150 ms) and the processor, here ${slowdown} times: four times is meant of a desktop with the index ${desktopIndex}.`,
    '',
    '| view | desktop: perf. | access. | pract. | paint | blocked | moved | phone: perf. | access. | pract. | paint | blocked | moved |',
    `|${' --- |'.repeat(13)}`,
    ...rows.map((r) => `| ${r.join(' | ')} |`),
    '',
  ].join('\n')

/** Puts what is measured by now into the report, so that a run that is broken off has said something. */
async function write() {
  if (!report || only.length > 0) return
  const before = await readFile(report, 'utf8')
  const at = before.indexOf(head)
  const next = at < 0 ? -1 : before.indexOf('\n## ', at + 1)
  const kept = at < 0 ? `${before.trimEnd()}\n\n` : before.slice(0, at)
  await writeFile(report, kept + text() + (next < 0 ? '' : before.slice(next)))
}

try {
  slowdown = slowdownOn((await middle('/practice', desktopConfig)).environment.benchmarkIndex)
  const phoneConfig = {
    ...defaultConfig,
    settings: {
      ...defaultConfig.settings,
      throttling: { rttMs: 150, throughputKbps: 1638.4, cpuSlowdownMultiplier: slowdown },
    },
  }
  for (const [name, path] of Object.entries(views)) {
    if (only.length > 0 && !only.includes(name)) continue
    const row = [name]
    for (const config of [desktopConfig, phoneConfig]) {
      const lhr = await middle(path, config)
      indices.push(lhr.environment.benchmarkIndex)
      row.push(
        ...categories.map((c) => Math.round(100 * lhr.categories[c].score)),
        `${(lhr.audits['largest-contentful-paint'].numericValue / 1000).toFixed(1)} s`,
        `${Math.round(lhr.audits['total-blocking-time'].numericValue)} ms`,
        lhr.audits['cumulative-layout-shift'].numericValue.toFixed(2),
      )
      for (const c of categories.slice(1))
        for (const { id } of lhr.categories[c].auditRefs)
          if (lhr.audits[id].score === 0) process.stderr.write(`${name}: ${c}: ${lhr.audits[id].title}\n`)
    }
    process.stderr.write(`${row.join(' | ')}\n`)
    rows.push(row)
    await write()
  }
} finally {
  browser.kill()
}
if (!report || only.length > 0) process.stdout.write(text())
