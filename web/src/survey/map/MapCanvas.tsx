import { clsx } from 'clsx'
import type { Feature } from 'geojson'
import type { LatLngExpression } from 'leaflet'
import 'leaflet/dist/leaflet.css'
import { useEffect, useMemo, useState } from 'react'
import {
  Circle,
  CircleMarker,
  GeoJSON,
  MapContainer,
  Polygon,
  Polyline,
  ScaleControl,
  TileLayer,
  Tooltip,
  useMap,
  useMapEvents,
} from 'react-leaflet'
import type { GeoPoint, MapView, PlaceView } from '../../api/types'
import { baseStyle } from './baseMap'
import { kinds } from './kinds'
import type { Doing } from './doing'
import mapCss from './map.module.css'

interface Props {
  map: MapView
  doing: Doing
  onClick: (at: GeoPoint) => void
  onChoose: (doing: Doing) => void
}

/** From this nearness on the names of sites stand on the map; before, they would lie on one another. */
const named = 14

const at = (p: GeoPoint): LatLngExpression => [p.latitude, p.longitude]

/** Drawing: the base map first, then places, then plants, then what is being drawn. */
export function MapCanvas({ map, doing, onClick, onChoose }: Props) {
  const base = useMemo(() => (map.base ? (JSON.parse(map.base) as Feature) : null), [map.base])
  const bounds = useMemo(() => boundsOf(map), [map])
  const [zoom, setZoom] = useState(0)
  const drawing = doing.what === 'draw' || doing.what === 'point'
  return (
    <MapContainer
      bounds={bounds}
      className={clsx(mapCss.mapCanvas, drawing && mapCss.drawing)}
      attributionControl={false}
      doubleClickZoom={false}
      maxZoom={20}
    >
      <Clicks onClick={onClick} onZoom={setZoom} />
      <LookAt points={chosenPoints(map, doing)} />
      {map.tiles && <TileLayer url={map.tiles} maxZoom={20} />}
      {base && <GeoJSON key={map.base.length} data={base} style={baseStyle} />}
      <ScaleControl imperial={false} />
      {map.places.map((p) => (
        <DrawnPlace
          key={p.id}
          place={p}
          chosen={doing.what === 'place' && doing.id === p.id}
          onChoose={drawing ? undefined : () => onChoose({ what: 'place', id: p.id })}
        />
      ))}
      {map.sites.map(
        (s) =>
          s.latitude !== null &&
          s.longitude !== null && (
            <CircleMarker
              key={s.id}
              center={[s.latitude, s.longitude]}
              radius={3}
              className={mapCss.mapSite}
              interactive={false}
            >
              <Tooltip
                key={`${zoom >= named}`}
                permanent={zoom >= named}
                direction="top"
                className={clsx(mapCss.mapLabel, mapCss.site)}
              >
                {s.name}
              </Tooltip>
            </CircleMarker>
          ),
      )}
      {map.plants
        .filter((p) => p.own)
        .map((p) => {
          const chosen = doing.what === 'plant' && doing.id === p.plant.id
          return (
            <CircleMarker
              key={`${p.plant.id} ${chosen} ${drawing}`}
              center={at(p.at)}
              radius={chosen ? 9 : 6}
              className={`${mapCss.mapPlant}${p.sensitive ? ` ${mapCss.sensitive}` : ''}${chosen ? ` ${mapCss.chosen}` : ''}`}
              interactive={!drawing}
              eventHandlers={{ click: () => onChoose({ what: 'plant', id: p.plant.id }) }}
            >
              <Tooltip direction="right" permanent={chosen} className={mapCss.mapLabel}>
                {p.plant.tag} {p.plant.name ?? ''}
              </Tooltip>
            </CircleMarker>
          )
        })}
      {map.plants
        .filter((p) => p.own && doing.what === 'plant' && p.plant.id === doing.id)
        .map((p) => (
          <Circle
            key={p.plant.id}
            center={at(p.at)}
            radius={p.uncertaintyM}
            className={mapCss.mapUnsure}
            interactive={false}
          />
        ))}
      {doing.what === 'draw' && <Sketch doing={doing} />}
      {doing.what === 'point' && doing.at && (
        <CircleMarker center={at(doing.at)} radius={8} className={mapCss.mapSketch} />
      )}
    </MapContainer>
  )
}

