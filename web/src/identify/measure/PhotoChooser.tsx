import { Button } from '@mui/material'
import { type DragEvent, useRef, useState } from 'react'
import type { KeptPhoto } from '../../api/types'
import { ProblemNote } from '../../kit/ProblemNote'
import { useKeepPhoto, useSamplePhotos } from './photoQueries'
import { newId } from '../../api/newId'
import kitCss from '../../kit/kit.module.css'
import measureCss from './measure.module.css'

/** Where a picture comes in: dropped, chosen, pasted, or one of the camera's samples. */
export function PhotoChooser({ onPhoto }: { onPhoto: (photo: KeptPhoto) => void }) {
  const samples = useSamplePhotos().data ?? []
  const keeping = useKeepPhoto()
  const file = useRef<HTMLInputElement>(null)
  const [over, setOver] = useState(false)
  const keep = (from: File | number | undefined) =>
    from !== undefined && keeping.mutate({ from, id: newId() }, { onSuccess: onPhoto })
  return (
    <section className={measureCss.photoChooser} aria-label="Choose a picture">
      <div
        className={`${measureCss.photoDrop}${over ? ` ${measureCss.over}` : ''}`}
        onDragOver={(e: DragEvent) => {
          e.preventDefault()
          setOver(true)
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(e: DragEvent) => {
          e.preventDefault()
          setOver(false)
          keep(e.dataTransfer.files[0])
        }}
      >
        <p>
          Lay a leaf flat on plain paper, a card or a coin beside it, and take it from straight above. Drop
          the picture here.
        </p>
        <Button variant="contained" disabled={keeping.isPending} onClick={() => file.current?.click()}>
          Choose a picture
        </Button>
        <input
          ref={file}
          type="file"
          accept="image/jpeg,image/png,image/webp"
          aria-label="Picture file"
          hidden
          onChange={(e) => {
            keep(e.target.files?.[0])
            e.target.value = ''
          }}
        />
        <small>JPEG, PNG or WebP, up to 20 million pixels. It stays on this machine.</small>
      </div>
      {keeping.isPending && <p role="status">Looking at the picture …</p>}
      <ProblemNote error={keeping.error} />
      <h2>Or practise on one of these</h2>
      <p className={kitCss.soft}>Their true sizes are known, so you can see how well it is measured.</p>
      <ul className={measureCss.photoSamples}>
        {samples.map((s) => (
          <li key={s.number}>
            <Button disabled={keeping.isPending} onClick={() => keep(s.number)}>
              {s.title}
            </Button>
            <small>True: {s.truth}</small>
          </li>
        ))}
      </ul>
    </section>
  )
}
