import type { NameSearchResult } from '../api/types'
import { TaxonLine } from './TaxonLine'

const kinds = { accepted: '', synonym: 'older name', common: '' } as const

interface Props {
  found: NameSearchResult
  text: string
  current?: string
  onOpen: (taxon: string) => void
}

/** Taxa found by a name, with a warning where a common name means several plants. */
export function FoundNames({ found, text, current, onOpen }: Props) {
  return (
    <div aria-live="polite">
      {found.warning && (
        <p className="caution" role="status">
          {found.warning}
        </p>
      )}
      <p className="soft">
        {found.names.length === 0 ? `No name holds “${text}”.` : `${found.names.length} found`}
      </p>
      {found.names.map((f) => (
        <TaxonLine
          key={f.taxon.id}
          name={f.taxon}
          note={[kinds[f.kind], f.kind === 'accepted' ? f.taxon.common : f.found, f.family]
            .filter(Boolean)
            .join(' · ')}
          hazards={f.hazards}
          current={f.taxon.id === current}
          onOpen={onOpen}
        />
      ))}
    </div>
  )
}
