import type { NameText } from '../../api/types'

/** What sort of name words are, in words. */
export const kindWords: Record<NameText['kind'], string> = {
  family: 'a family',
  genus: 'a genus',
  species: 'a species',
  infraspecific: 'a subspecies, variety or form',
  cultivar: 'a cultivar',
  cross: 'a cross',
  working: 'a label to work with',
  notIdentified: 'not identified',
}
