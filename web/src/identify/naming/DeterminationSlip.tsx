import { Button } from '@mui/material'
import { useState } from 'react'
import { useGuide, useSession } from '../../api/queries'
import type { DeterminationView } from '../../api/types'
import { day } from '../../kit/format'
import { TaxonText } from '../../kit/TaxonText'
import { useWithdrawName } from './partingQueries'
import { ReasonForm } from './ReasonForm'
import { ReviewDialog } from './ReviewDialog'
import { ReviewLines } from './ReviewLines'
import namingCss from './naming.module.css'

interface Props {
  plant: string
  name: DeterminationView
  /** True when a later name was given. */
  earlier: boolean
  onAccount: (taxon: string) => void
}

/** A name as its slip lies on the sheet, with what others said of it. */
export function DeterminationSlip({ plant, name, earlier, onAccount }: Props) {
  const session = useSession().data
  const [reviewing, setReviewing] = useState(false)
  const [withdrawing, setWithdrawing] = useState(false)
  const withdraw = useWithdrawName(plant)
  const mayReview = !earlier && session?.mayReview && session.person?.name !== name.person
  // Of a name in words there is nothing to read.
  const described = useGuide().data?.taxa.some((t) => t.name.id === name.taxon)
  const slip = (
    <>
      <TaxonText name={name.fullName} />
      <small>
        {name.person}, {day(name.date)}
        {name.remarks && ` · ${name.remarks}`}
      </small>
    </>
  )
  return (
    <div className={`${namingCss.slip}${earlier ? ` ${namingCss.earlier}` : ''}`}>
      {described ? (
        <button type="button" className={namingCss.slipName} onClick={() => onAccount(name.taxon)}>
          {slip}
        </button>
      ) : (
        <div className={namingCss.slipName}>{slip}</div>
      )}
      <ReviewLines reviews={name.reviews} />
      {mayReview && (
        <Button size="small" onClick={() => setReviewing(true)}>
          Review this name
        </Button>
      )}
      {withdrawing ? (
        <ReasonForm
          does="Withdraw it"
          means="It stands with its reason among the names withdrawn, and counts no more."
          needed
          busy={withdraw.isPending}
          error={withdraw.error}
          onDo={(reason) =>
            withdraw.mutate(
              { name: name.id, reason, back: false },
              { onSuccess: () => setWithdrawing(false) },
            )
          }
          onLeave={() => setWithdrawing(false)}
        />
      ) : (
        <Button size="small" onClick={() => setWithdrawing(true)}>
          Withdraw …
        </Button>
      )}
      {reviewing && <ReviewDialog plant={plant} name={name} onClose={() => setReviewing(false)} />}
    </div>
  )
}
