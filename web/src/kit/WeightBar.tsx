import kitCss from './kit.module.css'
/** A chance as the length of a bar; hatched for "outside the guide". */
export function WeightBar({ mass, hatched = false }: { mass: number; hatched?: boolean }) {
  return (
    <span className={kitCss.weightBar} aria-hidden="true">
      <span className={hatched ? kitCss.hatched : undefined} style={{ width: `${mass * 100}%` }} />
    </span>
  )
}
