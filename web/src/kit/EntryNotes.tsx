import { Button } from '@mui/material'
import type { useEntry } from './useEntry'
import kitCss from './kit.module.css'

/** What is still on its way to the server, and what came back while the next line was being typed: `<EntryNotes entry={entry} />`. */
export function EntryNotes({ entry }: { entry: ReturnType<typeof useEntry> }) {
  return (
    <>
      {entry.sending.length > 0 && (
        <span className={kitCss.soft} aria-live="polite">
          on its way: {entry.sending.join('; ')}
        </span>
      )}
      {entry.refused.map((text, i) => (
        <Button
          key={i}
          size="small"
          variant="outlined"
          color="inherit"
          title="It was not taken. Press to put it right."
          onClick={() => entry.takeUp(text)}
        >
          not taken: {text}
        </Button>
      ))}
    </>
  )
}
