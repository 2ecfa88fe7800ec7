import { clsx } from 'clsx'
import { Alert, Button, Dialog, DialogActions, DialogContent, DialogTitle, TextField } from '@mui/material'
import { useState } from 'react'
import { useAddVoucher, useMayCollect, useSession } from '../../api/queries'
import type { PlantSheet } from '../../api/types'
import { ProblemNote } from '../../kit/ProblemNote'
import kitCss from '../../kit/kit.module.css'
import namingCss from './naming.module.css'

/** A whole number typed, null while it is none. */
const whole = (text: string) => (/^[0-9]{1,7}$/.test(text.trim()) ? Number(text) : null)

/** Before a specimen is taken: may the stand bear it? After: its number and where it is kept. */
export function VoucherDialog({ sheet, onClose }: { sheet: PlantSheet; onClose: () => void }) {
  const plant = sheet.plant.id
  const today = useSession().data?.today ?? ''
  const add = useAddVoucher(plant)
  const [stand, setStand] = useState('')
  const [taken, setTaken] = useState('0')
  const [permit, setPermit] = useState('')
  const [number, setNumber] = useState('')
  const [keptAt, setKeptAt] = useState('')
  const [takenOn, setTakenOn] = useState(today)
  const [plants, whollyTaken] = [whole(stand), whole(taken)]
  const judged = useMayCollect(plant, plants, whollyTaken, permit).data
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <form
        onSubmit={(e) => {
          e.preventDefault()
          if (plants === null || whollyTaken === null) return
          add.mutate(
            { number, keptAt, takenOn, stand: plants, taken: whollyTaken, permit },
            { onSuccess: onClose },
          )
        }}
      >
        <DialogTitle>A voucher of {sheet.plant.tag}</DialogTitle>
        <DialogContent className={namingCss.voucherForm}>
          <ProblemNote error={add.error} />
          <div className={clsx(kitCss.row, namingCss.row)}>
            <TextField
              autoFocus
              label="Plants in the stand"
              inputMode="numeric"
              value={stand}
              onChange={(e) => setStand(e.target.value)}
            />
            <TextField
              label="Whole plants taken"
              helperText="0 for a twig or a few leaves"
              inputMode="numeric"
              value={taken}
              onChange={(e) => setTaken(e.target.value)}
            />
            <TextField label="Permit" value={permit} onChange={(e) => setPermit(e.target.value)} />
          </div>
          {judged && (
            <Alert severity={judged.allowed ? 'info' : 'warning'} variant="outlined" role="status">
              {judged.says.join(' ')}
            </Alert>
          )}
          <div className={clsx(kitCss.row, namingCss.row)}>
            <TextField label="Its number" value={number} onChange={(e) => setNumber(e.target.value)} />
            <TextField
              label="Kept at"
              value={keptAt}
              onChange={(e) => setKeptAt(e.target.value)}
              sx={{ flex: 1 }}
            />
            <TextField
              label="Taken on"
              type="date"
              value={takenOn}
              onChange={(e) => setTakenOn(e.target.value)}
              slotProps={{ inputLabel: { shrink: true } }}
            />
          </div>
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button
            type="submit"
            variant="contained"
            disabled={!judged?.allowed || !number.trim() || !keptAt.trim() || !takenOn || add.isPending}
          >
            Note the voucher
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  )
}
