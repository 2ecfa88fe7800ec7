import { Alert } from '@mui/material'

/** What went wrong and what to do, shown where it happened. */
export function ProblemNote({ error }: { error: Error | null | undefined }) {
  return error ? (
    <Alert severity="error" variant="outlined" role="alert" sx={{ my: 1 }}>
      {error.message}
    </Alert>
  ) : null
}