/** Brings what was chosen into view. */
function LookAt({ points }: { points: GeoPoint[] }) {
  const map = useMap()
  const key = JSON.stringify(points)
  useEffect(() => {
    const shown = JSON.parse(key) as GeoPoint[]
    if (shown.length > 0)
      map.fitBounds(
        shown.map((p) => [p.latitude, p.longitude]),
        { maxZoom: Math.max(map.getZoom(), 16), padding: [60, 60], animate: false },
      )
  }, [map, key])
  return null
}

const chosenPoints = (map: MapView, doing: Doing): GeoPoint[] => {
  if (doing.what === 'place') return map.places.find((p) => p.id === doing.id)?.shape.points ?? []
  if (doing.what === 'plant') {
    const plant = map.plants.find((p) => p.plant.id === doing.id)
    return plant ? [plant.at] : []
  }
  return []
}

interface ClickProps {
  onClick: (at: GeoPoint) => void
  onZoom: (zoom: number) => void
}

function Clicks({ onClick, onZoom }: ClickProps) {
  const map = useMapEvents({
    click: (e) => onClick({ latitude: e.latlng.lat, longitude: e.latlng.lng }),
    zoomend: () => onZoom(map.getZoom()),
  })
  useEffect(() => onZoom(map.getZoom()), [map, onZoom])
  return null
}

interface DrawnProps {
  place: PlaceView
  chosen: boolean
  onChoose?: () => void
}

function DrawnPlace({ place, chosen, onChoose }: DrawnProps) {
  const shared = {
    // Leaflet keeps the class a path was made with.
    key: `${place.id} ${chosen} ${!onChoose}`,
    className: clsx(mapCss.mapPlace, mapCss[place.kind], chosen && mapCss.chosen),
    interactive: !!onChoose,
    eventHandlers: { click: () => onChoose?.() },
  }
  const points = place.shape.points.map(at)
  const label = (
    <Tooltip className={mapCss.mapLabel} permanent={chosen} sticky={!chosen && place.shape.form !== 'point'}>
      {place.name}
      {place.size && `, ${place.size}`}
    </Tooltip>
  )
  const { key, ...rest } = shared
  if (place.shape.form === 'point')
    return (
      <CircleMarker key={key} center={at(place.middle)} radius={5} {...rest}>
        {label}
      </CircleMarker>
    )
  if (place.shape.form === 'line')
    return (
      <Polyline key={key} positions={points} {...rest}>
        {label}
      </Polyline>
    )
  return (
    <Polygon key={key} positions={points} {...rest}>
      {label}
    </Polygon>
  )
}

function Sketch({ doing }: { doing: Extract<Doing, { what: 'draw' }> }) {
  const points = doing.points.map(at)
  const form = kinds[doing.kind].form
  const options = { className: mapCss.mapSketch, interactive: false }
  return (
    <>
      {form === 'area' && points.length > 2 ? (
        <Polygon positions={points} {...options} />
      ) : (
        points.length > 1 && <Polyline positions={points} {...options} />
      )}
      {points.map((p, i) => (
        <CircleMarker key={i} center={p} radius={5} {...options} />
      ))}
    </>
  )
}

/** All there is to see, or the whole earth where there is nothing yet. */
function boundsOf(map: MapView): [[number, number], [number, number]] {
  const points = [
    ...map.places.flatMap((p) => p.shape.points),
    ...map.plants.map((p) => p.at),
    ...map.sites.flatMap((s) =>
      s.latitude !== null && s.longitude !== null ? [{ latitude: s.latitude, longitude: s.longitude }] : [],
    ),
  ]
  if (points.length === 0)
    return [
      [-55, -170],
      [70, 170],
    ]
  const north = points.map((p) => p.latitude)
  const east = points.map((p) => p.longitude)
  const edge = 0.002
  return [
    [Math.min(...north) - edge, Math.min(...east) - edge],
    [Math.max(...north) + edge, Math.max(...east) + edge],
  ]
}
