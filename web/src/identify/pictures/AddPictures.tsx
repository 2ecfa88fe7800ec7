import { Button } from '@mui/material'
import { type DragEvent, useRef, useState } from 'react'
import { newId } from '../../api/newId'
import { useAddVisit } from '../../api/queries'
import type { KeptPhoto, PictureOnSheet, PlantSheet } from '../../api/types'
import { blankVisit } from '../visits/VisitFields'
import { useKeepPhoto, useNearestSite } from '../measure/photoQueries'
import { day, some } from '../../kit/format'
import { ProblemNote } from '../../kit/ProblemNote'
import { PictureFields } from './PictureFields'
import { useAddPicture } from './pictureQueries'
import { thumbnail } from './pictureWords'
import { StandsThere } from './StandsThere'
import kitCss from '../../kit/kit.module.css'
import picturesCss from './pictures.module.css'

interface Arriving {
  photo: KeptPhoto
  facts: PictureOnSheet
}

interface Refused {
  id: string
  file: File
  error: unknown
}

interface Props {
  sheet: PlantSheet
}

/** Takes up pictures, several at once, from the camera or from files; each is said to show something before it is kept. */
export function AddPictures({ sheet }: Props) {
  const keep = useKeepPhoto()
  const add = useAddPicture(sheet.plant.id)
  const [arriving, setArriving] = useState<Arriving[]>([])
  const [refused, setRefused] = useState<Refused[]>([])
  const [sending, setSending] = useState<{ done: number; all: number } | null>(null)
  const [over, setOver] = useState(false)
  const files = useRef<HTMLInputElement>(null)
  const camera = useRef<HTMLInputElement>(null)

  const take = async (chosen: { id: string; file: File }[]) => {
    setRefused([])
    setSending({ done: 0, all: chosen.length })
    for (const [done, { id, file }] of chosen.entries()) {
      try {
        const photo = await keep.mutateAsync({ from: file, id })
        const taken = photo.taken?.slice(0, 10)
        const visit = sheet.visits.find((v) => v.date === taken) ?? sheet.visits.at(-1)
        setArriving((now) => [
          ...now,
          {
            photo,
            facts: {
              visit: visit?.id ?? '',
              note: { organ: 'habit', caption: '', marks: [] },
              characters: [],
            },
          },
        ])
      } catch (error) {
        setRefused((now) => [...now, { id, file, error }])
      }
      setSending({ done: done + 1, all: chosen.length })
    }
    setSending(null)
  }
  const chosen = (list: FileList | null) =>
    list && list.length > 0 && void take([...list].map((file) => ({ id: newId(), file })))
  const keepAll = async () => {
    for (const { photo, facts } of arriving) {
      await add.mutateAsync({ photo: photo.id, ...facts })
      setArriving((now) => now.filter((a) => a.photo.id !== photo.id))
    }
  }
  return (
    <section
      className={`${picturesCss.pictureDrop} ${kitCss.noPrint}${over ? ` ${picturesCss.over}` : ''}`}
      aria-label="Add pictures"
      onDragOver={(e: DragEvent) => {
        e.preventDefault()
        setOver(true)
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(e: DragEvent) => {
        e.preventDefault()
        setOver(false)
        chosen(e.dataTransfer.files)
      }}
    >
      <div className={kitCss.row}>
        <Button variant="outlined" disabled={sending !== null} onClick={() => files.current?.click()}>
          Add pictures
        </Button>
        <Button disabled={sending !== null} onClick={() => camera.current?.click()}>
          Take one
        </Button>
        <small className={kitCss.soft}>or drop them here: JPEG, PNG or WebP, up to 25 MB each</small>
        <input
          ref={files}
          type="file"
          multiple
          hidden
          accept="image/jpeg,image/png,image/webp"
          aria-label="Picture files"
          onChange={(e) => {
            chosen(e.target.files)
            e.target.value = ''
          }}
        />
        <input
          ref={camera}
          type="file"
          hidden
          accept="image/*"
          capture="environment"
          aria-label="Picture from the camera"
          onChange={(e) => {
            chosen(e.target.files)
            e.target.value = ''
          }}
        />
      </div>
      {sending && (
        <p role="status">
          {sending.done} of {some(sending.all, 'picture')} sent …
        </p>
      )}
      {refused.map((r) => (
        <div key={r.id} className={kitCss.row}>
          <b>{r.file.name}</b>
          <ProblemNote error={r.error as Error} />
          <Button size="small" onClick={() => void take([{ id: r.id, file: r.file }])}>
            Send it again
          </Button>
        </div>
      ))}
      {arriving.length > 0 && (
        <form
          aria-label="What the pictures show"
          onSubmit={(e) => {
            e.preventDefault()
            void keepAll().catch(() => undefined)
          }}
        >
          {arriving.map(({ photo, facts }) => (
            <div key={photo.id} className={picturesCss.pictureArriving}>
              <img src={thumbnail(photo.id)} alt={photo.name} />
              <div>
                <PictureFields
                  sheet={sheet}
                  value={facts}
                  onChange={(next) =>
                    setArriving(arriving.map((a) => (a.photo.id === photo.id ? { ...a, facts: next } : a)))
                  }
                />
                <FromTheFile
                  photo={photo}
                  sheet={sheet}
                  onVisit={(visit) =>
                    setArriving((now) =>
                      now.map((a) => (a.photo.id === photo.id ? { ...a, facts: { ...a.facts, visit } } : a)),
                    )
                  }
                />
                <Button
                  size="small"
                  onClick={() => setArriving(arriving.filter((a) => a.photo.id !== photo.id))}
                >
                  Leave this one out
                </Button>
              </div>
            </div>
          ))}
          <ProblemNote error={add.error} />
          <Button type="submit" variant="contained" disabled={add.isPending}>
            Keep {some(arriving.length, 'picture')}
          </Button>
        </form>
      )}
    </section>
  )
}

/** What the camera noted of day and place: told, and used only where the person agrees. */
function FromTheFile({
  photo,
  sheet,
  onVisit,
}: {
  photo: KeptPhoto
  sheet: PlantSheet
  onVisit: (visit: string) => void
}) {
  const add = useAddVisit(sheet.plant.id)
  const near = useNearestSite(photo.latitude, photo.longitude).data
  const taken = photo.taken?.slice(0, 10)
  const unvisited = taken && sheet.visits.every((v) => v.date !== taken)
  if (!taken && !near)
    return <small className={kitCss.soft}>The file says neither when nor where it was taken.</small>
  return (
    <small className={kitCss.soft} role="note">
      {taken && `Taken ${day(taken)}. `}
      {near?.words && `The camera was ${near.words}. `}
      {near && near.site !== null && near.site !== sheet.plant.site.id && (
        <b>
          {sheet.plant.tag} stands at {sheet.plant.site.name}: is it the same plant?{' '}
        </b>
      )}
      {unvisited && (
        <Button
          size="small"
          disabled={add.isPending}
          onClick={() =>
            add.mutate(
              { ...blankVisit(taken), stage: sheet.visits.at(-1)?.stage ?? null },
              {
                onSuccess: (after) => {
                  const made = after.visits.find((v) => v.date === taken)
                  if (made) onVisit(made.id)
                },
              },
            )
          }
        >
          Add a visit of that day
        </Button>
      )}
      <StandsThere photo={photo} plant={sheet.plant.id} />
      <ProblemNote error={add.error} />
    </small>
  )
}
