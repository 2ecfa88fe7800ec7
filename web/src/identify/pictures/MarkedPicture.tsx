import type { ReactNode, SVGProps } from 'react'
import type { PictureMark } from '../../api/types'
import picturesCss from './pictures.module.css'

interface Props {
  src: string
  alt: string
  /** Size of the whole picture in pixels; marks are in its pixels, however small it is shown. */
  size: { width: number; height: number }
  marks: PictureMark[]
  /** What stands beside each mark. */
  words: string[]
  /** What lies over it, such as points that can be moved. */
  children?: ReactNode
}

/** A picture with what is drawn on it; the file itself stays as the camera made it. */
export function MarkedPicture({ src, alt, size, marks, words, children }: Props) {
  const unit = Math.max(size.width, size.height) / 900
  return (
    <span className={picturesCss.markedPicture} style={{ aspectRatio: `${size.width} / ${size.height}` }}>
      <img src={src} alt={alt} draggable={false} loading="lazy" />
      {(marks.length > 0 || children) && (
        <svg viewBox={`0 0 ${size.width} ${size.height}`} aria-hidden={!children}>
          {marks.map((mark, i) => (
            <Mark key={`${mark.kind} ${i}`} mark={mark} words={words[i] ?? ''} unit={unit} />
          ))}
          {children}
        </svg>
      )}
    </span>
  )
}

/** One mark, light over dark so that it shows on any picture. */
function Mark({ mark, words, unit }: { mark: PictureMark; words: string; unit: number }) {
  if (mark.points.length === 0) return null
  return (
    <g className={picturesCss.pictureMark} style={{ strokeWidth: 2.4 * unit, fontSize: 20 * unit }}>
      <title>{words}</title>
      <Shape mark={mark} unit={unit} className={picturesCss.under} />
      <Shape mark={mark} unit={unit} />
      {words && <text {...besides(mark, unit)}>{words}</text>}
    </g>
  )
}

/** Where the words of a mark stand: behind an arrow, above a circle, beside the end of everything else. */
function besides(mark: PictureMark, unit: number): SVGProps<SVGTextElement> {
  const [from = { x: 0, y: 0 }, to = from] = mark.points
  const last = mark.points.at(-1) ?? from
  if (mark.kind === 'circle')
    return {
      x: from.x,
      y: from.y - Math.hypot(to.x - from.x, to.y - from.y) - 6 * unit,
      textAnchor: 'middle',
    }
  if (mark.kind !== 'arrow') return { x: last.x + 10 * unit, y: last.y - 4 * unit }
  const leftwards = to.x < from.x
  return {
    x: from.x + (leftwards ? 8 : -8) * unit,
    y: from.y + 6 * unit,
    textAnchor: leftwards ? 'start' : 'end',
  }
}

function Shape({ mark, unit, className }: { mark: PictureMark; unit: number; className?: string }) {
  const [from, to] = mark.points
  const line = mark.points.map((p) => `${p.x},${p.y}`).join(' ')
  switch (mark.kind) {
    case 'circle':
      return from && to ? (
        <circle className={className} cx={from.x} cy={from.y} r={Math.hypot(to.x - from.x, to.y - from.y)} />
      ) : null
    case 'arrow': {
      if (!from || !to) return null
      const turn = Math.atan2(to.y - from.y, to.x - from.x)
      const barb = (by: number) =>
        `${to.x - 14 * unit * Math.cos(turn + by)},${to.y - 14 * unit * Math.sin(turn + by)}`
      return (
        <g className={className}>
          <polyline points={line} />
          <polyline points={`${barb(0.45)} ${to.x},${to.y} ${barb(-0.45)}`} />
        </g>
      )
    }
    case 'count':
      return (
        <g className={className}>
          {mark.points.map((p, i) => (
            <circle key={`${p.x} ${p.y} ${i}`} className={picturesCss.dot} cx={p.x} cy={p.y} r={4 * unit} />
          ))}
        </g>
      )
    case 'word':
      return from ? (
        <circle className={`${picturesCss.dot} ${className ?? ''}`} cx={from.x} cy={from.y} r={3 * unit} />
      ) : null
    case 'scale':
    case 'length': {
      if (!from || !to) return null
      const far = Math.hypot(to.x - from.x, to.y - from.y) || 1
      const across = { x: (-(to.y - from.y) / far) * 7 * unit, y: ((to.x - from.x) / far) * 7 * unit }
      return (
        <g className={className}>
          <polyline points={line} />
          {[from, to].map((p) => (
            <line
              key={`${p.x} ${p.y}`}
              x1={p.x - across.x}
              y1={p.y - across.y}
              x2={p.x + across.x}
              y2={p.y + across.y}
            />
          ))}
        </g>
      )
    }
    default:
      return <polyline className={className} points={line} />
  }
}
