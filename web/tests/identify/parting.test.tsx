import { screen } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import { CompareDialog } from '../../src/identify/plant/CompareDialog'
import { DeletedVisits } from '../../src/identify/naming/TakenOff'
import { VisitBelongs } from '../../src/identify/visits/VisitBelongs'
import { draw } from '../testing/draw'
import { aPlantTag, aSheet } from '../testing/made'
import { type Asked, serve } from '../testing/server'

const sheet = aSheet()
const visit = sheet.visits[0]
const other = aPlantTag({ id: 'other', tag: 'TF-099', name: 'Rosa nutkana' })
const names = { 'POST /api/bench/names': {} }

describe('a visit', () => {
  it('is deleted with a reason, or moved to the plant it was made to', async () => {
    if (!visit) throw new Error('the sheet has a visit')
    const asked: unknown[] = []
    const keep = ({ body }: Asked) => {
      asked.push(body)
      return sheet
    }
    serve({
      'GET /api/plants': [aPlantTag(), other],
      [`POST /api/plants/7/visits/${visit.id}/move`]: keep,
      [`POST /api/plants/7/visits/${visit.id}/removal`]: keep,
      ...names,
    })
    const { user } = draw(<VisitBelongs sheet={sheet} visit={visit} onDone={() => asked.push('done')} />)
    await user.click(screen.getByRole('combobox', { name: 'It was another plant' }))
    await user.click(await screen.findByRole('option', { name: 'TF-099 · Rosa nutkana' }))
    expect(asked).toEqual([{ to: 'other' }, 'done'])
    await user.click(screen.getByRole('button', { name: 'Delete this visit …' }))
    await user.type(screen.getByRole('textbox', { name: 'Why' }), 'no visit')
    await user.click(screen.getByRole('button', { name: 'Delete it' }))
    expect(asked.slice(2)).toEqual([{ reason: 'no visit' }, 'done'])
  })

  it('that was deleted comes back', async () => {
    const asked: unknown[] = []
    serve({
      'GET /api/plants/7/taken-off': {
        names: [],
        visits: [{ id: 'v', date: '2026-05-01', recorder: 'M. Falk', features: 3 }],
      },
      'POST /api/plants/7/visits/v/return': () => {
        asked.push('back')
        return sheet
      },
      ...names,
    })
    const { user } = draw(<DeletedVisits sheet={sheet} />)
    await user.click(await screen.findByText('1 visit deleted'))
    await user.click(screen.getByRole('button', { name: 'Bring it back' }))
    expect(asked).toEqual(['back'])
  })
})

it('two plants that are one are merged from where they are compared', async () => {
  const asked: unknown[] = []
  serve({
    'GET /api/plants/other/request': sheet.request,
    'POST /api/bench/compare': { verdict: 'They may be one.', same: 0.5, name: null, features: [] },
    'POST /api/plants/7/merge': ({ body }: Asked) => {
      asked.push(body)
      return sheet
    },
    ...names,
  })
  const { user } = draw(
    <CompareDialog sheet={sheet} plants={[aPlantTag(), other]} onClose={() => asked.push('closed')} />,
  )
  // The list stands open as soon as the dialog does.
  await user.click(await screen.findByRole('option', { name: 'TF-099 · Rosa nutkana' }))
  await user.click(screen.getByRole('button', { name: 'They are one plant …' }))
  await user.type(screen.getByRole('textbox', { name: 'Why' }), 'one root')
  await user.click(screen.getByRole('button', { name: /^Merge TF-099 into/ }))
  expect(asked).toEqual([{ other: 'other', reason: 'one root' }, 'closed'])
})
