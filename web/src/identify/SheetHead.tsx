import { clsx } from 'clsx'
import { Button } from '@mui/material'
import type { PlantSheet } from '../api/types'
import { ViewTitle } from '../kit/ViewTitle'
import kitCss from '../kit/kit.module.css'
import identifyCss from './identify.module.css'

interface Props {
  sheet: PlantSheet
  busy: boolean
  onCorrect: () => void
  onSame: () => void
  onTakeBack: (redo: boolean) => void
}

/** Which plant lies on the desk, and what is done to it as a whole. */
export const SheetHead = ({ sheet, busy, onCorrect, onSame, onTakeBack }: Props) => (
  <div className={identifyCss.sheetHead}>
    <ViewTitle>{sheet.plant.tag}</ViewTitle>
    <span className={identifyCss.sheetWhat}>{sheet.plant.description}</span>
    <span className={clsx(kitCss.soft, identifyCss.sheetPlace)}>
      {sheet.plant.site.name}
      {sheet.plant.site.elevationM !== null && ` · ${sheet.plant.site.elevationM} m`}
    </span>
    <span className={kitCss.fill} />
    <span className={identifyCss.sheetActs}>
      <Button color="inherit" onClick={onCorrect}>
        Correct …
      </Button>
      <Button color="inherit" onClick={onSame}>
        Same as …&nbsp;<kbd>C</kbd>
      </Button>
      <Button
        color="inherit"
        disabled={!sheet.undo.undo || busy}
        onClick={() => onTakeBack(false)}
        title={sheet.undo.undo ? `Take back: ${sheet.undo.undo}` : 'Nothing to take back'}
      >
        Undo&nbsp;<kbd>Ctrl Z</kbd>
      </Button>
      {sheet.undo.redo && (
        <Button color="inherit" onClick={() => onTakeBack(true)} title={`Do again: ${sheet.undo.redo}`}>
          Redo&nbsp;<kbd>Ctrl Y</kbd>
        </Button>
      )}
    </span>
  </div>
)
