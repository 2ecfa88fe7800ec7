// Parts of a name that stay upright among the italics.
const upright = new Set(['cf.', 'aff.', '?', 'sp.', 'subsp.', 'var.', '×'])

/** A scientific name as botanists set it: italic serif, connecting words upright. Families are not italic. */
export function TaxonText({ name, family = false }: { name: string; family?: boolean }) {
  return (
    <span className="name">
      {name.split(' ').map((part, i) => (
        <span key={i}>
          {i > 0 && ' '}
          {family || upright.has(part) ? part : <em>{part}</em>}
        </span>
      ))}
    </span>
  )
}
