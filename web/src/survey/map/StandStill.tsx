import { Button } from '@mui/material'
import type { StandingPosition } from '../../api/types'
import { some } from '../../kit/format'
import { useStanding } from './useStanding'
import kitCss from '../../kit/kit.module.css'
import mapCss from './map.module.css'

interface Props {
  onTake: (position: StandingPosition) => void
}

/** Averages what the receiver says while one stands still, and tells how sure that is, until one takes it. */
export function StandStill({ onTake }: Props) {
  const { listening, refused, standing, begin, end } = useStanding()
  if (!('geolocation' in navigator)) return null
  if (!listening)
    return (
      <>
        <Button title="Averages the receiver while you stand still: surer under trees" onClick={begin}>
          Stand still
        </Button>
        {refused && (
          <small className={kitCss.caution}>
            The browser may not tell where you are. Allow it for this page.
          </small>
        )}
      </>
    )
  return (
    <div className={mapCss.standing}>
      <small className={kitCss.soft}>
        {standing
          ? `Within ${Math.ceil(standing.uncertaintyM)} m, from ${some(standing.readings, 'reading')}` +
            (standing.leftOut > 0 ? `; ${standing.leftOut} too far off left out` : '')
          : 'Listening to the receiver …'}
      </small>
      <Button
        variant="contained"
        disabled={!standing}
        onClick={() => {
          if (standing) onTake(standing)
          end()
        }}
      >
        Take this place
      </Button>
      <Button onClick={end}>Stop</Button>
    </div>
  )
}
