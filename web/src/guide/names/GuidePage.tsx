import { clsx } from 'clsx'
import { TextField } from '@mui/material'
import { useNavigate, useParams, useSearchParams } from 'react-router'
import { useFlora, useGuide, useNames } from '../../api/queries'
import { ProblemNote } from '../../kit/ProblemNote'
import { ByFeature } from './ByFeature'
import { ByKinship } from './ByKinship'
import { FloraText } from './FloraText'
import { FoundNames } from './FoundNames'
import { FirstPicture } from './FirstPicture'
import { TaxonLine } from './TaxonLine'
import { useAsked } from '../../kit/useAsked'
import kitCss from '../../kit/kit.module.css'
import namesCss from './names.module.css'

const ways = [
  { id: 'kinship', label: 'By family' },
  { id: 'feature', label: 'By feature' },
] as const

/** Looking things up: find a name, go down the classification, or ask what shows a feature; then read the account. */
export function GuidePage() {
  const { taxon } = useParams()
  const navigate = useNavigate()
  const guide = useGuide().data
  const [query, setQuery] = useSearchParams()
  const [{ name }, ask] = useAsked('name')
  const text = name ?? ''
  const way = query.has('organ') ? 'feature' : 'kinship'
  const found = useNames(text.trim()).data
  const { data: account, error } = useFlora(taxon ?? null)
  const open = (id: string) => void navigate(`/guide/${id}${query.size > 0 ? `?${query}` : ''}`)
  const deadly = (guide?.taxa ?? []).filter((t) => t.hazards.includes('deadly') && t.name.rank === 'species')
  return (
    <div className={`${namesCss.guide}${taxon ? ` ${namesCss.reading}` : ''}`}>
      <aside className={clsx(namesCss.guideFind, kitCss.noPrint)} aria-label="Find a plant">
        <TextField
          label="A name: scientific, older, or common"
          type="search"
          fullWidth
          value={text}
          onChange={(e) => ask({ name: e.target.value })}
        />
        {text.trim() && found ? (
          <FoundNames found={found} text={text.trim()} current={taxon} onOpen={open} />
        ) : (
          <>
            <div
              className={clsx(kitCss.segments, namesCss.segments)}
              role="radiogroup"
              aria-label="How to look"
            >
              {ways.map((w) => (
                <label key={w.id}>
                  <input
                    type="radio"
                    name="way"
                    checked={way === w.id}
                    onChange={() => setQuery(w.id === 'feature' ? { organ: 'leaf' } : {})}
                  />
                  {w.label}
                </label>
              ))}
            </div>
            {guide && way === 'kinship' && <ByKinship guide={guide} current={taxon} onOpen={open} />}
            {guide && way === 'feature' && <ByFeature guide={guide} current={taxon} onOpen={open} />}
          </>
        )}
      </aside>
      <main className={namesCss.guideText}>
        <ProblemNote error={error} />
        {account && guide ? (
          <FloraText account={account} guide={guide} onOpen={open} />
        ) : (
          <div className={namesCss.guideEmpty}>
            <title>Guide · Garten</title>
            <h1>{guide?.title}</h1>
            {guide && (
              <p>
                {guide.taxa.filter((t) => t.name.rank !== 'family' && t.name.rank !== 'genus').length} kinds
                of plants, described by {guide.characters.length} features and told apart by{' '}
                {guide.keys.length === 1 ? 'one key' : `${guide.keys.length} keys`}.
              </p>
            )}
            <p className={kitCss.soft}>
              Find a name, go down the families, or ask which plants show a feature.
            </p>
            {deadly.length > 0 && (
              <>
                <h2>Know these before you touch anything here</h2>
                <div className={namesCss.guideCards}>
                  {deadly.map((t) => (
                    <div key={t.name.id}>
                      <FirstPicture taxon={t.name.id} />
                      <TaxonLine
                        name={t.name}
                        note={[t.name.common, t.family].filter(Boolean).join(' · ')}
                        hazards={t.hazards}
                        current={false}
                        onOpen={open}
                      />
                    </div>
                  ))}
                </div>
              </>
            )}
          </div>
        )}
      </main>
    </div>
  )
}
