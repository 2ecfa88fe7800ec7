import type { ReadFault, ReadPiece, ReadText } from '../../api/types'
import kitCss from '../../kit/kit.module.css'
import textsCss from './texts.module.css'

/** Words of a text; what was understood is underlined, with its meaning below. */
function Pieces({ pieces }: { pieces: readonly ReadPiece[] }) {
  return (
    <>
      <span>
        {pieces.map((p, i) =>
          p.meanings.length > 0 ? (
            <u key={i} title={p.meanings.join('\n')}>
              {p.text}
            </u>
          ) : (
            <span key={i}>{p.text}</span>
          ),
        )}
      </span>
      <small className={textsCss.meanings}>{pieces.flatMap((p) => p.meanings).join(' · ')}</small>
    </>
  )
}

interface Props {
  read: ReadText
  /** Shows where in the text a fault is. */
  onShow: (fault: ReadFault) => void
}

/** One text as it was read: its faults first, then its steps, or its words. */
export function ReadTextView({ read, onShow }: Props) {
  return (
    <article className={textsCss.one}>
      {read.heading && <h2>{read.heading}</h2>}
      {read.faults.length > 0 && (
        <ul className={kitCss.caution} aria-label="What is wrong">
          {read.faults.map((f) => (
            <li key={f.complaint}>
              {f.complaint}{' '}
              {f.line !== null && (
                <button type="button" className={kitCss.term} onClick={() => onShow(f)}>
                  line {f.line}
                </button>
              )}
            </li>
          ))}
        </ul>
      )}
      {read.couplets.length > 0 && (
        <ol className={textsCss.couplets}>
          {read.couplets.map((c, i) => (
            <li key={i} aria-label={`Step ${c.place}`}>
              <b>{c.place}</b>
              <ul>
                {c.leads.map((l, n) => (
                  <li key={n}>
                    <Pieces pieces={l.pieces} /> <span className={textsCss.to}>{l.to}</span>
                  </li>
                ))}
              </ul>
            </li>
          ))}
        </ol>
      )}
      {read.pieces.length > 0 && (
        <p>
          <Pieces pieces={read.pieces} />
        </p>
      )}
    </article>
  )
}
