// Measures the main views with Lighthouse, on its desktop and its phone preset, and puts the table into docs/performance.md:
//   node scripts/measure-pages.mjs http://127.0.0.1:5090 ../docs/performance.md [view …]
// The server must serve the demo; each view is loaded anew, with nothing cached, by somebody who is signed in.
import { readFile, writeFile } from 'node:fs/promises'
import process from 'node:process'
import { launch } from 'chrome-launcher'
import lighthouse, { desktopConfig } from 'lighthouse'

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

const browser = await launch({
  chromePath: process.env.CHROME_PATH ?? '/usr/bin/chromium',
  chromeFlags: ['--headless=new', '--no-sandbox', '--disable-gpu'],
})
const rows = []
try {
  for (const [name, path] of Object.entries(views)) {
    if (only.length > 0 && !only.includes(name)) continue
    const row = [name]
    for (const preset of [desktopConfig, undefined]) {
      const { lhr } = await lighthouse(
        address + path,
        {
          port: browser.port,
          onlyCategories: categories,
          extraHeaders: { Cookie: await enter() },
          logLevel: 'error',
        },
        preset,
      )
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
  }
} finally {
  browser.kill()
}

const head = '## The pages'
const text = [
  head,
  '',
  'Each main view of the demo by Lighthouse on its desktop and its phone preset (a slow network and a processor slowed four times, both simulated), loaded with nothing cached: performance, accessibility, best practices out of 100; the largest paint, the time the page was blocked, and how far things moved. Measured by `./garten bench web` with the server, the database and the browser on one machine.',
  '',
  '| view | desktop: perf. | access. | pract. | paint | blocked | moved | phone: perf. | access. | pract. | paint | blocked | moved |',
  `|${' --- |'.repeat(13)}`,
  ...rows.map((r) => `| ${r.join(' | ')} |`),
  '',
].join('\n')
if (report && only.length === 0) {
  const before = await readFile(report, 'utf8')
  const at = before.indexOf(head)
  const next = at < 0 ? -1 : before.indexOf('\n## ', at + 1)
  const kept = at < 0 ? `${before.trimEnd()}\n\n` : before.slice(0, at)
  await writeFile(report, kept + text + (next < 0 ? '' : before.slice(next)))
} else process.stdout.write(text)
