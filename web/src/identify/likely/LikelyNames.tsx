import { clsx } from 'clsx'
import { Button } from '@mui/material'
import type { BenchAnswer, BenchChoices, Certainty, GuideView, Organ, PlantSheet } from '../../api/types'
import { hazardWords, percent } from '../../kit/format'
import { TaxonPicker } from '../../kit/TaxonPicker'
import { TaxonText } from '../../kit/TaxonText'
import { GradeBox } from './GradeBox'
import { LookNext } from './LookNext'
import { DeterminationSlip } from '../naming/DeterminationSlip'
import { LikelyNamesList } from './LikelyNamesList'
import { WithdrawnNames } from '../naming/TakenOff'
import { VoucherBox } from '../naming/VoucherBox'
import { WhatCounts } from './WhatCounts'
import kitCss from '../../kit/kit.module.css'
import identifyCss from '../identify.module.css'
import likelyCss from './likely.module.css'

interface Props {
  sheet: PlantSheet
  bench: BenchAnswer
  choices: BenchChoices
  guide: GuideView
  busy: boolean
  onChoices: (choices: BenchChoices) => void
  onAccount: (taxon: string) => void
  onSuspect: (taxon: string) => void
  onReasons: (taxon: string) => void
  onLook: (organ: Organ) => void
  onRecord: (character: string, state: string, certainty: Certainty) => void
  onApart: (taxa: string[]) => void
  onName: () => void
}

/** Where the name stands: the names weighed, what to be careful of, what to look at next, and the names given so far. */
export function LikelyNames({
  sheet,
  bench,
  choices,
  guide,
  busy,
  onChoices,
  onAccount,
  onSuspect,
  onReasons,
  onLook,
  onRecord,
  onApart,
  onName,
}: Props) {
  const { walk, cautions, likelyNames } = bench
  const shown = !walk || walk.inPlay.length > 14 ? 2 : 5
  const organOf = (character: string) => guide.characters.find((c) => c.id === character)?.organ
  return (
    <aside className={clsx(identifyCss.likelyNames, likelyCss.likelyNames)} aria-label="Likely names">
      <h2 data-walk="names">
        Likely names{' '}
        <small>
          {likelyNames.features} {likelyNames.features === 1 ? 'feature' : 'features'} weighed
        </small>
      </h2>
      <div className={kitCss.box}>
        {likelyNames.features === 0 && choices.without.length === 0 ? (
          <p className={kitCss.soft}>Record a feature, and the names are weighed.</p>
        ) : (
          <LikelyNamesList bench={bench} onReasons={onReasons} onApart={onApart} />
        )}
        {choices.without.length > 0 && (
          <p className={kitCss.caution} role="status">
            {choices.without.length} switched off to see what hangs on it.{' '}
            <Button color="inherit" onClick={() => onChoices({ ...choices, without: [] })}>
              Count all again
            </Button>
          </p>
        )}
        {bench.secondOpinion && (
          <p className={kitCss.caution} role="status">
            {bench.secondOpinion}
          </p>
        )}
        {walk && !walk.neither && (
          <p className={kitCss.soft}>
            By the key, {walk.inPlay.length === 1 ? 'one name is' : `${walk.inPlay.length} names are`} in
            play.
          </p>
        )}
        {likelyNames.features > 0 && (
          <WhatCounts bench={bench} choices={choices} colony={sheet.colony} onChange={onChoices} />
        )}
      </div>
      {bench.organDoubts.map((d) => (
        <div key={d.character + d.prompt} className={kitCss.caution} role="status">
          <b>
            {d.label}: {d.found}?
          </b>{' '}
          {d.prompt}{' '}
          <Button
            color="inherit"
            onClick={() => {
              const organ = organOf(d.instead ?? d.character)
              if (organ) onLook(organ)
            }}
          >
            Look again
          </Button>
        </div>
      ))}
      {likelyNames.features > 0 && likelyNames.hazards.length > 0 && (
        <div className={kitCss.caution} role="note">
          {bench.harmAllowed === 'look' && <b>Look only, until this is settled. </b>}
          {bench.harmAllowed === 'touch' && (
            <b>Gloves on; crush, pick and cut nothing until this is settled. </b>
          )}
          {likelyNames.hazards.map((h, i) => (
            <span key={h.hazard}>
              {i > 0 && ' '}
              {hazardWords[h.hazard]}: {percent(h.mass)} together
              {h.names.length > 0 && (
                <>
                  {' ('}
                  {h.names.map((n, k) => (
                    <span key={n}>
                      {k > 0 && ', '}
                      <TaxonText name={n} />
                    </span>
                  ))}
                  {')'}
                </>
              )}
              .
            </span>
          ))}
        </div>
      )}
      <LookNext
        bench={bench}
        kit={choices.fieldKit}
        busy={busy}
        onKit={(kit) => onChoices({ ...choices, fieldKit: kit })}
        onLook={onLook}
        onRecord={onRecord}
      />
      {cautions.length > 0 && (
        <>
          <h2>
            Before you touch <small>{walk ? 'from the names in play' : 'what grows in this area'}</small>
          </h2>
          {cautions.slice(0, shown).map((c) => (
            <div key={c.text} className={kitCss.caution}>
              <b>
                {hazardWords[c.hazard]}
                {c.taxa.length > 3 ? ` (${c.taxa.length} names)` : `: ${c.taxa.join(', ')}`}
              </b>{' '}
              {c.text}
            </div>
          ))}
          {cautions.length > shown && (
            <p className={kitCss.soft}>
              and {cautions.length - shown} cautions more; they narrow as the key does.
            </p>
          )}
        </>
      )}
      <h2>
        Name{' '}
        <small>
          {sheet.determinations.length === 0 ? 'none given yet' : `${sheet.determinations.length} given`}
        </small>
      </h2>
      <div className={kitCss.box}>
        {sheet.determinations.map((d, i) => (
          <DeterminationSlip
            key={d.id}
            plant={sheet.plant.id}
            name={d}
            earlier={i > 0}
            onAccount={onAccount}
          />
        ))}
        <WithdrawnNames sheet={sheet} />
        <VoucherBox sheet={sheet} />
        <Button variant="contained" onClick={onName} fullWidth>
          Give a name&nbsp;<kbd>N</kbd>
        </Button>
      </div>
      <GradeBox sheet={sheet} onLook={onLook} />
      <h2>
        I suspect … <small>what would disprove it</small>
      </h2>
      <TaxonPicker
        taxa={guide.taxa.filter((t) => t.name.rank !== 'family')}
        label="A name"
        onPick={(t) => t && onSuspect(t)}
      />
      <p className={kitCss.soft}>
        Local law, the landowner and licensed practice decide what may be picked, cut or dug.
      </p>
    </aside>
  )
}
