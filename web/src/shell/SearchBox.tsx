import { Button } from '@mui/material'
import { Suspense, useEffect, useState } from 'react'
import { later } from '../kit/later'
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
        onClick={() => setOpen(true)}
      >
        <svg
          width="20"
          height="20"
          viewBox="0 0 24 24"
          fill="none"
          stroke="currentColor"
          strokeWidth="2"
          aria-hidden
        >
          <path d="M10 4a6 6 0 1 0 0 12a6 6 0 1 0 0-12M15 15l6 6" />
        </svg>
        <span className={shellCss.shellSearchWords}>Find a plant, name, site, word …</span>
        <kbd aria-hidden>Ctrl K</kbd>
      </Button>
      {open && (
        <Suspense>
          <SearchDialog onClose={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  )
}
