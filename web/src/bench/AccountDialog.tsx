import { Alert, Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material'
import { useAccount, useSuspicion } from '../api/queries'
import type { GuideView, Organ, PlantSheet, SpeciesAccount } from '../api/types'
import { capital } from '../shared/format'
import { MarkSign } from '../shared/MarkSign'
import { ProblemNote } from '../shared/ProblemNote'
import { TaxonText } from '../shared/TaxonText'
import { organs } from './organs'
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

const phases = {
  leaf: 'In leaf',
  flower: 'In flower',
  fruit: 'In fruit',
  leafColour: 'Leaves colour',
} as const
const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']

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

function Standing({ account }: { account: SpeciesAccount }) {
  const status = { unknown: '', native: 'native here', introduced: 'introduced here' }[account.status]
  const common = { unknown: '', common: 'common', occasional: 'met now and then', rare: 'rare' }[
    account.commonness
  ]
  return (
    <p className="soft">
      {[
        account.author,
        account.family,
        status,
        common,
        account.protection && `protected: ${account.protection}`,
      ]
        .filter(Boolean)
        .join(' · ')}
    </p>
  )
}

function Account({
  sheet,
  taxon,
  onOther,
}: {
  sheet: PlantSheet
  taxon: string
  onOther: (taxon: string) => void
}) {
  const { data: account, error } = useAccount(sheet.plant.id, taxon, sheetRevision(sheet))
  if (!account) return <ProblemNote error={error} />
  return (
    <div className="account">
      <Standing account={account} />
      {account.alerts.map((a) => (
        <Alert key={a} severity="warning" variant="outlined" sx={{ mb: 0.5, py: 0 }}>
          {a}
        </Alert>
      ))}
      {account.cautions.map((c) => (
        <div key={c.text} className="caution">
          {c.text}
        </div>
      ))}
      {account.lookAlikes.length > 0 && (
        <>
          <h3>Easily taken for</h3>
          {account.lookAlikes.map((l) => (
            <p key={l.other.id} className="alike">
              <MarkSign
                marking={{
                  mark: l.ruledOut ? 'agrees' : 'notSeen',
                  weak: false,
                  because: l.ruledOut
                    ? 'ruled out by what was recorded'
                    : `look at: ${l.characterLabel.toLowerCase()}`,
                }}
              />
              <span>
                <button type="button" className="link" onClick={() => onOther(l.other.id)}>
                  <TaxonText name={l.other.name} />
                </button>
                : {l.text}{' '}
                {l.ruledOut ? (
                  <b>Ruled out.</b>
                ) : (
                  <b>Not ruled out: look at {l.characterLabel.toLowerCase()}.</b>
                )}
                {l.hazards.length > 0 && <i> {capital(l.hazards.join(', '))}.</i>}
              </span>
            </p>
          ))}
        </>
      )}
      <h3>Season at this height</h3>
      <div className="account-lines">
        {account.seasons.map((s) => (
          <div key={s.phase} className="account-line">
            <MarkSign marking={s.marking} />
            <span>
              {phases[s.phase]}: {s.from.day} {months[s.from.month - 1]} to {s.to.day}{' '}
              {months[s.to.month - 1]}
              {s.marking.because && <small> ({s.marking.because})</small>}
            </span>
          </div>
        ))}
        {account.seasons.length === 0 && <span className="soft">The guide says nothing.</span>}
      </div>
      {(Object.keys(organs) as Organ[]).map((organ) => {
        const lines = account.lines.filter((l) => l.organ === organ)
        return lines.length === 0 ? null : (
          <div key={organ}>
            <h3>{capital(organs[organ])}</h3>
            <div className="account-lines">
              {lines.map((l) => (
                <div key={l.character} className="account-line">
                  <MarkSign marking={l.marking} />
                  <span>
                    {l.label}: {l.expected}
                    {l.marking.because && <small> ({l.marking.because})</small>}
                  </span>
                </div>
              ))}
            </div>
          </div>
        )
      })}
    </div>
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
