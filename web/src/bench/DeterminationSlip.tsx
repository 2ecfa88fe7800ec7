import { Button } from '@mui/material'
import { useState } from 'react'
import { useGuide, useSession } from '../api/queries'
import type { DeterminationView } from '../api/types'
import { day } from '../shared/format'
import { TaxonText } from '../shared/TaxonText'
import { ReviewDialog } from './ReviewDialog'
import { ReviewLines } from './ReviewLines'

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
    <div className={`slip${earlier ? ' earlier' : ''}`}>
      {described ? (
        <button type="button" className="slip-name" onClick={() => onAccount(name.taxon)}>
          {slip}
        </button>
      ) : (
        <div className="slip-name">{slip}</div>
      )}
      <ReviewLines reviews={name.reviews} />
      {mayReview && (
        <Button size="small" onClick={() => setReviewing(true)}>
          Review this name
        </Button>
      )}
      {reviewing && <ReviewDialog plant={plant} name={name} onClose={() => setReviewing(false)} />}
    </div>
  )
}
