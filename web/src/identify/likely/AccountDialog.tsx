import { Button, Dialog, DialogActions, DialogContent, DialogTitle, Tab, Tabs } from '@mui/material'
import { useSuspicion } from '../../api/queries'
import type { BenchChoices, BenchRequest, GuideView, Organ, PlantSheet } from '../../api/types'
import { MarkSign } from '../../kit/MarkSign'
import { Awaited } from '../../kit/Awaited'
import { ProblemNote } from '../../kit/ProblemNote'
import { TaxonText } from '../../kit/TaxonText'
import { Account } from './Account'
import { Reasons } from './Reasons'
import kitCss from '../../kit/kit.module.css'
import identifyCss from '../identify.module.css'
import likelyCss from './likely.module.css'

/** The ways to look at a name. */
export type NameView = 'account' | 'disproof' | 'reasons'

const views: Record<NameView, string> = {
  account: 'What should be true',
  disproof: 'What would disprove it',
  reasons: 'What speaks for and against it',
}

interface Props {
  sheet: PlantSheet
  /** The plant with what was left out and switched off. */
  plant: BenchRequest
  choices: BenchChoices
  guide: GuideView
  taxon: string
  view: NameView
  onChoices: (choices: BenchChoices) => void
  onChange: (state: { taxon: string; view: NameView } | null) => void
  onName: (taxon: string) => void
  onRecord: (organ: Organ) => void
}

/** A name held against the plant: its account line by line, or what would disprove it. */
export function AccountDialog({
  sheet,
  plant,
  choices,
  guide,
  taxon,
  view,
  onChoices,
  onChange,
  onName,
  onRecord,
}: Props) {
  const name = guide.taxa.find((t) => t.name.id === taxon)
  return (
    <Dialog open onClose={() => onChange(null)} fullWidth maxWidth="md" aria-labelledby="account-title">
      <DialogTitle id="account-title" sx={{ pb: 0 }}>
        <TaxonText name={name?.name.name ?? taxon} family={name?.name.rank === 'family'} />{' '}
        <span className={likelyCss.accountCommon}>{name?.commonNames.join(', ')}</span>
      </DialogTitle>
      <DialogContent>
        <Tabs
          className={identifyCss.tabs}
          aria-label="How to look at this name"
          value={view}
          onChange={(_, next: NameView) => onChange({ taxon, view: next })}
        >
          {(Object.keys(views) as NameView[]).map((v) => (
            <Tab key={v} value={v} label={views[v]} />
          ))}
        </Tabs>
        {view === 'account' && (
          <Account sheet={sheet} taxon={taxon} onOther={(t) => onChange({ taxon: t, view })} />
        )}
        {view === 'disproof' && <Disproofs sheet={sheet} taxon={taxon} onRecord={onRecord} />}
        {view === 'reasons' && (
          <Reasons plant={plant} choices={choices} guide={guide} taxon={taxon} onChoices={onChoices} />
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
  const { data, error } = useSuspicion(sheet.request, taxon)
  if (!data) return error ? <ProblemNote error={error} /> : <Awaited />
  return (
    <div className={likelyCss.account}>
      <p>
        <b>{data.verdict}</b>
      </p>
      <table className={identifyCss.disproofs}>
        <thead>
          <tr>
            <th scope="col">
              <span className={kitCss.sr}>Mark</span>
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
