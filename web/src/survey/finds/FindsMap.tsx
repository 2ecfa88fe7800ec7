import type { FeatureCollection } from 'geojson'
import { divIcon } from 'leaflet'
import 'leaflet/dist/leaflet.css'
import { useEffect, useMemo, useState } from 'react'
import { GeoJSON, MapContainer, Marker, ScaleControl, TileLayer, useMap, useMapEvents } from 'react-leaflet'
import type { FindCluster } from '../../api/types'
import { baseStyle } from '../map/baseMap'
import { type FindFilter, type MapWindow, useFindMap, useBaseMap } from './findQueries'
import { inFigures } from '../../kit/format'
import findsCss from './finds.module.css'

interface Props {
  filter: FindFilter
  /** Called with the site whose mark is chosen. */
  onSite: (site: string) => void
}

/** Leaflet asks for a view before anything is known; what is found sets the real one. */
const whole: [[number, number], [number, number]] = [
  [-60, -170],
  [75, 170],
]

/** Area grows with the number, as far as the mark stays small enough for its neighbours. */
const radius = (finds: number) => Math.round(Math.min(22, 9 + 1.2 * Math.log2(finds)))

const short = (n: number) =>
  n < 1000 ? String(n) : n < 100_000 ? `${(n / 1000).toFixed(1)}k` : `${Math.round(n / 1000)}k`

/** Where the finds lie, gathered in squares that get smaller as one comes nearer. */
export function FindsMap({ filter, onSite }: Props) {
  const base = useBaseMap().data
  const [window, setWindow] = useState<MapWindow | null>(null)
  const all = useFindMap(filter, everywhere)
  const shown = useFindMap(filter, window).data ?? []
  const drawn = useMemo(() => (base?.base ? (JSON.parse(base.base) as FeatureCollection) : null), [base])
  return (
    <MapContainer bounds={whole} className={findsCss.findsMap} attributionControl={false} maxZoom={19}>
      <Windows onWindow={setWindow} />
      <Fit clusters={all.isPlaceholderData ? undefined : all.data} />
      {base?.tiles && <TileLayer url={base.tiles} maxZoom={19} />}
      {drawn && <GeoJSON data={drawn} style={baseStyle} />}
      <ScaleControl imperial={false} />
      {shown.map((c) => (
        <Mark key={`${c.latitude} ${c.longitude} ${c.finds}`} cluster={c} onSite={onSite} />
      ))}
    </MapContainer>
  )
}

const everywhere: MapWindow = { south: -90, west: -180, north: 90, east: 180, zoom: 12 }

/** A mark of one site chooses it; one of several brings nearer. */
function Mark({ cluster: c, onSite }: { cluster: FindCluster; onSite: (site: string) => void }) {
  const map = useMap()
  const choose = () => {
    if (c.site !== null) onSite(c.site)
    else map.setView([c.latitude, c.longitude], Math.min(map.getZoom() + 2, 19), { animate: false })
  }
  const side = 2 * radius(c.finds)
  const words = `${c.site === null ? `${c.sites} sites` : c.siteName}: ${inFigures(c.finds)} ${c.finds === 1 ? 'find' : 'finds'}`
  return (
    <Marker
      position={[c.latitude, c.longitude]}
      icon={divIcon({ className: findsCss.findMark, html: short(c.finds), iconSize: [side, side] })}
      title={words}
      alt={words}
      eventHandlers={{ click: choose }}
    />
  )
}

/** Brings all that was found into view when it changes. */
function Fit({ clusters }: { clusters?: FindCluster[] }) {
  const map = useMap()
  useEffect(() => {
    if (clusters && clusters.length > 0)
      map.fitBounds(
        clusters.map((c) => [c.latitude, c.longitude]),
        { maxZoom: 16, padding: [30, 30], animate: false },
      )
  }, [map, clusters])
  return null
}

function Windows({ onWindow }: { onWindow: (window: MapWindow) => void }) {
  const tell = () => {
    const bounds = map.getBounds()
    onWindow({
      south: bounds.getSouth(),
      west: bounds.getWest(),
      north: bounds.getNorth(),
      east: bounds.getEast(),
      zoom: map.getZoom(),
    })
  }
  const map = useMapEvents({ moveend: tell })
  return null
}
