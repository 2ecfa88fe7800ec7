import { Button, TextField } from '@mui/material'
import { useState } from 'react'
import { Link } from 'react-router'
import { useSession } from '../../api/queries'
import type { GeoPoint, MapPlant, PlantTag } from '../../api/types'
import { ProblemNote } from '../../kit/ProblemNote'
import { TaxonText } from '../../kit/TaxonText'
import { useSayPosition } from './mapQueries'
import { PositionField } from './PositionField'
import kitCss from '../../kit/kit.module.css'
import mapCss from './map.module.css'

interface Props {
  plant: PlantTag
  /** Where it stands; undefined while nobody said. */
  where: MapPlant | undefined
  /** Set while its place is being pointed at. */
  pointing?: { at: GeoPoint | null }
  onBack: () => void
  onPoint: (at: GeoPoint | null) => void
}

/** A plant chosen on the map: what it is, where it stands, and how to say so better. */
export function PlantPanel({ plant, where, pointing, onBack, onPoint }: Props) {
  const mayRecord = useSession().data?.mayRecord
  const say = useSayPosition()
  const [radius, setRadius] = useState('5')
  const [typed, setTyped] = useState<{ at: GeoPoint; text: string } | null>(null)
  const metres = Number(radius)
  const at = pointing?.at
  return (
    <>
      <Button onClick={onBack}>{pointing ? 'Back' : 'All places'}</Button>
      <h1>
        <Link to={`/identify/${plant.id}`}>{plant.tag}</Link>
      </h1>
      <p>
        {plant.name && <TaxonText name={plant.name} />} {plant.description}
      </p>
      {where && (
        <p>
          {where.own ? (
            <>
              {where.written}
              <br />
              {where.at.latitude.toFixed(5)}, {where.at.longitude.toFixed(5)}, within {where.uncertaintyM} m
              {where.typed && `, from “${where.typed}”`}
            </>
          ) : (
            `Somewhere at ${plant.site}, within ${where.uncertaintyM} m: nobody said where yet.`
          )}
        </p>
      )}
      {where?.sensitive && (
        <p className={kitCss.caution}>Sensitive: its place is shown to those trusted with it alone.</p>
      )}
      <ProblemNote error={say.error} />
      {mayRecord && !pointing && (
        <Button variant="outlined" onClick={() => onPoint(null)}>
          Say where it stands
        </Button>
      )}
      {pointing && (
        <form
          className={mapCss.mapForm}
          onSubmit={(e) => {
            e.preventDefault()
            if (at)
              say.mutate(
                {
                  plant: plant.id,
                  body: { typed: typed?.at === at ? typed.text : '', at, uncertaintyM: metres },
                },
                { onSuccess: onBack },
              )
          }}
        >
          <p role="status">Click where it stands, or type its position.</p>
          <PositionField
            label="Position"
            action="Take it"
            onRead={(read, text, sure) => {
              setTyped({ at: read, text })
              // Written to a decimetre it is still no surer than a receiver.
              setRadius(String(Math.max(Math.ceil(sure), text ? 5 : 1)))
              onPoint(read)
            }}
          />
          {at && (
            <p>
              {at.latitude.toFixed(5)}, {at.longitude.toFixed(5)}
            </p>
          )}
          <TextField
            label="Sure within how many metres"
            size="small"
            value={radius}
            onChange={(e) => setRadius(e.target.value)}
            error={!(metres > 0)}
          />
          <Button type="submit" variant="contained" disabled={!at || !(metres > 0) || say.isPending}>
            Keep
          </Button>
        </form>
      )}
    </>
  )
}
