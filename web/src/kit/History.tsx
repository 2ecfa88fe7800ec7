import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { answer, api } from '../api/client'
import { ChangesList } from './ChangesList'
import { ProblemNote } from './ProblemNote'
import kitCss from './kit.module.css'

interface Props {
  kind: 'site' | 'place' | 'count' | 'line' | 'person'
  id: string
}

/** The history of a site, a place, a count, a line of one or a person's name, asked for when it is opened. */
export function History({ kind, id }: Props) {
  const [open, setOpen] = useState(false)
  const { data, error } = useQuery({
    queryKey: ['history', kind, id],
    enabled: open,
    staleTime: 0,
    queryFn: () =>
      answer(api.GET('/api/history/{kind}/{subject}', { params: { path: { kind, subject: id } } })),
  })
  return (
    <details className={kitCss.noPrint} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>History</summary>
      <ProblemNote error={error} />
      {data?.length === 0 && <p className={kitCss.soft}>Nothing of it was changed.</p>}
      {data && <ChangesList changes={data} />}
    </details>
  )
}
