import { useState } from 'react'
import type { CharacterTiles, CharacterView } from '../../api/types'
import { CharacterTile } from './CharacterTile'
import kitCss from '../../kit/kit.module.css'
import featuresCss from './features.module.css'

interface Props {
  character: CharacterView
  drawn?: CharacterTiles
  /** The states recorded on this visit. */
  chosen: string[]
  busy: boolean
  /** Records these states; none takes back what was recorded. */
  onChoose: (states: string[]) => void
}

/** The states of a character as tiles: one is chosen by a press and taken back by another; a variable plant shows several. */
export function StateTiles({ character: c, drawn, chosen, busy, onChoose }: Props) {
  const [several, setSeveral] = useState(false)
  const toggle = (state: string, also: boolean) => {
    if (chosen.includes(state)) onChoose(chosen.filter((s) => s !== state))
    else onChoose(also ? [...chosen, state] : [state])
  }
  return (
    <>
      {c.states.map((s) => (
        <button
          key={s.id}
          type="button"
          className={featuresCss.state}
          aria-pressed={chosen.includes(s.id)}
          // Not disabled: the focus must not fall to the page while a press is on its way.
          aria-disabled={busy || undefined}
          title="Hold Shift to add a second state of a variable plant"
          onClick={(e) => !busy && toggle(s.id, e.shiftKey || several)}
        >
          <CharacterTile svg={drawn?.tiles.find((t) => t.state === s.id)?.svg} />
          {s.label}
        </button>
      ))}
      {c.states.length > 2 && chosen.length > 0 && (
        <button
          type="button"
          className={kitCss.part}
          aria-pressed={several}
          title="A variable plant shows several: what is pressed next is added"
          onClick={() => setSeveral(!several)}
        >
          {several ? 'adding: done' : '+ another'}
        </button>
      )}
    </>
  )
}
