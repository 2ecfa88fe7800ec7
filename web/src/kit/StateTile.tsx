import { clsx } from 'clsx'
import { useGuide, useNumberTile, useTiles } from '../api/queries'
import { Drawing } from './Drawing'
import kitCss from './kit.module.css'

interface Props {
  character: string
  /** A state; for a number the drawing shows what is measured. */
  state?: string
  /** A number to draw in place of what is measured in general. */
  number?: number
  /** Strikes the drawing through: what it shows is what is not so. */
  notSo?: boolean
}

/** The drawing of a state, or of a number; nothing where it cannot be drawn. Its place is kept until it comes, so that nothing moves under the pointer. */
export function StateTile({ character, state, number, notSo = false }: Props) {
  const organ = useGuide().data?.characters.find((c) => c.id === character)?.organ ?? null
  const tiles = useTiles(organ)
  const drawn = tiles.data?.get(character)
  const ofNumber = useNumberTile(character, number ?? null).data?.svg
  const svg = state ? drawn?.tiles.find((t) => t.state === state)?.svg : (ofNumber ?? drawn?.measure)
  if (tiles.isLoading)
    return <span className={clsx(kitCss.drawing, kitCss.tile, kitCss.awaited)} aria-hidden />
  return svg ? (
    <Drawing svg={svg} hidden className={notSo ? `${kitCss.tile} ${kitCss.notSo}` : kitCss.tile} />
  ) : null
}
