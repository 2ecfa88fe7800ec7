import { Alert } from '@mui/material'
import { useAccount } from '../../api/queries'
import type { Organ, PlantSheet, SpeciesAccount } from '../../api/types'
import { capital, hazardWords } from '../../kit/format'
import { MarkSign } from '../../kit/MarkSign'
import { ProblemNote } from '../../kit/ProblemNote'
import { span } from '../../kit/seasons'
import { TaxonText } from '../../kit/TaxonText'
import { organs } from '../../kit/organs'
import { SeeOne } from './SeeOne'
import kitCss from '../../kit/kit.module.css'
import likelyCss from './likely.module.css'

const phases = {
  leaf: 'In leaf',
  flower: 'In flower',
  fruit: 'In fruit',
  leafColour: 'Leaves colour',
} as const

function Status({ account }: { account: SpeciesAccount }) {
  const status = { unknown: '', native: 'native here', introduced: 'introduced here' }[account.status]
  const common = { unknown: '', common: 'common', occasional: 'met now and then', rare: 'rare' }[
    account.commonness
  ]
  return (
    <p className={kitCss.soft}>
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

/** What should be true of the plant if it is this taxon: each line held against the plant, its place and the dates. */
export function Account({
  sheet,
  taxon,
  onOther,
}: {
  sheet: PlantSheet
  taxon: string
  onOther: (taxon: string) => void
}) {
  const { data: account, error } = useAccount(sheet.request, taxon)
  if (!account) return <ProblemNote error={error} />
  return (
    <div className={likelyCss.account}>
      <Status account={account} />
      {account.alerts.map((a) => (
        <Alert key={a} severity="warning" variant="outlined" sx={{ mb: 0.5, py: 0 }}>
          {a}
        </Alert>
      ))}
      {account.cautions.map((c) => (
        <div key={c.text} className={kitCss.caution}>
          {c.text}
        </div>
      ))}
      {account.lookAlikes.length > 0 && (
        <>
          <h3>Easily taken for</h3>
          {account.lookAlikes.map((l) => (
            <p key={l.other.id} className={likelyCss.alike}>
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
                <button type="button" className={kitCss.link} onClick={() => onOther(l.other.id)}>
                  <TaxonText name={l.other.name} />
                </button>
                : {l.text}{' '}
                {l.ruledOut ? (
                  <b>Ruled out.</b>
                ) : (
                  <b>Not ruled out: look at {l.characterLabel.toLowerCase()}.</b>
                )}
                {l.hazards.length > 0 && (
                  <i> {capital(l.hazards.map((h) => hazardWords[h].toLowerCase()).join(', '))}.</i>
                )}
              </span>
            </p>
          ))}
        </>
      )}
      <SeeOne plant={sheet.plant.id} taxon={taxon} />
      <h3>Season at this height</h3>
      <div className={likelyCss.accountLines}>
        {account.seasons.map((s) => (
          <div key={s.phase} className={likelyCss.accountLine}>
            <MarkSign marking={s.marking} />
            <span>
              {phases[s.phase]}: {span(s)}
              {s.marking.because && <small> ({s.marking.because})</small>}
            </span>
          </div>
        ))}
        {account.seasons.length === 0 && <span className={kitCss.soft}>The guide says nothing.</span>}
      </div>
      {(Object.keys(organs) as Organ[]).map((organ) => {
        const lines = account.lines.filter((l) => l.organ === organ)
        return lines.length === 0 ? null : (
          <div key={organ}>
            <h3>{capital(organs[organ])}</h3>
            <div className={likelyCss.accountLines}>
              {lines.map((l) => (
                <div key={l.character} className={likelyCss.accountLine}>
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
