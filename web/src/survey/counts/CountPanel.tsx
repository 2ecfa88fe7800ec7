import { clsx } from 'clsx'
import { Button, MenuItem, TextField } from '@mui/material'
import { useState } from 'react'
import type { CountLineView } from '../../api/types'
import { day } from '../../kit/format'
import { History } from '../../kit/History'
import { Awaited } from '../../kit/Awaited'
import { said } from '../../kit/said'
import { ProblemNote } from '../../kit/ProblemNote'
import { TaxonText } from '../../kit/TaxonText'
import { useEntry } from '../../kit/useEntry'
import { CountEffort } from './CountEffort'
import { CountLine } from './CountLine'
import { LineEntry } from './LineEntry'
import { useCount, useRemoveCount, useTakeAway } from './countQueries'
import { protocols } from './protocols'
import { WatchedTable } from './WatchedTable'
import kitCss from '../../kit/kit.module.css'
import surveyCss from '../survey.module.css'
import countsCss from './counts.module.css'

/** One count: quick entry at the top, its lines below, and what was seen on the visit before. */
export function CountPanel({ id, onGone }: { id: string; onGone: () => void }) {
  const remove = useRemoveCount()
  const { data, error } = useCount(id)
  const [plot, setPlot] = useState(1)
  const entry = useEntry(`count/${id}`)
  const [taken, setTaken] = useState<CountLineView | null>(null)
  const away = useTakeAway(id)
  if (!data) return error ? <ProblemNote error={error} /> : <Awaited />
  const { sheet, lines, hasPlots, seenBefore, before } = data
  const shown = hasPlots ? lines.filter((l) => l.line.plot === plot) : lines
  return (
    <section aria-label="The count">
      <h2>
        {protocols[sheet.content.protocol].label}, {sheet.siteName}, {day(sheet.content.date)}
      </h2>
      <CountEffort
        key={sheet.id}
        id={id}
        content={sheet.content}
        recorder={sheet.recorder}
        place={sheet.placeName ?? ''}
        revision={sheet.revision ?? 0}
      />
      <div className={clsx(kitCss.row, countsCss.row, kitCss.noPrint)}>
        <History kind="count" id={id} />
        <Button
          size="small"
          color="secondary"
          disabled={remove.isPending}
          title="With its lines; it can be brought back below the list"
          onClick={() =>
            remove.mutate(
              { sheet: id, back: false },
              {
                onSuccess: () => {
                  said.say({
                    text: 'The count was deleted',
                    undo: () => remove.mutate({ sheet: id, back: true }),
                  })
                  onGone()
                },
              },
            )
          }
        >
          Delete this count
        </Button>
        <ProblemNote error={remove.error} />
      </div>
      {hasPlots && (
        <div className={clsx(kitCss.row, countsCss.row, kitCss.noPrint)} role="group" aria-label="Plot">
          <TextField
            select
            label="Plot"
            value={plot}
            onChange={(e) => setPlot(Number(e.target.value))}
            sx={{ minWidth: 80 }}
          >
            {Array.from({ length: sheet.content.plots }, (_, i) => (
              <MenuItem key={i} value={i + 1}>
                {i + 1}
              </MenuItem>
            ))}
          </TextField>
          <Button disabled={plot >= sheet.content.plots} onClick={() => setPlot(plot + 1)}>
            Next plot
          </Button>
        </div>
      )}
      <LineEntry view={data} plot={plot} entry={entry} />
      {taken && (
        <p role="status">
          {taken.fullName} was taken away.{' '}
          <Button
            size="small"
            onClick={() =>
              away.mutate({ line: taken.line.id, back: true }, { onSuccess: () => setTaken(null) })
            }
          >
            Put it back
          </Button>
        </p>
      )}
      <ProblemNote error={away.error} />
      {data.partial && (
        <p className={kitCss.soft}>Sensitive species that others counted are not shown to you.</p>
      )}
      {shown.length === 0 ? (
        <p className={kitCss.soft}>Nothing entered yet{hasPlots && ' in this plot'}.</p>
      ) : (
        <table className={clsx(surveyCss.countTable, countsCss.countLines)}>
          <thead>
            <tr>
              <th>Name</th>
              <th>Number</th>
              <th>Counted in</th>
              <th>Grows</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {shown.map((l) => (
              <CountLine
                sheet={id}
                key={l.line.id}
                of={l}
                onAway={() => away.mutate({ line: l.line.id, back: false }, { onSuccess: () => setTaken(l) })}
              />
            ))}
          </tbody>
        </table>
      )}
      {sheet.content.protocol === 'phenologyWatch' && <WatchedTable sheet={id} />}
      {before && seenBefore.length > 0 && (
        <div className={kitCss.noPrint}>
          <h3>Seen on {day(before)}, not yet today</h3>
          <p className={countsCss.countBefore}>
            {seenBefore.map((s) => (
              <Button
                key={s.taxon.id}
                size="small"
                variant="outlined"
                onClick={() => entry.setText(`${s.text} `)}
              >
                <TaxonText name={s.taxon.name} />
              </Button>
            ))}
          </p>
        </div>
      )}
    </section>
  )
}
