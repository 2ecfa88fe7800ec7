import { Alert, Button, IconButton } from '@mui/material'
import type { PhotoMeasures, PhotoProblem, PhotoQuestion } from '../../api/types'
import kitCss from '../../kit/kit.module.css'
import measureCss from './measure.module.css'

const problems: Record<PhotoProblem, string> = {
  noLeaf: 'No leaf was found. Lay one leaf on plain paper, or set points by hand.',
  severalLeaves:
    'More than one leaf lies in the picture. Take it again with one leaf, or set points by hand.',
  perhapsSeveral:
    'Its two sides are very unlike, or it has more than one stalk: leaves may lie over one another. Lay one leaf by itself, unless this is an oblique leaf.',
  leafCut: 'The leaf runs out of the picture. Take it again from farther away, or set points by hand.',
  noScale:
    'Nothing of known size was found, so no sizes are given; shapes and counts are. Set two points on something you know.',
  baseGuessed: 'No stalk shows: which end is the base was guessed. Drag the base if it is wrong.',
  tilted:
    'The coin shows as an ellipse: the camera was tilted, and sizes are a little short in one direction. A card would correct it.',
  badMarks: 'The points of the scale do not fit. Drag each to its corner, going round once.',
}

interface Props {
  measures: PhotoMeasures | undefined
  question: PhotoQuestion
  onChange: (question: PhotoQuestion) => void
}

/** What the picture says, in words; what was guessed or went wrong first. */
export function PhotoFindings({ measures, question, onChange }: Props) {
  if (!measures) return <p aria-live="polite">Looking at the picture …</p>
  const { scale } = measures.answer
  return (
    <section aria-label="Findings" aria-live="polite">
      {measures.answer.problems.map((p) => (
        <Alert
          key={p}
          severity="warning"
          variant="outlined"
          sx={{ mb: 1 }}
          action={
            p === 'baseGuessed' && (
              <Button
                size="small"
                onClick={() => onChange({ ...question, turned: !question.turned, base: null, tip: null })}
              >
                Take the other end
              </Button>
            )
          }
        >
          {problems[p]}
        </Alert>
      ))}
      <dl className={measureCss.photoReadings}>
        {measures.readings.map((r) => (
          <div key={r.label}>
            <dt>{r.label}</dt>
            <dd>
              <b>{r.words}</b>
              {r.because && <small>{r.because}</small>}
            </dd>
          </div>
        ))}
        {question.marks.map((mark, i) => (
          <div key={`${mark.label} ${i}`}>
            <dt>{mark.label}</dt>
            <dd>
              <b>{measures.marks[i] ?? '…'}</b>
              <IconButton
                size="small"
                aria-label={`Take away ${mark.label}`}
                onClick={() => onChange({ ...question, marks: question.marks.filter((_, m) => m !== i) })}
              >
                ×
              </IconButton>
            </dd>
          </div>
        ))}
      </dl>
      {scale.tilt !== null && scale.tilt > 2 && (
        <p className={kitCss.soft}>
          The camera was tilted by about {Math.round(scale.tilt)}°
          {scale.what === 'card' ? '; sizes are corrected for it.' : '.'}
        </p>
      )}
    </section>
  )
}
