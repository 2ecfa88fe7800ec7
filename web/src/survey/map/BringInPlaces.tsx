import { clsx } from 'clsx'
import { Alert, Button } from '@mui/material'
import { useState } from 'react'
import { ProblemNote } from '../../kit/ProblemNote'
import { kinds } from './kinds'
import { useBringInPlaces } from './mapQueries'
import { newId } from '../../api/newId'
import kitCss from '../../kit/kit.module.css'
import mapCss from './map.module.css'

/** Brings in places from a GeoJSON or GPX file: what it holds is shown first, and all of it is kept or nothing. */
export function BringInPlaces({ onDone }: { onDone: () => void }) {
  const bring = useBringInPlaces()
  const [request] = useState(() => newId())
  const [file, setFile] = useState<File | null>(null)
  const preview = file ? bring.data : undefined
  return (
    <div className={mapCss.mapForm}>
      <h1>Bring in places</h1>
      <p>
        A GeoJSON file, or a GPX file with waypoints, routes or tracks of a receiver. Nothing is kept before
        you have seen what it holds.
      </p>
      <Button component="label" variant="outlined">
        Choose a file
        <input
          type="file"
          accept=".geojson,.json,.gpx"
          hidden
          onChange={(e) => {
            const chosen = e.target.files?.[0]
            if (!chosen) return
            setFile(chosen)
            bring.mutate({ file: chosen, keep: false, request })
          }}
        />
      </Button>
      <ProblemNote error={bring.error} />
      {preview && file && (
        <>
          <h2>{file.name}</h2>
          {preview.faults.length > 0 && (
            <Alert severity="error" variant="outlined">
              Nothing can be brought in while this is wrong:
              <ul>
                {preview.faults.slice(0, 20).map((f) => (
                  <li key={f}>{f}</li>
                ))}
              </ul>
            </Alert>
          )}
          <p role="status">
            {preview.places.length === 0
              ? 'It holds nothing new.'
              : `It brings ${preview.places.length} new ${preview.places.length === 1 ? 'place' : 'places'}.`}
            {preview.known.length > 0 &&
              ` ${preview.known.length} of it are here already and stay as they are.`}
          </p>
          <ul className={mapCss.mapList}>
            {preview.places.slice(0, 100).map((p) => (
              <li key={p.id}>
                {p.name}{' '}
                <small>
                  {kinds[p.kind].label.toLowerCase()}
                  {p.size && `, ${p.size}`}
                </small>
              </li>
            ))}
          </ul>
        </>
      )}
      <div className={clsx(kitCss.row, mapCss.row)}>
        <Button
          variant="contained"
          disabled={!file || !preview?.places.length || preview.faults.length > 0 || bring.isPending}
          onClick={() => file && bring.mutate({ file, keep: true, request }, { onSuccess: onDone })}
        >
          Keep them
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </div>
    </div>
  )
}
