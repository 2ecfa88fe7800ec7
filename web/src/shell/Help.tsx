import { Button } from '@mui/material'
import { Suspense } from 'react'
import { useSearchParams } from 'react-router'
import { later } from '../kit/later'
import { useShortcuts } from '../kit/useShortcuts'
import { withAsked } from '../kit/withAsked'

const HelpDialog = later(() => import('./HelpDialog').then((m) => m.HelpDialog))

/** Help for the view one is in: by the question mark, the button, or an address that asks for it. */
export function Help() {
  const [query, setQuery] = useSearchParams()
  const show = (on: boolean) => setQuery((now) => withAsked(now, { help: on ? '' : null }))
  useShortcuts({ '?': () => show(true) })
  return (
    <>
      <Button
        color="inherit"
        aria-label="Help"
        title="Help: ?"
        onClick={() => show(true)}
        sx={{ minWidth: 44 }}
      >
        ?
      </Button>
      {query.has('help') && (
        <Suspense>
          <HelpDialog onClose={() => show(false)} />
        </Suspense>
      )}
    </>
  )
}
