import type { NameSearchResult } from '../../api/types'
import { TaxonLine } from './TaxonLine'
import kitCss from '../../kit/kit.module.css'

interface Props {
  found: NameSearchResult
  text: string
  current?: string
  onOpen: (taxon: string) => void
}

/** The name it was found by, where that is not its own. */
function calledOf({ kind, found, taxon }: NameSearchResult['names'][number]): string {
  switch (kind) {
    case 'accepted':
      return taxon.common
    case 'common':
      return found
    case 'synonym':
      return `older name · ${found}`
    case 'misapplied':
      return `here long called ${found}, which is another species`
  }
}

/** Taxa found by a name, with a warning where a common name means several plants. */
export function FoundNames({ found, text, current, onOpen }: Props) {
  return (
    <div aria-live="polite">
      {found.warning && (
        <p className={kitCss.caution} role="status">
          {found.warning}
        </p>
      )}
      <p className={kitCss.soft}>
        {found.names.length === 0 ? `No name holds “${text}”.` : `${found.names.length} found`}
      </p>
      {found.names.map((f) => (
        <TaxonLine
          key={f.taxon.id}
          name={f.taxon}
          note={[calledOf(f), f.family].filter(Boolean).join(' · ')}
          hazards={f.hazards}
          current={f.taxon.id === current}
          onOpen={onOpen}
        />
      ))}
    </div>
  )
}
