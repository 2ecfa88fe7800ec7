import { clsx } from 'clsx'
import { MenuItem, TextField } from '@mui/material'
import { useGuide } from '../../api/queries'
import type { CharacterView, Organ } from '../../api/types'
import { isOrgan, organs } from '../../kit/organs'
import { capital } from '../../kit/format'
import { ViewTitle } from '../../kit/ViewTitle'
import { useGrowing } from '../../kit/useGrowing'
import { Word } from './Word'
import { useAsked } from '../../kit/useAsked'
import kitCss from '../../kit/kit.module.css'
import glossaryCss from './glossary.module.css'

const none: CharacterView[] = []

/** The features each term is used for. */
function usesOf(characters: CharacterView[]) {
  const uses = new Map<string, CharacterView[]>()
  for (const c of characters)
    for (const term of new Set(c.states.map((s) => s.term))) uses.set(term, [...(uses.get(term) ?? []), c])
  return uses
}

/** The words of the keys by organ, searchable: each with plain words, its picture, and the plants that show it. */
export function WordsPage() {
  const guide = useGuide().data
  const [asked, ask] = useAsked('word', 'organ')
  const wanted = asked.word ?? ''
  const organ = isOrgan(asked.organ) ?? ''
  const low = wanted.trim().toLowerCase()
  const uses = usesOf(guide?.characters ?? [])
  const terms = (guide?.terms ?? [])
    .map((term) => ({ term, shown: uses.get(term.id) ?? none }))
    .filter(({ term: t }) => !low || `${t.label} ${t.plain} ${t.definition}`.toLowerCase().includes(low))
    .filter(({ shown }) => !organ || shown.some((c) => c.organ === organ))
    .toSorted((a, b) => a.term.label.localeCompare(b.term.label))
  const { count, end } = useGrowing(terms.length)
  return (
    <main className={glossaryCss.words}>
      <ViewTitle>Glossary</ViewTitle>
      <div className={clsx(kitCss.row, kitCss.noPrint)}>
        <TextField
          label="Find a word"
          type="search"
          value={wanted}
          onChange={(e) => ask({ word: e.target.value })}
        />
        <TextField
          select
          label="Organ"
          value={organ}
          onChange={(e) => ask({ organ: e.target.value })}
          sx={{ minWidth: 170 }}
        >
          <MenuItem value="">All organs</MenuItem>
          {(Object.keys(organs) as Organ[])
            .filter((o) => o !== 'place')
            .map((o) => (
              <MenuItem key={o} value={o}>
                {capital(organs[o])}
              </MenuItem>
            ))}
        </TextField>
      </div>
      <p aria-live="polite">
        {guide &&
          (guide.terms.length > 0
            ? `${terms.length} of ${guide.terms.length} words`
            : 'This guide explains no words of its own.')}
      </p>
      <ul>
        {terms.slice(0, count).map(({ term, shown }) => (
          <Word key={term.id} term={term} shown={shown} />
        ))}
      </ul>
      <div ref={end} />
    </main>
  )
}
