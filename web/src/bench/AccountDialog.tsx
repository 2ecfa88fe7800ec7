import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material'
import { useGrounds, useSuspicion } from '../api/queries'
import type { GuideView, Organ, PlantSheet } from '../api/types'
import { MarkSign } from '../shared/MarkSign'
import { ProblemNote } from '../shared/ProblemNote'
import { TaxonText } from '../shared/TaxonText'
import { Account } from './Account'
import { sheetRevision } from './sheetRevision'

/** The ways to look at a name. */
export type NameView = 'account' | 'disproof' | 'grounds'

const views: Record<NameView, string> = {
  account: 'What should be true',
  disproof: 'What would disprove it',
  grounds: 'What speaks for and against it',
}

interface Props {
  sheet: PlantSheet
  guide: GuideView
  taxon: string
  view: NameView
  onChange: (state: { taxon: string; view: NameView } | null) => void
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
          {(Object.keys(views) as NameView[]).map((v) => (
            <button
              key={v}
              type="button"
              role="tab"
              aria-selected={view === v}
              onClick={() => onChange({ taxon, view: v })}
            >
              {views[v]}
            </button>
          ))}
        </div>
        {view === 'account' && (
          <Account sheet={sheet} taxon={taxon} onOther={(t) => onChange({ taxon: t, view })} />
        )}
        {view === 'disproof' && <Disproofs sheet={sheet} taxon={taxon} onRecord={onRecord} />}
        {view === 'grounds' && <Grounds sheet={sheet} taxon={taxon} />}
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

// Pushes beyond this many bits fill the whole bar.
const fullBits = 5

function Grounds({ sheet, taxon }: { sheet: PlantSheet; taxon: string }) {
  const { data, error } = useGrounds(sheet.plant.id, taxon, sheetRevision(sheet))
  if (!data) return <ProblemNote error={error} />
  if (data.length === 0) return <p className="soft">Nothing recorded weighs for or against this name yet.</p>
  return (
    <table className="disproofs">
      <thead>
        <tr>
          <th scope="col">Recorded</th>
          <th scope="col">Push</th>
          <th scope="col">Bits</th>
          <th scope="col">Fits</th>
        </tr>
      </thead>
      <tbody>
        {data.map((g) => (
          <tr key={g.character}>
            <td>
              <b>{g.label}:</b> {g.found}
            </td>
            <td>
              <svg className="push" viewBox="-50 0 100 12" aria-hidden="true">
                <path d="M0 0V12" stroke="var(--ink)" />
                <rect
                  x={g.bits < 0 ? Math.max(g.bits / fullBits, -1) * 48 : 0}
                  y="2"
                  width={Math.min(Math.abs(g.bits) / fullBits, 1) * 48}
                  height="8"
                  fill={g.bits < 0 ? 'var(--rust)' : 'var(--moss)'}
                />
              </svg>{' '}
              {g.inWords}
            </td>
            <td>{g.bits.toFixed(1)}</td>
            <td>{g.fitting} names</td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}
