import type { GuideView } from '../../api/types'
import { TaxonLine } from './TaxonLine'
import namesCss from './names.module.css'

interface Props {
  guide: GuideView
  current?: string
  onOpen: (taxon: string) => void
}

/** The families in order, each opening its genera and species. */
export function ByKinship({ guide, current, onOpen }: Props) {
  const families = guide.taxa
    .filter((t) => t.name.rank === 'family')
    .toSorted((a, b) => a.name.name.localeCompare(b.name.name))
  const home = guide.taxa.find((t) => t.name.id === current)?.family
  return (
    <div className={namesCss.guideTree}>
      {families.map((f) => {
        const members = guide.taxa
          .filter((t) => t.family === f.name.name && t.name.id !== f.name.id)
          .toSorted((a, b) => a.name.name.localeCompare(b.name.name))
        return (
          <details key={f.name.id} open={f.name.name === home}>
            <summary>
              {f.name.name} <small>{[f.name.common, members.length].filter(Boolean).join(' · ')}</small>
            </summary>
            <TaxonLine
              name={f.name}
              note="what all of them share"
              current={f.name.id === current}
              onOpen={onOpen}
            />
            {members.map((t) => (
              <TaxonLine
                key={t.name.id}
                name={t.name}
                note={t.name.rank === 'species' ? t.name.common : t.name.rank}
                hazards={t.hazards}
                current={t.name.id === current}
                onOpen={onOpen}
              />
            ))}
          </details>
        )
      })}
    </div>
  )
}
