import { Button } from '@mui/material'
import type { CoupletRef, WalkView } from '../../api/types'
import kitCss from '../../kit/kit.module.css'
import keyCss from './key.module.css'

interface Props {
  walk: WalkView
  onReopen: (at: CoupletRef) => void
  onPutAway: () => void
}

/** Shows the last step. Measuring waits for the next drawing, so that the page is laid out once. */
const end = (list: HTMLOListElement | null) => {
  if (list) requestAnimationFrame(() => list.scrollTo({ left: list.scrollWidth }))
}

/** The path walked, every step of which can be re-opened. */
export function WalkPath({ walk, onReopen, onPutAway }: Props) {
  const current = walk.current?.at
  return (
    <div className={keyCss.path}>
      <ol aria-label="Path walked" ref={end}>
        {walk.steps.map((s, i) => {
          const newKey = i === 0 || walk.steps[i - 1]?.at.key !== s.at.key
          const here = current?.key === s.at.key && current.couplet === s.at.couplet
          return (
            <li key={`${s.at.key} ${s.at.couplet}`}>
              {newKey && <span className={kitCss.soft}>{s.keyTitle}</span>}
              <button
                type="button"
                className={`${keyCss.step}${s.lead === null ? ` ${keyCss.doubt}` : ''}${s.conflicting > 0 ? ` ${keyCss.conflict}` : ''}`}
                aria-current={here ? 'step' : undefined}
                title={s.said}
                aria-label={`Step ${s.at.couplet}: ${s.said}. Open again`}
                onClick={() => onReopen(s.at)}
              >
                <span className={keyCss.stepSaid}>{s.said}</span>
                {s.conflicting > 0 && <span aria-label="conflicts with what was recorded"> ≠</span>}
              </button>
            </li>
          )
        })}
        {current && !walk.steps.some((s) => s.at.key === current.key && s.at.couplet === current.couplet) && (
          <li>
            {walk.steps.at(-1)?.at.key !== current.key && (
              <span className={kitCss.soft}>{walk.current?.keyTitle}</span>
            )}
            <b aria-current="step">{walk.inPlay.length} names left</b>
          </li>
        )}
      </ol>
      <span className={kitCss.fill} />
      <Button color="inherit" onClick={onPutAway}>
        Begin elsewhere
      </Button>
    </div>
  )
}
