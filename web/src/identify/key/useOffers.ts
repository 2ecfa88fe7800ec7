import { useState } from 'react'
import { useRecordFeature } from '../../api/queries'
import type { FeatureOffer, LeadView, PlantSheet } from '../../api/types'
import { featureInput } from '../features/featureInput'

/** What a chosen lead says of the plant, offered for recording; what the server refuses is offered once more. */
export function useOffers(sheet: PlantSheet) {
  const recording = useRecordFeature(sheet.plant.id)
  const [offers, setOffers] = useState<FeatureOffer[]>([])
  const [refusal, setRefusal] = useState<Error | null>(null)
  const visit = sheet.visits.at(-1)
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
  return {
    offers: visit ? offers : [],
    refusal,
    record,
    of: (lead: LeadView | null) =>
      setOffers(lead ? lead.tests.flatMap((t) => (t.offer ? [t.offer] : [])) : []),
    clear: () => setOffers([]),
  }
}
