import { Navigate, useLocation, useParams } from 'react-router'

/** Leads from an address of an earlier Garten to where it stands now, with all that was said in it. */
export function Moved({ to }: { to: string }) {
  const { search, hash } = useLocation()
  const { rest } = useParams()
  const [path = '', asked = ''] = to.split('?')
  const all = new URLSearchParams(asked)
  for (const [name, value] of new URLSearchParams(search)) all.set(name, value)
  const query = all.toString()
  return <Navigate to={`${path}${rest ? `/${rest}` : ''}${query && `?${query}`}${hash}`} replace />
}
