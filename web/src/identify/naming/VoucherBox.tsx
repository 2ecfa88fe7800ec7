import { Button } from '@mui/material'
import { useState } from 'react'
import { useSession } from '../../api/queries'
import type { PlantSheet } from '../../api/types'
import { day } from '../../kit/format'
import { VoucherDialog } from './VoucherDialog'
import namingCss from './naming.module.css'

/** Specimens kept of the plant, and the way to one more. */
export function VoucherBox({ sheet }: { sheet: PlantSheet }) {
  const mayRecord = useSession().data?.mayRecord
  const [taking, setTaking] = useState(false)
  return (
    <>
      {sheet.vouchers.map(({ content, person }) => (
        <p key={content.number} className={namingCss.voucherLine}>
          Voucher <b>{content.number}</b>, kept at {content.keptAt}{' '}
          <small>
            {person}, {day(content.takenOn)},{' '}
            {content.taken === 0 ? 'no whole plant' : `${content.taken} of ${content.stand}`}
          </small>
        </p>
      ))}
      {mayRecord && (
        <Button size="small" onClick={() => setTaking(true)}>
          A voucher …
        </Button>
      )}
      {taking && <VoucherDialog sheet={sheet} onClose={() => setTaking(false)} />}
    </>
  )
}
