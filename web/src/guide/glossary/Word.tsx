import { clsx } from 'clsx'
import { useState } from 'react'
import { Link } from 'react-router'
import { useShowing } from '../../api/queries'
import type { CharacterView, GlossaryTerm } from '../../api/types'
import { StateTile } from '../../kit/StateTile'
import { TaxonText } from '../../kit/TaxonText'
import kitCss from '../../kit/kit.module.css'
import glossaryCss from './glossary.module.css'

interface Props {
  term: GlossaryTerm
  /** The characters one of whose states it explains. */
  shown: CharacterView[]
}

/** One word of the glossary with its picture; the plants that show it are asked for when it is opened. */
export function Word({ term: t, shown }: Props) {
  const [open, setOpen] = useState(false)
  const character = shown[0]
  const state = character?.states.find((s) => s.term === t.id)
  const plants = useShowing(
    open && character && state ? { character: character.id, state: state.id } : null,
  ).data
  return (
    <li className={glossaryCss.word}>
      <div>{character && state && <StateTile character={character.id} state={state.id} />}</div>
      <div>
        <b>{t.label}</b> <span className={kitCss.soft}>{t.plain}</span>
        <p>
          {t.definition}{' '}
          {shown.length > 0 && (
            <small>Used for: {shown.map((c) => c.label.toLowerCase()).join(', ')}. </small>
          )}
          {state && (
            <button
              type="button"
              className={clsx(kitCss.link, kitCss.noPrint)}
              aria-expanded={open}
              onClick={() => setOpen(!open)}
            >
              {open ? 'Close' : 'Which plants?'}
            </button>
          )}
          {plants && open && (
            <small className={glossaryCss.wordPlants}>
              {plants.map((p) => (
                <Link key={p.taxon.id} to={`/guide/${p.taxon.id}`}>
                  <TaxonText name={p.taxon.name} />
                </Link>
              ))}
              {plants.length === 0 && 'The guide describes none.'}
            </small>
          )}
        </p>
      </div>
    </li>
  )
}
