import { useGuide, useTiles } from '../api/queries'
import { Drawing } from './Drawing'

interface Props {
  character: string
  /** A state; for a number the drawing shows what is measured. */
  state?: string
}

/** The drawing of a state, or of what a number measures; nothing where it cannot be drawn. */
export function StateTile({ character, state }: Props) {
  const organ = useGuide().data?.characters.find((c) => c.id === character)?.organ ?? null
  const drawn = useTiles(organ).data?.get(character)
  const svg = state ? drawn?.tiles.find((t) => t.state === state)?.svg : drawn?.measure
  return svg ? <Drawing svg={svg} hidden className="tile" /> : null
}
