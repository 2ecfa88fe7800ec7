import type { GuideView } from '../../api/types'
import { TaxonLine } from './TaxonLine'
import namesCss from './names.module.css'

interface Props {
  guide: GuideView
  current?: string
  onOpen: (taxon: string) => void
}

/** The families in order, or the genera where the guide names no family, each opening what stands in it. */
export function ByKinship({ guide, current, onOpen }: Props) {
  const tops = guide.taxa
    .filter((t) => t.top === t.name.id)
    .toSorted((a, b) => a.name.name.localeCompare(b.name.name))
  const home = guide.taxa.find((t) => t.name.id === current)?.top
  return (
    <div className={namesCss.guideTree}>
      {tops.map((f) => {
        const members = guide.taxa
          .filter((t) => t.top === f.name.id && t.name.id !== f.name.id)
          .toSorted((a, b) => a.name.name.localeCompare(b.name.name))
        return (
          <details key={f.name.id} open={f.name.id === home}>
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
