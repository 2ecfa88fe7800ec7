import { Button } from '@mui/material'
import { useState } from 'react'
import { useRecordFeature, useWalk } from '../api/queries'
import type { FeatureOffer, GuideView, LeadView, PlantSheet, WalkInput } from '../api/types'
import { ProblemNote } from '../shared/ProblemNote'
import { TaxonText } from '../shared/TaxonText'
import { useShortcuts } from '../shared/useShortcuts'
import { Account } from './Account'
import { BeginChooser } from './BeginChooser'
import { LeadCard } from './LeadCard'
import { OfferStrip } from './OfferStrip'
import { featureInput } from './featureInput'
import { WalkPath } from './WalkPath'

interface Props {
  sheet: PlantSheet
  guide: GuideView
  onAccount: (taxon: string) => void
  onSuspect: (taxon: string) => void
  onName: (taxon: string | null) => void
}

/** The dichotomous key: the path walked, the couplet to answer, and the names it ends at. */
export function KeyPanel({ sheet, guide, onAccount, onSuspect, onName }: Props) {
  const plant = sheet.plant.id
  const walking = useWalk(plant)
  const recording = useRecordFeature(plant)
  const [offers, setOffers] = useState<FeatureOffer[]>([])
  const walk = sheet.bench.walk
  const couplet = walk?.current ?? null
  const visit = sheet.visits.at(-1)
  const onlyEnd = walk?.ends.length === 1 && walk.open === 0 ? walk.ends[0]?.taxon.id : undefined

  const move = (input: Omit<WalkInput, 'expected'>) =>
    walking.mutate({ ...input, expected: sheet.walkRevision })
  const plain = { key: null, couplet: null, lead: null }
  const answer = (lead: LeadView | null) => {
    if (!couplet || walking.isPending) return
    setOffers(lead ? lead.tests.flatMap((t) => (t.offer ? [t.offer] : [])) : [])
    move({ move: 'answer', key: couplet.at.key, couplet: couplet.at.couplet, lead: lead?.number ?? null })
  }
  const back = () => {
    if (walking.isPending) return
    setOffers([])
    move({ ...plain, move: 'back' })
  }
  const record = async (chosen: { offer: FeatureOffer; state: string | null }[]) => {
    if (!visit) return
    setOffers([])
    for (const { offer, state } of chosen) {
      await recording.mutateAsync({
        visit: visit.id,
        character: offer.character,
        expected: null,
        input: featureInput(
          state === null ? { finding: 'rough', rough: offer.rough } : { finding: 'states', states: [state] },
        ),
      })
    }
  }
  const pick = (n: number) => () => {
    const lead = couplet?.leads.find((l) => l.number === n)
    if (lead) answer(lead)
  }
  useShortcuts(
    {
      '1': pick(1),
      '2': pick(2),
      '3': pick(3),
      '0': () => couplet && answer(null),
      Backspace: () => walk && walk.steps.length > 0 && back(),
    },
    walk !== null,
  )

  if (!walk) {
    return (
      <>
        <ProblemNote error={walking.error} />
        <BeginChooser
          guide={guide}
          onSuspect={onSuspect}
          onBegin={(key, at) => move({ move: 'begin', key, couplet: at, lead: null })}
        />
      </>
    )
  }
  return (
    <section className="key" aria-label="Dichotomous key">
      <WalkPath
        walk={walk}
        onReopen={(at) => {
          setOffers([])
          move({ move: 'reopen', key: at.key, couplet: at.couplet, lead: null })
        }}
        onPutAway={() => {
          setOffers([])
          move({ ...plain, move: 'putAway' })
        }}
      />
      <ProblemNote error={walking.error ?? recording.error} />
      {offers.length > 0 && visit && (
        <OfferStrip offers={offers} onRecord={(chosen) => void record(chosen)} onSkip={() => setOffers([])} />
      )}
      {couplet && (
        <>
          <div className="leads" data-couplet={`${couplet.at.key} ${couplet.at.couplet}`}>
            {couplet.leads.map((lead) => (
              <LeadCard
                key={lead.number}
                lead={lead}
                favoured={couplet.favoured === lead.number}
                given={couplet.given === lead.number}
                onChoose={() => answer(lead)}
                onAccount={onAccount}
              />
            ))}
          </div>
          <div className="key-foot">
            <Button
              color="inherit"
              variant="outlined"
              onClick={() => answer(null)}
              disabled={walking.isPending}
            >
              Can’t tell, follow both&nbsp;<kbd>0</kbd>
            </Button>
            <Button color="inherit" onClick={back} disabled={walk.steps.length === 0 || walking.isPending}>
              Back a couplet&nbsp;<kbd>⌫</kbd>
            </Button>
            <span className="soft">
              {couplet.keyTitle}, couplet {couplet.at.couplet}
              {walk.open > 1 && ` · ${walk.open} couplets open`}
            </span>
          </div>
        </>
      )}
      {walk.ends.length > 0 && (
        <div className="ends" role="region" aria-label="Names the key arrives at">
          <h3>
            {couplet
              ? 'Arrived at so far'
              : walk.ends.length === 1
                ? 'The key ends at'
                : 'The key ends at several names'}
          </h3>
          {walk.ends.map((e) => (
            <div className="end" key={e.taxon.id}>
              <TaxonText name={e.taxon.name} /> <span className="soft">{e.taxon.common}</span>
              <span className="end-marks">
                {e.agreeing} features agree, {e.conflicting} conflict
              </span>
              {!onlyEnd && <Button onClick={() => onAccount(e.taxon.id)}>Read its account</Button>}
              <Button variant="contained" onClick={() => onName(e.taxon.id)}>
                Give this name
                {walk.ends.length === 1 && walk.open === 0 && (
                  <>
                    &nbsp;<kbd>N</kbd>
                  </>
                )}
              </Button>
            </div>
          ))}
          {onlyEnd && <Account sheet={sheet} taxon={onlyEnd} onOther={onAccount} />}
          {!couplet && (
            <Button color="inherit" onClick={back}>
              Back a couplet&nbsp;<kbd>⌫</kbd>
            </Button>
          )}
        </div>
      )}
    </section>
  )
}
