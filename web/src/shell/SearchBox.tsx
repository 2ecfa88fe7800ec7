import { Button } from '@mui/material'
import { Suspense, useEffect, useState } from 'react'
import { later } from '../kit/later'
import { Sign } from '../kit/Sign'
import shellCss from './shell.module.css'

const SearchDialog = later(() => import('./SearchDialog').then((m) => m.SearchDialog))

/** One search for everything, from any view: Ctrl K, a few letters, Enter. */
export function SearchBox() {
  const [open, setOpen] = useState(false)
  useEffect(() => {
    // Also from within a field: nothing else listens to this key.
    const onKey = (e: KeyboardEvent) => {
      if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === 'k') {
        e.preventDefault()
        setOpen(true)
      }
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
  return (
    <>
      <Button
        color="inherit"
        className={shellCss.shellSearch}
        aria-label="Find a plant, name, site, word …"
        aria-keyshortcuts="Control+K"
        onClick={() => setOpen(true)}
      >
        <Sign of="find" size={20} />
        <span className={shellCss.shellSearchWords}>Find a plant, name, site, word …</span>
        <kbd aria-hidden />
      </Button>
      {open && (
        <Suspense>
          <SearchDialog onClose={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  )
}
