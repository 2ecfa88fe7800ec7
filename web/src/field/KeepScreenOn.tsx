import { FormControlLabel, Switch } from '@mui/material'
import { useSyncExternalStore } from 'react'
import { screenAwake } from '../offline/screenAwake'
import kitCss from '../kit/kit.module.css'

/** Lets a person ask that the screen stays on while they look at a plant. */
export function KeepScreenOn() {
  const wanted = useSyncExternalStore(screenAwake.watch, screenAwake.wanted)
  const failed = useSyncExternalStore(screenAwake.watch, screenAwake.failed)
  if (!screenAwake.possible()) return null
  return (
    <FormControlLabel
      control={<Switch checked={wanted} onChange={(_, on) => void screenAwake.want(on)} />}
      label={
        <>
          Keep the screen on while Garten is open{' '}
          <small className={kitCss.soft}>
            {failed
              ? 'The browser does not allow it just now: perhaps the battery is low.'
              : 'It takes more of the battery.'}
          </small>
        </>
      }
    />
  )
}
