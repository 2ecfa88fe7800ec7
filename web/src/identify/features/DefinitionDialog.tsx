import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material'
import type { CharacterTiles, CharacterView } from '../../api/types'
import { Drawing } from '../../kit/Drawing'
import { harmWords, toolWords } from '../../kit/toolWords'
import kitCss from '../../kit/kit.module.css'
import featuresCss from './features.module.css'

interface Props {
  character: CharacterView
  drawn?: CharacterTiles
  onClose: () => void
}

/** How a feature is looked at or measured: from where to where, on which parts, with what. */
export function DefinitionDialog({ character: c, drawn, onClose }: Props) {
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle>{c.label}</DialogTitle>
      <DialogContent>
        <div className={featuresCss.definitionDrawings}>
          {drawn?.measure && <Drawing svg={drawn.measure} hidden />}
          {drawn?.gesture && <Drawing svg={drawn.gesture} hidden />}
        </div>
        <p>{c.howTo}</p>
        {c.which && <p>{c.which}</p>}
        <p className={kitCss.soft}>
          Seen with: {toolWords[c.tool]}. It takes {harmWords[c.harm]}.
        </p>
      </DialogContent>
      <DialogActions>
        <Button autoFocus onClick={onClose}>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  )
}
