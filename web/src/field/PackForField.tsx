import { Button, LinearProgress } from '@mui/material'
import { useQueryClient } from '@tanstack/react-query'
import { useState, useSyncExternalStore } from 'react'
import { some } from '../kit/format'
import { installation } from '../offline/installation'
import { lastPacked, pack, type Packing } from './packing'
import kitCss from '../kit/kit.module.css'
import fieldCss from './field.module.css'

const moment = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
})
const megabytes = (bytes: number) => `${(bytes / 1e6).toFixed(1)} MB`

/** One press takes along what a day without a network asks for; beside it stands what was packed, how fresh, and how large. */
export function PackForField() {
  const client = useQueryClient()
  const onDevice = useSyncExternalStore(installation.watch, installation.state) !== 'none'
  const [packed, setPacked] = useState(lastPacked)
  const [packing, setPacking] = useState<Packing | null>(null)
  const [wrong, setWrong] = useState<string | null>(null)
  const press = async () => {
    setWrong(null)
    setPacking({ done: 0, of: 1 })
    try {
      setPacked(await pack(client, setPacking))
    } catch (fault) {
      setWrong(fault instanceof Error ? fault.message : String(fault))
    }
    setPacking(null)
  }
  return (
    <section className={fieldCss.pack} aria-label="For the field">
      <Button variant="outlined" disabled={packing !== null} onClick={() => void press()}>
        {packed ? 'Pack anew for the field' : 'Pack for the field'}
      </Button>
      {packing && (
        <LinearProgress
          variant="determinate"
          value={(100 * packing.done) / packing.of}
          aria-label="Packing"
          className={fieldCss.packing}
        />
      )}
      {packed && !packing && (
        <p className={kitCss.soft}>
          Packed {moment.format(packed.at)}: {some(packed.plants, 'plant')} with their history,{' '}
          {(packed.pictures ?? 0) > 0 && `${some(packed.pictures ?? 0, 'photograph')} in reduced size, `}
          {some(packed.keys, 'key')}, {some(packed.sites, 'site')}, the map and the trips
          {packed.bytes !== null && `; ${megabytes(packed.bytes)} on this device`}.{' '}
          {!packed.lasting && 'The browser may clear it when room runs short: send what waits before that. '}
          Tiles of the map are not packed.
        </p>
      )}
      {!onDevice && (
        <p className={kitCss.soft}>
          Garten itself is still being put on this device, or this browser does not allow it.
        </p>
      )}
      {wrong && (
        <p role="alert" className={kitCss.caution}>
          {wrong}
        </p>
      )}
    </section>
  )
}
