import { clsx } from 'clsx'
import { Drawing } from '../../kit/Drawing'
import kitCss from '../../kit/kit.module.css'
import featuresCss from './features.module.css'

/** A state or a measure of a character, drawn; nothing where it cannot be drawn or is on its way. */
export const CharacterTile = ({ svg }: { svg?: string | null }) =>
  svg && <Drawing svg={svg} hidden className={clsx(kitCss.tile, featuresCss.tile)} />
