import { Alert, Button } from '@mui/material'
import type { ReactNode } from 'react'
import { ErrorBoundary } from 'react-error-boundary'
import { useLocation } from 'react-router'
import { Renewed } from '../kit/later'
import shellCss from './shell.module.css'

/** Keeps the frame standing when a view breaks: says so, and leads on. Another view, or the same once more, begins anew. */
export function BrokenPage({ children }: { children: ReactNode }) {
  const { pathname, search } = useLocation()
  return (
    <ErrorBoundary
      resetKeys={[pathname, search]}
      fallbackRender={({ error, resetErrorBoundary }) =>
        error instanceof Renewed ? <RenewedNote /> : <BrokenNote error={error} onAgain={resetErrorBoundary} />
      }
    >
      {children}
    </ErrorBoundary>
  )
}

function RenewedNote() {
  return (
    <main className={shellCss.brokenPage}>
      <h1>Garten was renewed</h1>
      <p>
        The server runs a newer Garten than this page came from. Load the page anew and go on; what was
        recorded is kept.
      </p>
      <Button variant="contained" onClick={() => window.location.reload()}>
        Load it anew
      </Button>
    </main>
  )
}

function BrokenNote({ error, onAgain }: { error: unknown; onAgain: () => void }) {
  return (
    <main className={shellCss.brokenPage}>
      <h1>This view broke</h1>
      <p>
        What was recorded is kept, and so is what you typed. Try it once more, or go on with another view at
        the side. If it breaks again, tell whoever keeps this Garten:
      </p>
      <Alert severity="error" variant="outlined">
        {error instanceof Error ? error.message : String(error)}
      </Alert>
      <Button variant="contained" onClick={onAgain}>
        Try it once more
      </Button>
    </main>
  )
}
