import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material'
import { useState } from 'react'
import type { BenchRequest, GuideView, Organ } from '../../api/types'
import { ApartView } from './ApartView'

interface Props {
  guide: GuideView
  plant: BenchRequest
  taxa: string[]
  onClose: () => void
  onRecord: (organ: Organ) => void
}

/** What tells names apart, for the plant on the bench. */
export function ApartDialog({ guide, plant, taxa: first, onClose, onRecord }: Props) {
  const [taxa, setTaxa] = useState(first)
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="md" aria-labelledby="apart-title">
      <DialogTitle id="apart-title">Tell apart</DialogTitle>
      <DialogContent>
        <ApartView guide={guide} plant={plant} taxa={taxa} onTaxa={setTaxa} onRecord={onRecord} />
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose} autoFocus>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  )
}
