import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material'
import { useSuspicion } from '../api/queries'
import type { GuideView, Organ, PlantSheet } from '../api/types'
import { MarkSign } from '../shared/MarkSign'
import { ProblemNote } from '../shared/ProblemNote'
import { TaxonText } from '../shared/TaxonText'
import { Account } from './Account'
import { sheetRevision } from './sheetRevision'

interface Props {
  sheet: PlantSheet
  guide: GuideView
  taxon: string
  view: 'account' | 'disproof'
  onChange: (state: { taxon: string; view: 'account' | 'disproof' } | null) => void
  onName: (taxon: string) => void
  onRecord: (organ: Organ) => void
}

/** A name held against the plant: its account line by line, or what would disprove it. */
export function AccountDialog({ sheet, guide, taxon, view, onChange, onName, onRecord }: Props) {
  const name = guide.taxa.find((t) => t.name.id === taxon)
  return (
    <Dialog open onClose={() => onChange(null)} fullWidth maxWidth="md" aria-labelledby="account-title">
      <DialogTitle id="account-title" sx={{ pb: 0 }}>
        <TaxonText name={name?.name.name ?? taxon} family={name?.name.rank === 'family'} />{' '}
        <span className="account-common">{name?.commonNames.join(', ')}</span>
      </DialogTitle>
      <DialogContent>
        <div className="tabs" role="tablist" aria-label="How to look at this name">
          <button
            type="button"
            role="tab"
            aria-selected={view === 'account'}
            onClick={() => onChange({ taxon, view: 'account' })}
          >
            What should be true
          </button>
          <button
            type="button"
            role="tab"
            aria-selected={view === 'disproof'}
            onClick={() => onChange({ taxon, view: 'disproof' })}
          >
            What would disprove it
          </button>
        </div>
        {view === 'account' ? (
          <Account sheet={sheet} taxon={taxon} onOther={(t) => onChange({ taxon: t, view })} />
        ) : (
          <Disproofs sheet={sheet} taxon={taxon} onRecord={onRecord} />
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={() => onChange(null)}>Close</Button>
        <Button variant="contained" onClick={() => onName(taxon)}>
          Give this name …
        </Button>
      </DialogActions>
    </Dialog>
  )
}

function Disproofs({
  sheet,
  taxon,
  onRecord,
}: {
  sheet: PlantSheet
  taxon: string
  onRecord: (organ: Organ) => void
}) {
  const { data, error } = useSuspicion(sheet.plant.id, taxon, sheetRevision(sheet))
  if (!data) return <ProblemNote error={error} />
  return (
    <div className="account">
      <p>
        <b>{data.verdict}</b>
      </p>
      <table className="disproofs">
        <thead>
          <tr>
            <th scope="col">
              <span className="sr">Mark</span>
            </th>
            <th scope="col">It should be</th>
            <th scope="col">It would be disproved by</th>
            <th scope="col">Parts it from</th>
            <td />
          </tr>
        </thead>
        <tbody>
          {data.disproofs.map((d) => (
            <tr key={d.character}>
              <td>
                <MarkSign marking={d.marking} />
              </td>
              <td>
                <b>{d.label}:</b> {d.expected}
                {d.marking.because && <small> ({d.marking.because})</small>}
              </td>
              <td>{d.disprovedBy}</td>
              <td>
                {d.parted} of {d.compared}
              </td>
              <td>
                {d.marking.mark === 'notSeen' && (
                  <Button size="small" onClick={() => onRecord(d.organ)}>
                    Look
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}
