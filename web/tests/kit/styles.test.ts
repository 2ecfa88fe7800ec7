import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'

/** The files under src that end so, by path. */
const read = (ends: RegExp) =>
  Object.fromEntries(
    readdirSync('src', { recursive: true, encoding: 'utf8' })
      .filter((f) => ends.test(f) && !f.includes('generated'))
      .map((f) => [`src/${f}`, readFileSync(`src/${f}`, 'utf8')] as const),
  )

const sheets = read(/\.module\.css$/)
const code = read(/\.tsx?$/)

const kebab = (name: string) => name.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`)
const folderOf = (file: string) => file.replace(/\/[^/]*$/, '')

/** The file that an import written in another one means. */
const meant = (from: string, to: string) => {
  const parts = folderOf(from).split('/')
  for (const step of to.split('/'))
    if (step === '..') parts.pop()
    else if (step !== '.') parts.push(step)
  return parts.join('/')
}

/** The classes a sheet describes. */
const classesOf = (sheet: string) =>
  new Set(
    [
      ...sheet
        .replace(/\/\*[\s\S]*?\*\//g, '')
        .replace(/\{[^{}]*\}/g, '{}')
        .replace(/:global\([^)]*\)/g, '')
        .matchAll(/\.(-?[a-z][\w-]*)/gi),
    ].map((m) => m[1] ?? ''),
  )

/** Which classes of which sheet each piece of code names; a name put together stands as its beginning. */
const named = Object.entries(code).flatMap(([file, text]) =>
  [...text.matchAll(/import (\w+Css) from '([^']+\.module\.css)'/g)].flatMap(([, local, to]) => {
    const sheet = meant(file, to ?? '')
    return [
      ...[...text.matchAll(new RegExp(`\\b${local}\\.(\\w+)`, 'g'))].map((m) => ({
        file,
        sheet,
        name: m[1] ?? '',
      })),
      ...[...text.matchAll(new RegExp(`\\b${local}\\[(?:\`([\\w-]*)|\\w)`, 'g'))].map((m) => ({
        file,
        sheet,
        name: `${m[1] ?? ''}*`,
      })),
    ]
  }),
)

describe('the styles', () => {
  it('take nothing out of another sheet, which would come with them once more and out of its order', () => {
    expect(Object.keys(sheets).filter((file) => /composes:[^;]*from/.test(sheets[file] ?? ''))).toEqual([])
  })

  it('have every class that a component names', () => {
    const missing = named.filter(({ sheet, name }) => {
      const classes = classesOf(sheets[sheet] ?? '')
      return !name.endsWith('*') && !classes.has(name) && !classes.has(kebab(name))
    })
    expect(missing).toEqual([])
    expect(named.length).toBeGreaterThan(300)
  })

  it('have no class that nobody names', () => {
    const idle = Object.entries(sheets).flatMap(([sheet, text]) => {
      const here = named.filter((n) => n.sheet === sheet).map((n) => n.name)
      const asked = new Set(here.map(kebab))
      const begun = here.filter((n) => n.endsWith('*')).map((n) => n.slice(0, -1))
      const taken = Object.entries(sheets).flatMap(([other, rules]) =>
        [...rules.matchAll(/composes: ([\w-]+) from '([^']+)'/g)]
          .filter((m) => meant(other, m[2] ?? '') === sheet)
          .map((m) => m[1] ?? ''),
      )
      return [...classesOf(text)]
        .filter((c) => !asked.has(kebab(c)) && !taken.includes(c) && !begun.some((b) => c.startsWith(b)))
        .map((c) => `${sheet}: ${c}`)
    })
    expect(idle).toEqual([])
  })
})
