import { Popover } from '@mui/material'
import { useState } from 'react'
import { useGuide } from '../api/queries'
import './Term.css'

/** A word of the guide that opens its explanation. */
export function Term({ id }: { id: string }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const term = useGuide().data?.terms.find((t) => t.id === id)
  if (!term) return null
  return (
    <>
      <button
        type="button"
        className="term"
        onClick={(e) => setAnchor(e.currentTarget)}
        aria-haspopup="dialog"
      >
        {term.label.toLowerCase()}
      </button>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      >
        <div className="term-card">
          <b>{term.label}</b> <span>{term.plain}</span>
          <p>{term.definition}</p>
        </div>
      </Popover>
    </>
  )
}
