import { clsx } from 'clsx'
import { type PointerEvent, useRef, useState } from 'react'
import type { PhotoMeasures, PhotoQuestion, Place } from '../../api/types'
import { type Handle, handlesOf } from './question'
import measureCss from './measure.module.css'

interface Props {
  photo: { id: string; name: string; width: number; height: number }
  question: PhotoQuestion
  measures: PhotoMeasures | undefined
  /** How many times larger than the space it fits into. */
  zoom: number
  /** True while a press on the picture sets a point of the count. */
  counting: boolean
  /** True while the edge of the leaf can be corrected. */
  edge: boolean
  onCount: (at: Place) => void
  onChange: (question: PhotoQuestion) => void
}

const line = (points: Place[]) => points.map((p) => `${p.x.toFixed(1)},${p.y.toFixed(1)}`).join(' ')

const keys: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}

/** A picture with everything found drawn over it. Points are dragged, or moved with the arrow keys once they have the focus. */
export function PhotoPicture({ photo, question, measures, zoom, counting, edge, onCount, onChange }: Props) {
  const svg = useRef<SVGSVGElement>(null)
  const [held, setHeld] = useState<{ id: string; at: Place } | null>(null)
  const leaf = measures?.answer.leaf ?? null
  const handles = handlesOf(question, leaf, edge)
  const place = (e: PointerEvent): Place => {
    const box = svg.current?.getBoundingClientRect()
    if (!box || box.width === 0) return { x: 0, y: 0 }
    const within = (value: number, most: number) => Math.min(Math.max(value, 0), most - 1)
    return {
      x: within(((e.clientX - box.left) / box.width) * photo.width, photo.width),
      y: within(((e.clientY - box.top) / box.height) * photo.height, photo.height),
    }
  }
  const at = (h: Handle) => (held?.id === h.id ? held.at : h.at)
  // Sizes on the picture stay the same on the screen, however large the picture is.
  const unit = photo.width / 900 / zoom
  const scale = measures?.answer.scale
  return (
    <div className={measureCss.photoFrame}>
      <div className={measureCss.photoPicture} style={{ width: `${zoom * 100}%` }}>
        <img src={`/api/photos/${photo.id}/file`} alt={photo.name} draggable={false} />
        <svg
          ref={svg}
          viewBox={`0 0 ${photo.width} ${photo.height}`}
          role="group"
          aria-label="What was found in the picture"
          className={counting ? measureCss.counting : undefined}
          style={{ strokeWidth: 2 * unit }}
          onPointerDown={(e) => {
            if (counting && e.target === svg.current) onCount(place(e))
          }}
          onPointerMove={(e) => held && setHeld({ ...held, at: place(e) })}
          onPointerCancel={() => setHeld(null)}
          onPointerUp={(e) => {
            const handle = handles.find((h) => h.id === held?.id)
            setHeld(null)
            if (handle && held) onChange(handle.move(question, place(e)))
          }}
        >
          {leaf && (
            <g className={measureCss.photoLeaf}>
              <title>The leaf</title>
              <polygon points={line(leaf.outline)} />
              <line x1={leaf.base.x} y1={leaf.base.y} x2={leaf.tip.x} y2={leaf.tip.y} />
              {leaf.across[0] && leaf.across[1] && (
                <line
                  x1={leaf.across[0].x}
                  y1={leaf.across[0].y}
                  x2={leaf.across[1].x}
                  y2={leaf.across[1].y}
                />
              )}
              {leaf.stalk && <line x1={leaf.base.x} y1={leaf.base.y} x2={leaf.stalk.x} y2={leaf.stalk.y} />}
              {[...leaf.teethTips, ...leaf.sinuses].map((p) => (
                <circle key={`${p.x} ${p.y}`} cx={p.x} cy={p.y} r={2.5 * unit} />
              ))}
            </g>
          )}
          {scale && scale.points.length > 1 && (
            <g className={measureCss.photoScale}>
              <title>{`The scale: ${scale.what}`}</title>
              {scale.what === 'coin' ? (
                <Ellipse axes={scale.points} />
              ) : (
                <polygon points={line(scale.points)} />
              )}
            </g>
          )}
          {question.marks.map((mark, m) => (
            <polyline
              key={`${mark.label} ${m}`}
              className={measureCss.photoMark}
              points={
                mark.kind === 'count'
                  ? ''
                  : line(handles.filter((h) => h.id.startsWith(`mark ${m} `)).map(at))
              }
            />
          ))}
          {handles.map((h) => (
            <circle
              key={h.id}
              className={clsx(measureCss.photoHandle, measureCss[h.kind])}
              cx={at(h).x}
              cy={at(h).y}
              r={(h.kind === 'edge' ? 5 : 8) * unit}
              tabIndex={0}
              role="button"
              aria-label={`${h.label}; move with the arrow keys`}
              onPointerDown={(e) => {
                e.currentTarget.setPointerCapture(e.pointerId)
                setHeld({ id: h.id, at: h.at })
              }}
              onKeyDown={(e) => {
                const step = keys[e.key]
                if (!step) return
                e.preventDefault()
                const far = (e.shiftKey ? 12 : 1) * unit
                const within = (value: number, most: number) => Math.min(Math.max(value, 0), most - 1)
                onChange(
                  h.move(question, {
                    x: within(h.at.x + step[0] * far, photo.width),
                    y: within(h.at.y + step[1] * far, photo.height),
                  }),
                )
              }}
            >
              <title>{h.label}</title>
            </circle>
          ))}
        </svg>
      </div>
    </div>
  )
}

/** An ellipse from the ends of its two axes. */
function Ellipse({ axes: [a, b, c, d] }: { axes: Place[] }) {
  if (!a || !b || !c || !d) return null
  const [x, y] = [(a.x + b.x) / 2, (a.y + b.y) / 2]
  const turned = (Math.atan2(b.y - a.y, b.x - a.x) * 180) / Math.PI
  return (
    <ellipse
      cx={x}
      cy={y}
      rx={Math.hypot(b.x - a.x, b.y - a.y) / 2}
      ry={Math.hypot(d.x - c.x, d.y - c.y) / 2}
      transform={`rotate(${turned} ${x} ${y})`}
    />
  )
}
