import { clsx } from 'clsx'
import { useSession } from '../api/queries'
import kitCss from '../kit/kit.module.css'
import shellCss from './shell.module.css'

/** Says to readers, once and always, that nothing they press is recorded. */
export function ReadingNote() {
  const session = useSession().data
  if (!session?.person || session.mayRecord) return null
  return (
    <p className={clsx(shellCss.readingNote, kitCss.noPrint)}>
      You are here as a reader: look at everything, nothing is recorded. Places of sensitive species are not
      shown.
    </p>
  )
}
