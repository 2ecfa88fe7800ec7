import { Button, Menu, MenuItem } from '@mui/material'
import { useState } from 'react'
import type { HiddenReason } from '../../api/types'

const reasons: Record<HiddenReason, string> = {
  tooEarly: 'too early in the year',
  over: 'over for this year',
  outOfReach: 'out of reach',
  wrongSexOrStage: 'wrong sex or stage',
  damaged: 'damaged',
}

interface Props {
  busy: boolean
  onHidden: (reason: HiddenReason) => void
  /** Records that it was looked for in season and is not there; null for what every plant has. */
  onAbsent: (() => void) | null
}

/** Why a character was not seen, which is a record too. */
export function CannotBeSeen({ busy, onHidden, onAbsent }: Props) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const then = (act: () => void) => () => {
    setAnchor(null)
    act()
  }
  return (
    <>
      <Button
        color="inherit"
        onClick={(e) => setAnchor(e.currentTarget)}
        aria-haspopup="menu"
        disabled={busy}
      >
        Cannot be seen
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {(Object.keys(reasons) as HiddenReason[]).map((r) => (
          <MenuItem key={r} onClick={then(() => onHidden(r))}>
            {reasons[r]}
          </MenuItem>
        ))}
        {onAbsent && <MenuItem onClick={then(onAbsent)}>looked for in season, and not there</MenuItem>}
      </Menu>
    </>
  )
}
