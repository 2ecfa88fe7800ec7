import { screen } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import type { BenchAnswer } from '../../src/api/types'
import { Announcer } from '../../src/identify/Announcer'
import { NamesBar } from '../../src/identify/likely/NamesBar'
import { draw } from '../testing/draw'
import { aName } from '../testing/made'

const answer = (features: number) =>
  ({
    likelyNames: {
      features,
      names: [{ name: aName('a', 'Sambucus racemosa'), mass: 0.93, hazards: ['poisonous'] }],
    },
    lookNext: [{ label: 'Pith colour' }],
    walk: {
      current: {
        at: { key: 'shrubs', couplet: 5 },
        leads: [
          { number: 1, tests: [{ text: 'Pith brown' }] },
          { number: 2, tests: [{ text: 'Pith white' }] },
        ],
      },
      ends: [],
    },
  }) as unknown as BenchAnswer

describe('the bar of a narrow screen', () => {
  it('says the leading name, what must be minded and what to look at next', async () => {
    const pressed = vi.fn()
    const { user } = draw(<NamesBar bench={answer(3)} open={false} onPress={pressed} />)
    const bar = screen.getByRole('button', { expanded: false })
    expect(bar).toHaveTextContent('Sambucus racemosa ▲ poisonous93 %look next: pith colour')
    await user.click(bar)
    expect(pressed).toHaveBeenCalled()
  })

  it('names nothing where nothing was seen', () => {
    draw(<NamesBar bench={answer(0)} open onPress={() => {}} />)
    expect(screen.getByRole('button', { expanded: true })).toHaveTextContent(
      'No likely name yetBack to the question',
    )
  })
})

describe('what is said aloud', () => {
  it('is the leading name and the step, once they stand', () => {
    const { rerender } = draw(<Announcer bench={answer(3)} settling={false} />)
    expect(screen.getByRole('status')).toHaveTextContent(
      'Likely: Sambucus racemosa, 93 %. Step 5: choice 1, Pith brown; choice 2, Pith white.',
    )
    rerender(<Announcer bench={answer(3)} settling />)
    expect(screen.getByRole('status')).toBeEmptyDOMElement()
  })
})
