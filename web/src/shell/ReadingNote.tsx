import { useSession } from '../api/queries'

/** Says to readers, once and always, that nothing they press is recorded. */
export function ReadingNote() {
  const session = useSession().data
  if (!session?.person || session.mayRecord) return null
  return (
    <p className="reading-note no-print">
      You are here as a reader: look at everything, nothing is recorded. Places of sensitive species are not
      shown.
    </p>
  )
}
