import { Button } from '@mui/material'
import { useEffect, useState, useSyncExternalStore } from 'react'
import { useQueryClient } from '@tanstack/react-query'
import { useGuide, usePlants } from '../api/queries'
import { clockWords, some } from '../kit/format'
import { said } from '../kit/said'
import { ViewTitle } from '../kit/ViewTitle'
import { clock } from '../offline/clock'
import { installation } from '../offline/installation'
import { kept } from '../offline/keptAnswers'
import { outbox, sendLeft } from '../offline/outbox'
import { AtRisk } from './AtRisk'
import { KeepScreenOn } from './KeepScreenOn'
import { PackForField } from './PackForField'
import { WipeDevice } from './WipeDevice'
import { WaitingLine } from './WaitingLine'
import { fromFile, toFile } from './waitingFile'
import { saveFile } from '../kit/saveFile'
import kitCss from '../kit/kit.module.css'
import fieldCss from './field.module.css'

const save = (content: Blob) =>
  saveFile(content, `garten-waiting-${new Date().toISOString().slice(0, 10)}.json`)

/** Every change that lies on this device and not yet on the server: in words, with what became of it. */
export function WaitingPage() {
  const all = useSyncExternalStore(outbox.watch, outbox.all)
  const away = useSyncExternalStore(kept.watch, kept.away) !== null
  const installed = useSyncExternalStore(installation.watch, installation.state)
  const ahead = useSyncExternalStore(clock.watch, clock.ahead)
  const client = useQueryClient()
  const plants = usePlants().data
  const guide = useGuide().data
  const [busy, setBusy] = useState(false)
  const [wrong, setWrong] = useState<string | null>(null)
  useEffect(() => void outbox.look(), [])
  const send = async () => {
    setBusy(true)
    const { sent, left } = await sendLeft()
    if (sent > 0) await client.invalidateQueries()
    said.say({
      text: left
        ? 'Not all could be sent: Garten is not reached, asks you to come in first, or another page is at it'
        : `${some(sent, 'change')} sent`,
    })
    setBusy(false)
  }
  const bringIn = async (file: File | undefined) => {
    setWrong(null)
    if (!file) return
    try {
      const count = await outbox.bringIn(fromFile(await file.text()))
      said.say({
        text: count === 0 ? 'All of these are here already' : `${some(count, 'change')} brought in`,
      })
    } catch (fault) {
      setWrong(fault instanceof Error ? fault.message : String(fault))
    }
  }
  return (
    <main className={kitCss.plainPage}>
      <ViewTitle>On this device</ViewTitle>
      <p className={kitCss.soft}>
        {installed === 'none'
          ? 'Garten is not yet on this device: keep this page open until it is.'
          : 'Garten is on this device and opens without a network.'}
      </p>
      {ahead !== 0 && <p className={kitCss.caution}>{clockWords(ahead)}</p>}
      <PackForField />
      <KeepScreenOn />
      <h2>Waiting to be sent</h2>
      <p className={kitCss.soft}>
        What you record lies here until the server has it, also when the page is closed.
      </p>
      <AtRisk changes={all} />
      {all.length === 0 ? (
        <p>Nothing waits: all that was recorded on this device is on the server.</p>
      ) : (
        <ul className={fieldCss.waiting}>
          {all.map((c) => (
            <WaitingLine key={c.id} change={c} plants={plants} guide={guide} away={away} />
          ))}
        </ul>
      )}
      <div className={kitCss.row}>
        <Button variant="contained" disabled={busy || all.length === 0} onClick={() => void send()}>
          Send now
        </Button>
        <Button disabled={all.length === 0} onClick={() => void toFile(all).then(save)}>
          Save as a file
        </Button>
        <Button component="label">
          Bring in a file
          <input
            type="file"
            accept=".json,application/json"
            hidden
            onChange={(e) => {
              void bringIn(e.target.files?.[0])
              e.target.value = ''
            }}
          />
        </Button>
        <WipeDevice own={all.length} onSave={() => void toFile(all).then(save)} />
      </div>
      {wrong && (
        <p role="alert" className={kitCss.caution}>
          {wrong}
        </p>
      )}
    </main>
  )
}
