import { Button } from '@mui/material'
import { useEffect, useRef } from 'react'
import type { LeadView, WalkView } from '../../api/types'
import { LeadCard } from './LeadCard'
import kitCss from '../../kit/kit.module.css'
import keyCss from './key.module.css'

interface Props {
  walk: WalkView
  couplet: NonNullable<WalkView['current']>
  /** True while an answer is on its way. */
  busy: boolean
  /** Takes a choice; null where it cannot be told and both ways are followed. */
  onAnswer: (lead: LeadView | null) => void
  onNeither: () => void
  onBack: () => void
  onAccount: (taxon: string) => void
}

/** The couplet in hand: its choices side by side, and what else can be said of it. */
export function CoupletLeads({ walk, couplet, busy, onAnswer, onNeither, onBack, onAccount }: Props) {
  // A press on a choice takes that choice away: the focus goes on to the next step, not back to the top of the page.
  const leads = useRef<HTMLDivElement>(null)
  const at = `${couplet.at.key} ${couplet.at.couplet}`
  const before = useRef(at)
  useEffect(() => {
    if (before.current !== at && document.activeElement === document.body)
      leads.current?.focus({ preventScroll: true })
    before.current = at
  }, [at])
  return (
    <>
      <div ref={leads} tabIndex={-1} className={keyCss.leads} data-couplet={at}>
        {couplet.leads.map((lead) => (
          <LeadCard
            key={lead.number}
            lead={lead}
            favoured={couplet.favoured === lead.number}
            given={couplet.given === lead.number}
            onChoose={() => onAnswer(lead)}
            onAccount={onAccount}
          />
        ))}
      </div>
      <div className={keyCss.keyFoot}>
        <Button color="inherit" variant="outlined" onClick={() => onAnswer(null)} disabled={busy}>
          Can’t tell: follow both&nbsp;<kbd>0</kbd>
        </Button>
        <Button color="inherit" variant="outlined" onClick={onNeither} disabled={busy}>
          Neither fits&nbsp;<kbd>-</kbd>
        </Button>
        <Button
          color="inherit"
          variant="outlined"
          onClick={onBack}
          disabled={walk.steps.length === 0 || busy}
        >
          Back&nbsp;<kbd>⌫</kbd>
        </Button>
        <span className={kitCss.soft}>
          {couplet.keyTitle}, step {couplet.at.couplet}
          {walk.open > 1 && ` · ${walk.open} steps open`}
        </span>
      </div>
    </>
  )
}
