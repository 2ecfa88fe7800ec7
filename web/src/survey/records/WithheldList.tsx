import type { CoarseRecord } from '../../api/types'
import { TaxonText } from '../../kit/TaxonText'
import kitCss from '../../kit/kit.module.css'
import recordsCss from './records.module.css'

const degrees = (value: number, letters: string) =>
  `${Math.abs(value).toFixed(2)}° ${letters[value < 0 ? 1 : 0]}`

/** What is told of sensitive finds to those who may not know the places. */
export function WithheldList({ records }: { records: CoarseRecord[] }) {
  if (records.length === 0) return null
  return (
    <section className={recordsCss.recordsWithheld} aria-labelledby="withheld">
      <h2 id="withheld">Sensitive species, told coarsely</h2>
      <ul>
        {records.map((r) => (
          <li key={`${r.taxon.id} ${r.year} ${r.place?.latitude} ${r.place?.longitude}`}>
            <TaxonText name={r.taxon.name} />, {r.year}: {r.records} {r.records === 1 ? 'record' : 'records'}
            {r.place &&
              `, somewhere within ${(r.place.uncertaintyM / 1000).toFixed(1)} km of ${degrees(r.place.latitude, 'NS')} ${degrees(r.place.longitude, 'EW')}`}
          </li>
        ))}
      </ul>
      <p className={kitCss.soft}>
        Exact places, days and people are known to the survey. Administrators decide whom they are told.
      </p>
    </section>
  )
}
