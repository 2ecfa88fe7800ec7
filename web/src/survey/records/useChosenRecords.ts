import { useAsked } from '../../kit/useAsked'
import type { ChosenRecords } from './RecordFields'

/** The records chosen, as the address says; and choosing others. */
export function useChosenRecords() {
  const [asked, ask] = useAsked('site', 'taxon', 'person', 'from', 'to', 'text')
  const chosen: ChosenRecords = Object.fromEntries(
    Object.entries(asked).filter((entry): entry is [string, string] => !!entry[1]),
  )
  const choose = (part: ChosenRecords) =>
    ask(Object.fromEntries(Object.entries(part).map(([name, value]) => [name, value ?? null])))
  const all = () => ask({ site: null, taxon: null, person: null, from: null, to: null, text: null })
  return { chosen, choose, all }
}
