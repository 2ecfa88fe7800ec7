import { useGuide, useNumberTile, useTiles } from '../api/queries'
import { Drawing } from './Drawing'

interface Props {
  character: string
  /** A state; for a number the drawing shows what is measured. */
  state?: string
  /** A number to draw in place of what is measured in general. */
  number?: number
  /** Strikes the drawing through: what it shows is what is not so. */
  notSo?: boolean
}

/** The drawing of a state, or of a number; nothing where it cannot be drawn. */
export function StateTile({ character, state, number, notSo = false }: Props) {
  const organ = useGuide().data?.characters.find((c) => c.id === character)?.organ ?? null
  const drawn = useTiles(organ).data?.get(character)
  const ofNumber = useNumberTile(character, number ?? null).data?.svg
  const svg = state ? drawn?.tiles.find((t) => t.state === state)?.svg : (ofNumber ?? drawn?.measure)
  return svg ? <Drawing svg={svg} hidden className={notSo ? 'tile not-so' : 'tile'} /> : null
}
