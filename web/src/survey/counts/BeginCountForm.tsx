import { clsx } from 'clsx'
import { Button, MenuItem, TextField } from '@mui/material'
import { useState } from 'react'
import { useSearchParams } from 'react-router'
import { useSession, useSites } from '../../api/queries'
import type { Protocol, SheetContent } from '../../api/types'
import { ProblemNote } from '../../kit/ProblemNote'
import { useBeginCount } from './countQueries'
import { protocolOrder, protocols } from './protocols'
import { SheetFields } from './SheetFields'
import { newId } from '../../api/newId'
import kitCss from '../../kit/kit.module.css'
import surveyCss from '../survey.module.css'
import countsCss from './counts.module.css'

/** Begins a count: where, when, how, and the checks before setting out. */
export function BeginCountForm({ onBegun }: { onBegun: (sheet: string) => void }) {
  const sites = useSites().data ?? []
  const asked = useSearchParams()[0].get('site')
  const today = useSession().data?.today ?? ''
  const begin = useBeginCount()
  const [id] = useState(newId)
  const [safe, setSafe] = useState(false)
  const [typed, setTyped] = useState<Partial<SheetContent>>({})
  const sheet: SheetContent = {
    site: sites.find((s) => s.id === asked)?.id ?? sites[0]?.id ?? '',
    date: today,
    protocol: 'walkThrough',
    plots: 1,
    plotAreaM2: null,
    lengthM: null,
    started: null,
    ended: null,
    companions: '',
    weather: '',
    note: '',
    ...typed,
  }
  const set = (part: Partial<SheetContent>) => setTyped({ ...typed, ...part })
  return (
    <form
      className={clsx(kitCss.box, surveyCss.box, countsCss.countForm)}
      aria-label="A new count"
      onSubmit={(e) => {
        e.preventDefault()
        begin.mutate({ id, content: sheet, safe }, { onSuccess: (view) => onBegun(view.sheet.id) })
      }}
    >
      <h2>A new count</h2>
      <div className={clsx(kitCss.row, countsCss.row)}>
        <TextField
          select
          label="Site"
          value={sheet.site}
          onChange={(e) => set({ site: e.target.value })}
          sx={{ minWidth: 170 }}
        >
          {sites.map((s) => (
            <MenuItem key={s.id} value={s.id}>
              {s.name}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          type="date"
          label="On"
          value={sheet.date}
          onChange={(e) => set({ date: e.target.value })}
          slotProps={{ inputLabel: { shrink: true } }}
        />
        <TextField
          select
          label="How"
          value={sheet.protocol}
          onChange={(e) => set({ protocol: e.target.value as Protocol })}
          sx={{ minWidth: 180 }}
          helperText={protocols[sheet.protocol].hint}
        >
          {protocolOrder.map((p) => (
            <MenuItem key={p} value={p}>
              {protocols[p].label}
            </MenuItem>
          ))}
        </TextField>
      </div>
      <SheetFields sheet={sheet} onChange={set} />
      <label className={countsCss.countSafe}>
        <input type="checkbox" checked={safe} onChange={(e) => setSafe(e.target.checked)} /> Somebody knows
        where we go and when we are back; weather, water, slope, dead wood and leave of the landowner are
        thought of.
      </label>
      <ProblemNote error={begin.error} />
      <Button type="submit" variant="contained" disabled={begin.isPending || !sheet.date || !sheet.site}>
        Begin
      </Button>
    </form>
  )
}
