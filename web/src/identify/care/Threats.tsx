import { Button, MenuItem, TextField } from '@mui/material'
import { useState } from 'react'
import type { Threat, ThreatContent } from '../../api/types'
import { day, sentence } from '../../kit/format'
import { ProblemNote } from '../../kit/ProblemNote'
import { useThreat } from './careQueries'
import kitCss from '../../kit/kit.module.css'

const kinds = ['mowing', 'trampling', 'browsing', 'felling', 'digging', 'flooding', 'other'] as const

interface Props {
  plant: string
  threats: Threat[]
  today: string
}

/** What threatens the plant, who was told, and what came of it. */
export function Threats({ plant, threats, today }: Props) {
  const [open, setOpen] = useState<string | 'new' | null>(null)
  const blank: ThreatContent = {
    kind: 'mowing',
    note: '',
    seenOn: today,
    told: '',
    toldOn: null,
    outcome: '',
    settledOn: null,
  }
  return (
    <section aria-label="Threats">
      <h3>Threats</h3>
      <ul>
        {threats.map((t) =>
          open === t.id ? (
            <li key={t.id}>
              <ThreatForm
                plant={plant}
                of={t}
                before={t.content}
                today={today}
                onDone={() => setOpen(null)}
              />
            </li>
          ) : (
            <li key={t.id}>
              <b>{t.content.kind}</b>, seen {day(t.content.seenOn)} by {t.person}. {sentence(t.content.note)}{' '}
              {t.content.toldOn
                ? `Told ${t.content.told} on ${day(t.content.toldOn)}. `
                : 'Nobody told yet. '}
              {t.content.settledOn
                ? `Settled ${day(t.content.settledOn)}: ${t.content.outcome}`
                : t.content.outcome}{' '}
              <Button size="small" onClick={() => setOpen(t.id)}>
                {t.content.settledOn ? 'Change' : 'Told, or settled …'}
              </Button>
            </li>
          ),
        )}
      </ul>
      {open === 'new' ? (
        <ThreatForm plant={plant} of={null} before={blank} today={today} onDone={() => setOpen(null)} />
      ) : (
        <Button variant="outlined" onClick={() => setOpen('new')}>
          Note a threat
        </Button>
      )}
    </section>
  )
}

function ThreatForm(props: {
  plant: string
  of: Threat | null
  before: ThreatContent
  today: string
  onDone: () => void
}) {
  const { plant, of, before, today, onDone } = props
  const keeping = useThreat(plant, of)
  const [threat, setThreat] = useState(before)
  const set = (part: Partial<ThreatContent>) => setThreat({ ...threat, ...part })
  return (
    <form
      aria-label="A threat"
      onSubmit={(e) => {
        e.preventDefault()
        keeping.mutate(threat, { onSuccess: onDone })
      }}
    >
      <ProblemNote error={keeping.error} />
      <div className={kitCss.row}>
        <TextField
          select
          label="What"
          value={threat.kind}
          onChange={(e) => set({ kind: e.target.value as ThreatContent['kind'] })}
          sx={{ minWidth: 120 }}
        >
          {kinds.map((k) => (
            <MenuItem key={k} value={k}>
              {k}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          type="date"
          label="Seen on"
          value={threat.seenOn}
          onChange={(e) => set({ seenOn: e.target.value })}
        />
        <TextField
          label="More about it"
          value={threat.note}
          onChange={(e) => set({ note: e.target.value })}
        />
        <TextField
          label="Who was told"
          value={threat.told}
          onChange={(e) =>
            set({ told: e.target.value, toldOn: e.target.value.trim() ? (threat.toldOn ?? today) : null })
          }
        />
        {threat.toldOn && (
          <TextField
            type="date"
            label="Told on"
            value={threat.toldOn}
            onChange={(e) => set({ toldOn: e.target.value || null })}
          />
        )}
        <TextField
          label="What came of it"
          value={threat.outcome}
          onChange={(e) => set({ outcome: e.target.value })}
        />
        <label>
          <input
            type="checkbox"
            checked={threat.settledOn !== null}
            onChange={(e) => set({ settledOn: e.target.checked ? today : null })}
          />{' '}
          settled
        </label>
      </div>
      <div className={kitCss.row}>
        <Button type="submit" variant="contained" disabled={keeping.isPending}>
          Keep
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </div>
    </form>
  )
}
