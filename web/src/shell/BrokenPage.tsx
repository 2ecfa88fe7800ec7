import { Alert, Button } from '@mui/material'
import type { ReactNode } from 'react'
import { ErrorBoundary } from 'react-error-boundary'
import { useLocation } from 'react-router'
import shellCss from './shell.module.css'

/** Keeps the frame standing when a view breaks: says so, and leads on. Another view, or the same once more, begins anew. */
export function BrokenPage({ children }: { children: ReactNode }) {
  const { pathname, search } = useLocation()
  return (
    <ErrorBoundary
      resetKeys={[pathname, search]}
      fallbackRender={({ error, resetErrorBoundary }) => (
        <main className={shellCss.brokenPage}>
          <h1>This view broke</h1>
          <p>
            What was recorded is kept, and so is what you typed. Try it once more, or go on with another view
            at the side. If it breaks again, tell whoever keeps this Garten:
          </p>
          <Alert severity="error" variant="outlined">
            {error instanceof Error ? error.message : String(error)}
          </Alert>
          <Button variant="contained" onClick={resetErrorBoundary}>
            Try it once more
          </Button>
        </main>
      )}
    >
      {children}
    </ErrorBoundary>
  )
}
