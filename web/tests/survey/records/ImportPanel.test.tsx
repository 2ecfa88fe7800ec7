import { screen, waitFor, within } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import type { ImportView } from '../../../src/api/types'
import { draw } from '../../testing/draw'
import { type Asked, Lines, Says, serve } from '../../testing/server'
import { ImportPanel } from '../../../src/survey/records/ImportPanel'

const none = { plants: 0, visits: 0, features: 0, names: 0, pictures: 0, details: 0 }

const aView = (part: Partial<ImportView> = {}): ImportView => ({
  columns: [
    { header: 'when', holds: 'date', first: ['2026-05-14', '2026-05-15'] },
    { header: 'what', holds: 'name', first: ['acemac'] },
    { header: 'remark', holds: null, first: [] },
  ],
  rows: 3,
  faults: [],
  faultCount: 0,
  merged: 0,
  change: { sheets: 1, lines: 3, known: 0, differing: [], people: [], sites: [], plants: none },
  left: [],
  unlisted: [],
  kept: false,
  ...part,
})

const answered = (view: ImportView) => new Lines([{ share: 0.5 }, { answer: view }])

function open(answer: unknown) {
  const server = serve({ 'POST /api/import': answer })
  const drawn = draw(<ImportPanel />)
  const choose = (name = 'list.csv') =>
    drawn.user.upload(
      drawn.container.querySelector('input[type=file]') as HTMLInputElement,
      new File(['when,what\n'], name, { type: '' }),
    )
  const asked = () => server.asked.map((a) => Object.fromEntries(new URL(a.path, 'http://x').searchParams))
  return { ...drawn, server, choose, asked }
}

describe('a table', () => {
  it('is looked through before anything is kept', async () => {
    const { user, choose, asked } = open(({ path }: Asked) =>
      answered(aView({ kept: path.includes('keep=true') })),
    )
    await choose()
    expect(await screen.findByText(/^3 rows: it would bring 3 records on 1 new count\./)).toBeVisible()
    expect(asked()).toEqual([{ file: 'list.csv', keep: 'false' }])
    await user.click(screen.getByRole('button', { name: 'Keep these records' }))
    expect(await screen.findByText(/^3 rows: brought in were 3 records on 1 new count\./)).toBeVisible()
    expect(asked()[1]).toEqual({ file: 'list.csv', keep: 'true', columns: 'date,name,' })
    expect(screen.queryByRole('button', { name: 'Keep these records' })).toBeNull()
  })

  it('has its columns matched by hand, each thing held by one column', async () => {
    const { user, choose, asked } = open(answered(aView()))
    await choose()
    await user.click(await screen.findByRole('combobox', { name: 'remark' }))
    await user.click(screen.getByRole('option', { name: 'the plant' }))
    await waitFor(() => expect(asked()).toHaveLength(2))
    expect(asked()[1]).toEqual({ file: 'list.csv', keep: 'false', columns: 'date,,name' })
    await user.click(await screen.findByRole('combobox', { name: 'when' }))
    await user.click(screen.getByRole('option', { name: 'is left out' }))
    await waitFor(() => expect(asked().at(-1)?.columns).toBe(',name,'))
  })

  it('with faults is not kept, and every fault says where it is', async () => {
    const { choose } = open(
      answered(
        aView({
          change: null,
          faultCount: 30,
          faults: [
            { file: '', line: 2, column: 'when', says: '“soon” is no day.' },
            { file: 'event.txt', line: 0, column: '', says: 'A column is missing.' },
          ],
        }),
      ),
    )
    await choose()
    expect(
      await screen.findByText('3 rows. Nothing can be kept while 30 faults stand in the way.'),
    ).toBeVisible()
    const faults = within(screen.getByRole('alert'))
    expect(faults.getAllByRole('listitem').map((l) => l.textContent)).toEqual([
      'Line 2, when: “soon” is no day.',
      'event.txt: A column is missing.',
    ])
    expect(screen.getByRole('alert')).toHaveTextContent('and 28 more.')
    expect(screen.getByRole('button', { name: 'Keep these records' })).toBeDisabled()
  })

  it('of which nothing is new has nothing to keep', async () => {
    const change = { sheets: 0, lines: 0, known: 3, differing: [2], people: [], sites: [], plants: none }
    const { choose } = open(answered(aView({ change })))
    await choose()
    expect(await screen.findByText(/^3 rows\. Nothing in them is new here/)).toBeVisible()
    expect(
      screen.getByText(/In 1 line the number differs from the one here, which stays: line 2\./),
    ).toBeVisible()
    expect(screen.getByRole('button', { name: 'Keep these records' })).toBeDisabled()
  })

  it('can be stopped, and then nothing is kept and nothing is complained of', async () => {
    const { user, choose } = open(
      (asked: Asked) =>
        new Promise((_, reject) =>
          asked.signal.addEventListener('abort', () => reject(new DOMException('stopped', 'AbortError'))),
        ),
    )
    await choose()
    await user.click(await screen.findByRole('button', { name: 'Stop; nothing is kept' }))
    await waitFor(() => expect(screen.queryByRole('progressbar')).toBeNull())
    expect(screen.queryByRole('alert')).toBeNull()
  })

  it.each([
    [new Says(413, { detail: 'A table may have 100 MB.' }), 'A table may have 100 MB.'],
    [new Lines([{ share: 0.2 }]), 'The line to Garten broke off'],
    [
      new Lines([{ share: 0.2 }, { problem: { status: 400, detail: 'It is no table.', field: 'file' } }]),
      'It is no table.',
    ],
  ])('that cannot be taken says why', async (answer, says) => {
    const { choose } = open(answer)
    await choose()
    expect(await screen.findByRole('alert')).toHaveTextContent(says)
    expect(screen.queryByRole('progressbar')).toBeNull()
  })
})

describe('an archive', () => {
  it('says what of followed plants it brings', async () => {
    const { user, choose, asked } = open(({ path }: Asked) =>
      answered(
        aView({
          columns: [],
          rows: 508,
          kept: path.includes('keep=true'),
          left: ['Two rows are left out.'],
          change: {
            sheets: 0,
            lines: 0,
            known: 1,
            differing: [],
            people: ['V. Marchetti'],
            sites: ['Fen'],
            plants: { plants: 1, visits: 2, features: 30, names: 1, pictures: 1, details: 4 },
          },
        }),
      ),
    )
    await choose('survey.zip')
    const says = await screen.findByText(/^508 rows/)
    expect(says).toHaveTextContent(
      '1 followed plant, 2 visits to them, 30 features, 1 photograph and 1 name would be added. ' +
        '4 details of their care and study would be added: landmarks, threats, reviews, walks of keys and the like. ' +
        '1 record is here already. New sites: Fen. New names: V. Marchetti.',
    )
    expect(screen.getByText('Two rows are left out.')).toBeVisible()
    expect(screen.queryByRole('combobox')).toBeNull()
    await user.click(screen.getByRole('button', { name: 'Keep these records' }))
    await waitFor(() => expect(asked().at(-1)).toEqual({ file: 'survey.zip', keep: 'true' }))
  })
})
