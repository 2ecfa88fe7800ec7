import { useWalk } from '../../api/queries'
import type { CoupletRef, GuideView, KeyMove, LeadView, PlantSheet, WalkView } from '../../api/types'
import { ProblemNote } from '../../kit/ProblemNote'
import { useShortcuts } from '../../kit/useShortcuts'
import { BeginChooser } from './BeginChooser'
import { CoupletLeads } from './CoupletLeads'
import { KeyEnds } from './KeyEnds'
import { NeitherFits } from './NeitherFits'
import { OfferStrip } from './OfferStrip'
import { useOffers } from './useOffers'
import { WalkDoubt } from './WalkDoubt'
import { WalkPath } from './WalkPath'
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
  const walking = useWalk(sheet.plant.id)
  const offered = useOffers(sheet)
  const couplet = walk?.current ?? null

  const move = (input: Omit<KeyMove, 'expected'>) =>
    walking.mutate({ ...input, expected: sheet.walkRevision })
  const plain = { key: null, couplet: null, lead: null }
  const still = () => settled && !walking.isPending
  const say = (lead: number | null) =>
    couplet && move({ move: 'answer', key: couplet.at.key, couplet: couplet.at.couplet, lead })
  const neither = () => {
    if (!couplet || !still()) return
    offered.clear()
    say(neitherFits)
  }
  const answer = (lead: LeadView | null) => {
    if (!couplet || !still()) return
    offered.of(lead)
    say(lead?.number ?? null)
  }
  const back = () => {
    if (!still()) return
    offered.clear()
    move({ ...plain, move: 'back' })
  }
  const reopen = (at: CoupletRef) => move({ move: 'reopen', key: at.key, couplet: at.couplet, lead: null })
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
          offered.clear()
          reopen(at)
        }}
        onPutAway={() => {
          offered.clear()
          move({ ...plain, move: 'putAway' })
        }}
      />
      <ProblemNote error={walking.error ?? offered.refusal} />
      {offered.offers.length > 0 && (
        <OfferStrip
          offers={offered.offers}
          onRecord={(chosen) => void offered.record(chosen)}
          onSkip={offered.clear}
        />
      )}
      {couplet && (
        <CoupletLeads
          walk={walk}
          couplet={couplet}
          busy={walking.isPending}
          onAnswer={answer}
          onNeither={neither}
          onBack={back}
          onAccount={onAccount}
        />
      )}
      {walk.neither && (
        <NeitherFits neither={walk.neither} onAgain={reopen} onAccount={onAccount} onName={onName} />
      )}
      {walk.doubt && <WalkDoubt doubt={walk.doubt} onReopen={reopen} />}
      {walk.ends.length > 0 && (
        <KeyEnds sheet={sheet} walk={walk} onAccount={onAccount} onName={onName} onBack={back} />
      )}
    </section>
  )
}
