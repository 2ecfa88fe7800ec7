import { clsx } from 'clsx'
import { Button } from '@mui/material'
import { useSession } from '../../api/queries'
import type { PlaceView } from '../../api/types'
import { History } from '../../kit/History'
import { ProblemNote } from '../../kit/ProblemNote'
import { kinds } from './kinds'
import { useTakePlaceAway } from './mapQueries'
import kitCss from '../../kit/kit.module.css'
import mapCss from './map.module.css'

interface Props {
  place: PlaceView
  onBack: () => void
  onRedraw: () => void
  onAway: () => void
}

/** A place chosen on the map. */
export function PlacePanel({ place, onBack, onRedraw, onAway }: Props) {
  const mayRecord = useSession().data?.mayRecord
  const away = useTakePlaceAway()
  return (
    <>
      <Button onClick={onBack}>All places</Button>
      <h1>{place.name}</h1>
      <p>
        {kinds[place.kind].label}
        {place.size && `, ${place.size}`}. {place.note}
      </p>
      <p className={kitCss.soft}>Drawn by {place.person}.</p>
      <ProblemNote error={away.error} />
      <History kind="place" id={place.id} />
      {mayRecord && (
        <div className={clsx(kitCss.row, mapCss.row)}>
          <Button variant="outlined" onClick={onRedraw}>
            Change it
          </Button>
          <Button color="inherit" onClick={() => away.mutate(place.id, { onSuccess: onAway })}>
            Take it away
          </Button>
        </div>
      )}
    </>
  )
}
