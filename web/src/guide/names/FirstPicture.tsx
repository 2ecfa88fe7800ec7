import { usePlate } from '../../api/queries'
import { Drawing } from '../../kit/Drawing'
import namesCss from './names.module.css'

/** A small drawing of a taxon by what one knows it by: its flowers where it has any, else what its plate shows first. */
export function FirstPicture({ taxon }: { taxon: string }) {
  const panels = usePlate(taxon).data?.panels ?? []
  const first = panels.find((p) => p.organ === 'inflorescence' || p.organ === 'flower') ?? panels[0]
  return <div className={namesCss.firstPicture}>{first && <Drawing svg={first.svg} hidden />}</div>
}
