import type { SampleView } from '../../api/types'
import { capital } from '../../kit/format'
import { TaxonText } from '../../kit/TaxonText'
import kitCss from '../../kit/kit.module.css'
import featuresCss from './features.module.css'

const wide = 260
const row = 16

/** A sample in numbers, its parts as dots over what the guide says of the leading names, and how many more to measure. */
export function SampleNote({ sample }: { sample: SampleView }) {
  const rows = sample.against
  const ends = rows.flatMap((r) => [r.least, r.low, r.high, r.most].filter((v) => v !== null))
  const all = [...sample.values, ...ends]
  const [from, to] = [Math.min(...all), Math.max(...all)]
  const room = (to - from) * 0.06 || Math.abs(to) * 0.1 || 1
  const x = (value: number) => ((value - from + room) / (to - from + 2 * room)) * wide
  return (
    <div className={featuresCss.sample} role="group" aria-label="The sample">
      <span aria-live="polite">
        {sample.place && <b>{capital(sample.place)}: </b>}
        {sample.words}
      </span>
      {sample.typingError && <div className={featuresCss.sampleSlip}>{sample.typingError}</div>}
      {rows.length > 0 && (
        <div className={featuresCss.samplePlot}>
          <svg
            viewBox={`0 0 ${wide} ${row * (rows.length + 1)}`}
            width={wide}
            height={row * (rows.length + 1)}
            aria-hidden="true"
          >
            {sample.values.map((v, i) => (
              <circle
                key={i}
                className={featuresCss.sampleDot}
                cx={x(v)}
                cy={row / 2 + ((i % 3) - 1) * 3}
                r="3"
              />
            ))}
            {rows.map((r, i) => {
              const y = row * (i + 1.5)
              const low = r.low ?? r.least ?? from
              const high = r.high ?? r.most ?? to
              return (
                <g key={r.taxon.id}>
                  <path
                    className={featuresCss.sampleExtreme}
                    d={`M${x(r.least ?? low)} ${y}H${x(r.most ?? high)}`}
                  />
                  <path
                    className={featuresCss.sampleUsual}
                    d={`M${x(low)} ${y}H${Math.max(x(high), x(low) + 2)}`}
                  />
                </g>
              )
            })}
          </svg>
          <ul>
            {rows.map((r) => (
              <li key={r.taxon.id}>
                <TaxonText name={r.taxon.name} />
                {r.widened && <span className={kitCss.soft}> widened</span>}
              </li>
            ))}
          </ul>
        </div>
      )}
      {sample.advice && <b>{sample.advice}</b>}
    </div>
  )
}
