import { clsx } from 'clsx'
import { Button } from '@mui/material'
import { useState } from 'react'
import { Link } from 'react-router'
import type { PictureView, PlantSheet } from '../../api/types'
import { capital, day, some } from '../../kit/format'
import { ProblemNote } from '../../kit/ProblemNote'
import { AddPictures } from './AddPictures'
import { MarkedPicture } from './MarkedPicture'
import { PictureDialog } from './PictureDialog'
import { usePictures, useRemovePicture } from './pictureQueries'
import { shown, thumbnail } from './pictureWords'
import kitCss from '../../kit/kit.module.css'
import picturesCss from './pictures.module.css'

/** The pictures of a plant, visit by visit, each with what it shows and what it is evidence of. */
export function PicturesPanel({ sheet }: { sheet: PlantSheet }) {
  const { data, error } = usePictures(sheet.plant.id)
  const bringBack = useRemovePicture(sheet.plant.id)
  const [open, setOpen] = useState<PictureView | null>(null)
  const labels = new Map(sheet.observations.map((o) => [o.seen.character, o.label.toLowerCase()]))
  const here = data?.filter((v) => !v.picture.isAway) ?? []
  const away = data?.filter((v) => v.picture.isAway) ?? []
  const caption = ({ picture: p }: PictureView) =>
    [
      p.facts.note.caption,
      p.facts.characters.length > 0 &&
        `shows ${p.facts.characters.map((c) => labels.get(c) ?? c).join(', ')}`,
    ]
      .filter(Boolean)
      .join(' · ')
  return (
    <section aria-label="Pictures">
      <h3>
        Pictures{' '}
        <Link className={clsx(kitCss.noPrint, picturesCss.portraitLink)} to={`/portrait/${sheet.plant.id}`}>
          Portrait through the year
        </Link>
      </h3>
      <ProblemNote error={error} />
      <ul className={picturesCss.plantPictures}>
        {here.map((view) => (
          <li key={`${view.picture.photo.id} ${view.picture.facts.visit}`}>
            <button
              type="button"
              className={picturesCss.pictureButton}
              title="Open it: draw on it, say more of it"
              onClick={() => setOpen(view)}
            >
              <MarkedPicture
                src={thumbnail(view.picture.photo.id)}
                alt={view.picture.facts.note.caption || shown[view.picture.facts.note.organ]}
                size={view.picture.photo}
                marks={view.picture.facts.note.marks}
                words={[]}
              />
            </button>
            <small>
              <b>{capital(shown[view.picture.facts.note.organ])}</b>, {day(view.picture.date)}
              {caption(view) && <span className={kitCss.soft}> · {caption(view)}</span>}
            </small>
          </li>
        ))}
      </ul>
      <AddPictures sheet={sheet} />
      {away.length > 0 && (
        <details className={kitCss.noPrint}>
          <summary>{some(away.length, 'picture')} taken off</summary>
          <ul className={picturesCss.plantPictures}>
            {away.map(({ picture: p }) => (
              <li key={`${p.photo.id} ${p.facts.visit}`}>
                <img src={thumbnail(p.photo.id)} alt={shown[p.facts.note.organ]} loading="lazy" />
                <Button
                  size="small"
                  disabled={bringBack.isPending}
                  onClick={() =>
                    bringBack.mutate({ photo: p.photo.id, visit: p.facts.visit, reason: '', back: true })
                  }
                >
                  Bring it back
                </Button>
              </li>
            ))}
          </ul>
          <ProblemNote error={bringBack.error} />
        </details>
      )}
      {open && <PictureDialog sheet={sheet} view={open} onClose={() => setOpen(null)} />}
    </section>
  )
}
