import { useSearchParams } from 'react-router'
import { useGuide } from '../../api/queries'
import { ViewTitle } from '../../kit/ViewTitle'
import { ApartView } from './ApartView'
import { EasilyTaken } from './EasilyTaken'
import kitCss from '../../kit/kit.module.css'
import apartCss from './apart.module.css'

/** Telling names of the guide apart without a plant; the names stand in the address, so that a comparison can be passed on. */
export function ApartPage() {
  const guide = useGuide().data
  const [query, setQuery] = useSearchParams()
  const taxa = (query.get('taxa') ?? '').split(',').filter((t) => guide?.taxa.some((x) => x.name.id === t))
  return (
    <main className={apartCss.apartPage}>
      <ViewTitle>Tell apart</ViewTitle>
      <p className={kitCss.soft}>What parts the names of the guide, the surest feature first.</p>
      {taxa.length === 0 && <EasilyTaken onApart={(pair) => setQuery({ taxa: pair.join(',') })} />}
      {guide && (
        <ApartView
          guide={guide}
          plant={null}
          taxa={taxa}
          onTaxa={(t) => setQuery(t.length > 0 ? { taxa: t.join(',') } : {}, { replace: true })}
        />
      )}
    </main>
  )
}
