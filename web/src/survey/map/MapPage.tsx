import { clsx } from 'clsx'
import { Button } from '@mui/material'
import { useState } from 'react'
import { useGuide, useSession, useSites } from '../../api/queries'
import type { GeoPoint, Site } from '../../api/types'
import { Awaited } from '../../kit/Awaited'
import { ProblemNote } from '../../kit/ProblemNote'
import { SiteDialog } from '../../kit/SiteDialog'
import { BringInPlaces } from './BringInPlaces'
import type { Doing } from './doing'
import { DrawPanel } from './DrawPanel'
import { kinds } from './kinds'
import { MapCanvas } from './MapCanvas'
import { useMap, usePutPlaceBack } from './mapQueries'
import { PlacePanel } from './PlacePanel'
import { PlantPanel } from './PlantPanel'
import kitCss from '../../kit/kit.module.css'
import mapCss from './map.module.css'

/** The map: the base map, places drawn or brought in, and plants where they stand. */
export function MapPage() {
  const { data, error } = useMap()
  const session = useSession().data
  const back = usePutPlaceBack()
  const sites = useSites().data ?? []
  const guide = useGuide().data
  const [site, setSite] = useState<Site | null>(null)
  const [doing, setDoing] = useState<Doing>({ what: 'look' })
  const [away, setAway] = useState<{ id: string; name: string } | null>(null)
  const [exact, setExact] = useState(false)
  const look = () => setDoing({ what: 'look' })
  if (!data) return error ? <ProblemNote error={error} /> : <Awaited />

  const click = (at: GeoPoint) => {
    if (doing.what === 'draw')
      setDoing({ ...doing, points: kinds[doing.kind].form === 'point' ? [at] : [...doing.points, at] })
    if (doing.what === 'point') setDoing({ ...doing, at })
  }
  const place = doing.what === 'place' ? data.places.find((p) => p.id === doing.id) : undefined
  const plant = [...data.plants.map((p) => p.plant), ...data.unplaced].find(
    (p) => (doing.what === 'plant' && p.id === doing.id) || (doing.what === 'point' && p.id === doing.plant),
  )
  return (
    <main className={mapCss.mapPage}>
      <MapCanvas map={data} doing={doing} onClick={click} onChoose={setDoing} />
      <aside className={clsx(mapCss.mapSide, kitCss.noPrint)} aria-label="On the map">
        {doing.what === 'look' && (
          <>
            <h1>Map</h1>
            {session?.mayRecord && (
              <div className={clsx(kitCss.row, mapCss.row)}>
                <Button
                  variant="contained"
                  onClick={() => setDoing({ what: 'draw', kind: 'plot', points: [], id: null })}
                >
                  Draw a place
                </Button>
                <Button variant="outlined" onClick={() => setDoing({ what: 'file' })}>
                  Bring in a file
                </Button>
              </div>
            )}
            {away && (
              <p role="status">
                {away.name} was taken away.{' '}
                <Button size="small" onClick={() => back.mutate(away.id, { onSuccess: () => setAway(null) })}>
                  Put it back
                </Button>
              </p>
            )}
            <h2>Places</h2>
            <ul className={mapCss.mapList}>
              {data.places.map((p) => (
                <li key={p.id}>
                  <button type="button" onClick={() => setDoing({ what: 'place', id: p.id })}>
                    {p.name}{' '}
                    <small>
                      {kinds[p.kind].label.toLowerCase()}
                      {p.size && `, ${p.size}`}
                    </small>
                  </button>
                </li>
              ))}
            </ul>
            <h2>Sites</h2>
            <ul className={mapCss.mapList}>
              {sites.map((s) => (
                <li key={s.id}>
                  <button type="button" disabled={!session?.mayRecord} onClick={() => setSite(s)}>
                    {s.name}{' '}
                    <small>
                      {[
                        s.elevationM !== null && `${s.elevationM} m`,
                        guide?.areas.find((a) => a.id === s.floraArea)?.name,
                        s.latitude === null && 'not on the map yet',
                      ]
                        .filter(Boolean)
                        .join(', ')}
                    </small>
                  </button>
                </li>
              ))}
            </ul>
            <h2>Plants</h2>
            <ul className={mapCss.mapList}>
              {data.plants.map(({ plant: p, own }) => (
                <li key={p.id}>
                  <button type="button" onClick={() => setDoing({ what: 'plant', id: p.id })}>
                    {p.tag} <small>{own ? p.site : `somewhere at ${p.site}`}</small>
                  </button>
                </li>
              ))}
              {data.unplaced.map((p) => (
                <li key={p.id}>
                  <button type="button" onClick={() => setDoing({ what: 'plant', id: p.id })}>
                    {p.tag} <small>not on the map yet</small>
                  </button>
                </li>
              ))}
            </ul>
            <h2>Take along</h2>
            {session?.seesSensitive && (
              <label>
                <input type="checkbox" checked={exact} onChange={(e) => setExact(e.target.checked)} /> with
                places of sensitive species
              </label>
            )}
            <div className={clsx(kitCss.row, mapCss.row)}>
              <Button href={`/api/map.gpx?exact=${exact}`} download>
                GPX
              </Button>
              <Button href={`/api/map.geojson?exact=${exact}`} download>
                GeoJSON
              </Button>
            </div>
          </>
        )}
        {place && (
          <PlacePanel
            place={place}
            onBack={look}
            onRedraw={() =>
              setDoing({ what: 'draw', kind: place.kind, points: place.shape.points, id: place.id })
            }
            onAway={() => {
              setAway(place)
              look()
            }}
          />
        )}
        {doing.what === 'plant' && plant && (
          <PlantPanel
            plant={plant}
            where={data.plants.find((p) => p.plant.id === plant.id)}
            onBack={look}
            onPoint={() => setDoing({ what: 'point', plant: plant.id, at: null })}
          />
        )}
        {doing.what === 'point' && plant && (
          <PlantPanel
            plant={plant}
            where={data.plants.find((p) => p.plant.id === plant.id)}
            pointing={doing}
            onPoint={(at) => setDoing({ ...doing, at })}
            onBack={() => setDoing({ what: 'plant', id: plant.id })}
          />
        )}
        {doing.what === 'draw' && (
          <DrawPanel
            doing={doing}
            before={data.places.find((p) => p.id === doing.id)}
            onChange={setDoing}
            onDone={look}
          />
        )}
        {doing.what === 'file' && <BringInPlaces onDone={look} />}
      </aside>
      {site && <SiteDialog site={site} onClose={() => setSite(null)} onSaved={() => setSite(null)} />}
    </main>
  )
}
