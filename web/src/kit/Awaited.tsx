import { Skeleton } from '@mui/material'
import kitCss from './kit.module.css'

/** Stands where something is on its way; seen only when it takes longer than a moment, and says nothing that could be false. */
export const Awaited = ({ lines = 4 }: { lines?: number }) => (
  <div className={kitCss.awaitedView} role="status" aria-label="On its way" aria-busy>
    {Array.from({ length: lines }, (_, i) => (
      <Skeleton key={i} variant="rounded" height={i === 0 ? 32 : 56} animation={false} />
    ))}
  </div>
)
