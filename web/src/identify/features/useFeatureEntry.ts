import { useCallback, useState } from 'react'
import { Problem } from '../../api/client'
import { type FeatureChange, useRecordFeature } from '../../api/queries'

/** A feature that was not taken. */
interface Failure {
  change: FeatureChange
  error: Error
  /** Set where somebody else was quicker: told whether the change is done with, once it is decided. */
  decide?: (done: boolean) => void
}

/** Names a feature among all that are being recorded. */
const keyOf = (visit: string, character: string) => `${visit} ${character}`

/** Records features of a plant, several of which can be on their way at once, each with its own end; what somebody else changed meanwhile is left to be decided. */
export function useFeatureEntry(plant: string) {
  const { mutateAsync } = useRecordFeature(plant)
  const [underWay, setUnderWay] = useState<readonly string[]>([])
  const [failures, setFailures] = useState<Readonly<Record<string, Failure | null>>>({})
  const settle = useCallback((key: string, failure: Failure | null) => {
    setFailures((all) => ({ ...all, [key]: failure }))
  }, [])
  const send = useCallback(
    (change: FeatureChange) => {
      const key = keyOf(change.visit, change.character)
      setUnderWay((all) => [...all, key])
      settle(key, null)
      return mutateAsync(change)
        .then(
          () => true,
          (error: Error) => {
            if (!(error instanceof Problem && error.status === 409)) {
              settle(key, { change, error })
              return false
            }
            return new Promise<boolean>((decide) => settle(key, { change, error, decide }))
          },
        )
        .finally(() => setUnderWay((all) => all.toSpliced(all.indexOf(key), 1)))
    },
    [mutateAsync, settle],
  )

  const conflict = Object.values(failures).find((f) => f?.decide)
  const replaces = conflict?.error instanceof Problem && conflict.error.field === 'replaces'
  const theirs = conflict?.error instanceof Problem ? conflict.error.theirs : null
  return {
    send,
    busy: (visit: string, character: string) => underWay.includes(keyOf(visit, character)),
    errorOf: (visit: string, character: string) => {
      const failure = failures[keyOf(visit, character)]
      return failure && !failure.decide ? failure.error : null
    },
    conflict: conflict && {
      change: conflict.change,
      message: conflict.error.message,
      theirs,
      replaces,
      keepTheirs: () => {
        settle(keyOf(conflict.change.visit, conflict.change.character), null)
        // What was typed goes back into its field where only one's own value stands in its way.
        conflict.decide?.(!replaces)
      },
      keepMine: () => {
        const { change, decide } = conflict
        if (replaces) {
          void send({ ...change, input: change.input && { ...change.input, replaces: true } }).then(decide)
          return
        }
        const expected = theirs?.revision ?? null
        void send({
          ...change,
          joins: false,
          expected,
          input: change.input && { ...change.input, expected },
        }).then(decide)
      },
    },
  }
}
