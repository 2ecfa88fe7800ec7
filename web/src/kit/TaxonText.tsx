import kitCss from './kit.module.css'
// Parts of a name that stay upright among the italics.
const upright = new Set(['cf.', 'aff.', '?', 'sp.', 'subsp.', 'var.', 'f.', '×', 'Group'])

/**
 * A scientific name as botanists set it: italic serif, connecting words upright. Families are not italic, nor cultivars, what
 * follows “sp.”, and labels to work with, which begin in small letters.
 */
export function TaxonText({ name, family = false }: { name: string; family?: boolean }) {
  const label = /^\p{Ll}/u.test(name) && !upright.has(name.split(' ', 1)[0] ?? '')
  const parts = name.split(' ')
  const from = parts.findIndex((part, i) => part.startsWith("'") || parts[i - 1] === 'sp.')
  return (
    <span className={kitCss.name}>
      {parts.map((part, i) => (
        <span key={i}>
          {i > 0 && ' '}
          {family || label || upright.has(part) || (from >= 0 && i >= from) ? (
            part
          ) : part.startsWith('×') ? (
            <>
              ×<em>{part.slice(1)}</em>
            </>
          ) : (
            <em>{part}</em>
          )}
        </span>
      ))}
    </span>
  )
}
