import { Button } from '@mui/material'
import { useEffect, useRef, useState } from 'react'
import { useRecordFeature, useWalk } from '../../api/queries'
import type { FeatureOffer, GuideView, LeadView, PlantSheet, KeyMove, WalkView } from '../../api/types'
import { ProblemNote } from '../../kit/ProblemNote'
import { TaxonText } from '../../kit/TaxonText'
import { useShortcuts } from '../../kit/useShortcuts'
import { Account } from '../likely/Account'
import { BeginChooser } from './BeginChooser'
import { LeadCard } from './LeadCard'
import { NeitherFits } from './NeitherFits'
import { OfferStrip } from './OfferStrip'
import { featureInput } from '../features/featureInput'
import { percent, some } from '../../kit/format'
import { WalkPath } from './WalkPath'
import kitCss from '../../kit/kit.module.css'
import keyCss from './key.module.css'

interface Props {
  sheet: PlantSheet
  walk: WalkView | null
  /** False while the answer shown is the one before. */
  settled: boolean
  guide: GuideView
  onAccount: (taxon: string) => void
  onSuspect: (taxon: string) => void
  onName: (taxon: string | null) => void
}

/** What stands in the place of a lead where none of them fits. */
const neitherFits = -1

/** The dichotomous key: the path walked, the couplet to answer, and the names it ends at. */
export function KeyPanel({ sheet, walk, settled, guide, onAccount, onSuspect, onName }: Props) {
  const plant = sheet.plant.id
  const walking = useWalk(plant)
  const recording = useRecordFeature(plant)
  const [offers, setOffers] = useState<FeatureOffer[]>([])
  const [refusal, setRefusal] = useState<Error | null>(null)
  const couplet = walk?.current ?? null
  const visit = sheet.visits.at(-1)
  // A press on a choice takes that choice away: the focus goes on to the next step, not back to the top of the page.
  const leads = useRef<HTMLDivElement>(null)
  const at = couplet && `${couplet.at.key} ${couplet.at.couplet}`
  const before = useRef(at)
  useEffect(() => {
    if (before.current !== at && document.activeElement === document.body)
      leads.current?.focus({ preventScroll: true })
    before.current = at
  }, [at])
  const onlyEnd = walk?.ends.length === 1 && walk.open === 0 ? walk.ends[0]?.taxon.id : undefined

  const move = (input: Omit<KeyMove, 'expected'>) =>
    walking.mutate({ ...input, expected: sheet.walkRevision })
  const plain = { key: null, couplet: null, lead: null }
  const neither = () => {
    if (!couplet || !settled || walking.isPending) return
    setOffers([])
    move({ move: 'answer', key: couplet.at.key, couplet: couplet.at.couplet, lead: neitherFits })
  }
  const answer = (lead: LeadView | null) => {
    if (!couplet || !settled || walking.isPending) return
    setOffers(lead ? lead.tests.flatMap((t) => (t.offer ? [t.offer] : [])) : [])
    move({ move: 'answer', key: couplet.at.key, couplet: couplet.at.couplet, lead: lead?.number ?? null })
  }
  const back = () => {
    if (!settled || walking.isPending) return
    setOffers([])
    move({ ...plain, move: 'back' })
  }
  const record = async (chosen: { offer: FeatureOffer; state: string | null }[]) => {
    if (!visit) return
    setOffers([])
    setRefusal(null)
    const refused: FeatureOffer[] = []
    for (const { offer, state } of chosen) {
      await recording
        .mutateAsync({
          visit: visit.id,
          character: offer.character,
          expected: null,
          input: featureInput(
            state === null
              ? { finding: 'rough', rough: offer.rough }
              : { finding: 'states', states: [state] },
          ),
        })
        .catch((error: Error) => {
          refused.push(offer)
          setRefusal(error)
        })
    }
    // What was not recorded is offered once more, beside what a lead chosen meanwhile offers.
    if (refused.length > 0)
      setOffers((now) => [
        ...refused,
        ...now.filter((o) => refused.every((r) => r.character !== o.character)),
      ])
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
      '-': neither,
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
    <section className={keyCss.key} aria-label="Dichotomous key">
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
      <ProblemNote error={walking.error ?? refusal} />
      {offers.length > 0 && visit && (
        <OfferStrip offers={offers} onRecord={(chosen) => void record(chosen)} onSkip={() => setOffers([])} />
      )}
      {couplet && (
        <>
          <div
            ref={leads}
            tabIndex={-1}
            className={keyCss.leads}
            data-couplet={`${couplet.at.key} ${couplet.at.couplet}`}
          >
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
          <div className={keyCss.keyFoot}>
            <Button
              color="inherit"
              variant="outlined"
              onClick={() => answer(null)}
              disabled={walking.isPending}
            >
              Can’t tell: follow both&nbsp;<kbd>0</kbd>
            </Button>
            <Button color="inherit" variant="outlined" onClick={neither} disabled={walking.isPending}>
              Neither fits&nbsp;<kbd>-</kbd>
            </Button>
            <Button
              color="inherit"
              variant="outlined"
              onClick={back}
              disabled={walk.steps.length === 0 || walking.isPending}
            >
              Back&nbsp;<kbd>⌫</kbd>
            </Button>
            <span className={kitCss.soft}>
              {couplet.keyTitle}, step {couplet.at.couplet}
              {walk.open > 1 && ` · ${walk.open} steps open`}
            </span>
          </div>
        </>
      )}
      {walk.neither && (
        <NeitherFits
          neither={walk.neither}
          onAgain={(at) => move({ move: 'reopen', key: at.key, couplet: at.couplet, lead: null })}
          onAccount={onAccount}
          onName={onName}
        />
      )}
      {walk.doubt && (
        <div className={kitCss.caution} role="status">
          Step {walk.doubt.at.couplet} was perhaps mis-answered: the features point to its choice{' '}
          {walk.doubt.other} ({walk.doubt.otherSays}), which leads to{' '}
          {walk.doubt.leadsTo.map((t, i) => (
            <span key={t.id}>
              {i > 0 && ', '}
              <TaxonText name={t.name} family={t.rank === 'family'} />
            </span>
          ))}
          .{' '}
          <Button
            color="inherit"
            variant="outlined"
            onClick={() =>
              walk.doubt &&
              move({ move: 'reopen', key: walk.doubt.at.key, couplet: walk.doubt.at.couplet, lead: null })
            }
          >
            Look at step {walk.doubt.at.couplet} again
          </Button>
        </div>
      )}
      {walk.ends.length > 0 && (
        <div className={keyCss.ends} role="region" aria-label="Names the key arrives at">
          <h3>
            {couplet
              ? 'Arrived at so far'
              : walk.ends.length === 1
                ? 'The key ends at'
                : 'The key ends at several names'}
          </h3>
          {walk.ends.map((e) => (
            <div className={keyCss.end} key={e.taxon.id}>
              <TaxonText name={e.taxon.name} /> <span className={kitCss.soft}>{e.taxon.common}</span>
              <span className={keyCss.endMarks}>
                {some(e.agreeing, 'feature')} {e.agreeing === 1 ? 'agrees' : 'agree'}, {e.conflicting}{' '}
                {e.conflicting === 1 ? 'conflicts' : 'conflict'}
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
          {walk.likely.length > 1 && (
            <p className={kitCss.soft}>
              By the answers alone, mistakes counted in:{' '}
              {walk.likely.map((l, i) => (
                <span key={l.taxon.id}>
                  {i > 0 && ', '}
                  <TaxonText name={l.taxon.name} family={l.taxon.rank === 'family'} /> {percent(l.mass)}
                </span>
              ))}
              .
            </p>
          )}
          {!couplet && (
            <Button color="inherit" onClick={back}>
              Back&nbsp;<kbd>⌫</kbd>
            </Button>
          )}
        </div>
      )}
    </section>
  )
}
