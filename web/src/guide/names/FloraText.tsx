import { clsx } from 'clsx'
import { Button } from '@mui/material'
import { useNavigate } from 'react-router'
import type { FloraAccount, GuideView } from '../../api/types'
import { organs } from '../../kit/organs'
import { capital, hazardWords } from '../../kit/format'
import { OwnPictures } from '../../identify/pictures/OwnPictures'
import { TaxonText } from '../../kit/TaxonText'
import { Plate } from './Plate'
import { YearStrip } from './YearStrip'
import kitCss from '../../kit/kit.module.css'
import namesCss from './names.module.css'

const status = { unknown: '', native: 'native here', introduced: 'introduced here' } as const
const commonness = {
  unknown: '',
  common: 'common',
  occasional: 'met now and then',
  rare: 'rare',
} as const

interface Props {
  account: FloraAccount
  guide: GuideView
  onOpen: (taxon: string) => void
}

/** A taxon as a flora describes it, every line written from the guide's statements. */
export function FloraText({ account: a, guide, onOpen }: Props) {
  const navigate = useNavigate()
  const alike = a.lookAlikes.slice(0, 5).map((l) => l.other.id)
  return (
    <article className={namesCss.flora}>
      <p className={kitCss.soft}>
        {a.above.map((t, i) => (
          <span key={t.id}>
            {i > 0 && ' › '}
            <button type="button" className={kitCss.link} onClick={() => onOpen(t.id)}>
              <TaxonText name={t.name} family={t.rank === 'family'} />
            </button>
          </span>
        ))}
      </p>
      <title>{`${a.taxon.name} · Garten`}</title>
      <h1>
        <TaxonText name={a.taxon.name} family={a.taxon.rank === 'family'} /> <small>{a.author}</small>
      </h1>
      <p className={kitCss.soft}>
        {[
          a.commonNames.join(', '),
          a.synonyms.length > 0 && `also called ${a.synonyms.join(', ')}`,
          a.misapplied.length > 0 && `here long called ${a.misapplied.join(', ')}, which is another species`,
          [
            status[a.status],
            ...a.statusElsewhere.map(
              (x) => `${x.status === 'unknown' ? 'not known' : x.status} in ${x.area}`,
            ),
          ]
            .filter(Boolean)
            .join(', '),
          commonness[a.commonness],
        ]
          .filter(Boolean)
          .join(' · ')}
      </p>
      {a.protection && <p className={kitCss.caution}>{a.protection}</p>}
      {a.cautions.map((c) => (
        <p key={c.text} className={kitCss.caution}>
          <b>{hazardWords[c.hazard]}.</b> {c.text}
        </p>
      ))}
      {a.seasons.length > 0 && <YearStrip seasons={a.seasons} />}
      <Plate taxon={a.taxon.id} />
      <OwnPictures taxon={a.taxon.id} />
      {a.paragraphs.map((p) => (
        <p key={p.organ} className={namesCss.floraOrgan}>
          <b>{capital(organs[p.organ])}.</b>{' '}
          {p.features.map((f, i) => (
            <span key={f.label}>
              {i > 0 && '; '}
              <span className={kitCss.soft}>{f.label}</span> {f.value}
            </span>
          ))}
          {p.without.length > 0 && (
            <>
              {p.features.length > 0 && '; '}
              <span className={kitCss.soft}>without</span> {p.without.join(', ')}
            </>
          )}
          .
        </p>
      ))}
      {a.habitat && (
        <p className={namesCss.floraOrgan}>
          <b>Grows in.</b> {capital(a.habitat)}.
        </p>
      )}
      {a.below.length > 0 && (
        <>
          <h2>Holds</h2>
          <p>
            {a.below.map((t, i) => (
              <span key={t.id}>
                {i > 0 && ' · '}
                <button type="button" className={kitCss.link} onClick={() => onOpen(t.id)}>
                  <TaxonText name={t.name} />
                </button>
              </span>
            ))}
          </p>
        </>
      )}
      {a.lookAlikes.length > 0 && (
        <>
          <h2>
            Easily taken for{' '}
            <Button onClick={() => void navigate(`/apart?taxa=${[a.taxon.id, ...alike].join(',')}`)}>
              Tell them apart
            </Button>
          </h2>
          <ul>
            {a.lookAlikes.map((l) => (
              <li key={l.other.id}>
                <button type="button" className={kitCss.link} onClick={() => onOpen(l.other.id)}>
                  <TaxonText name={l.other.name} />
                </button>
                {l.hazards[0] && <b> ({hazardWords[l.hazards[0]].toLowerCase()})</b>}: {l.text}{' '}
                <small>Decides: {l.characterLabel.toLowerCase()}.</small>
              </li>
            ))}
          </ul>
        </>
      )}
      {a.keys.length > 0 && (
        <>
          <h2>In the keys</h2>
          <ul>
            {a.keys.map((k) => (
              <li key={`${k.at.key} ${k.at.couplet}`}>
                {k.keyTitle}: <span className={namesCss.floraWay}>{k.way}</span>
              </li>
            ))}
          </ul>
        </>
      )}
      <p className={kitCss.soft}>
        Written from the statements of {guide.title} {guide.version}. Local law, the landowner and licensed
        practice decide what may be picked, cut or dug.
      </p>
      <div className={clsx(kitCss.row, kitCss.noPrint)}>
        <Button onClick={() => window.print()}>Print this account</Button>
        <Button onClick={() => void navigate(`/plate/${a.taxon.id}`)}>Its plate on a page</Button>
      </div>
    </article>
  )
}
