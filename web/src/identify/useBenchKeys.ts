import type { BenchAnswer, Certainty, Organ, PlantSheet, PlantTag } from '../api/types'
import { outcomeKeys, sureness } from '../kit/toolWords'
import { useShortcuts } from '../kit/useShortcuts'
import type { BenchAddress } from './useBenchAddress'

interface Desk {
  at: BenchAddress
  list: PlantTag[] | undefined
  /** The plant looked at. */
  id: string | null
  sheet: PlantSheet | undefined
  bench: BenchAnswer | undefined
  onlyEnd: string | null
  choose: (plant: string) => void
  openFeatures: (organ: Organ) => void
  record: (character: string, state: string, certainty: Certainty) => void
  takeBack: (redo: boolean) => void
}

/** The keys of Identify, as its help lists them; those of the key and of features are heard where they are drawn. */
export function useBenchKeys(desk: Desk) {
  const { at, list, id, sheet, bench, onlyEnd, choose, openFeatures, record, takeBack } = desk
  const step = (by: number) => {
    if (!list?.length) return
    const here = list.findIndex((p) => p.id === id)
    const next = list[(here + by + list.length) % list.length]
    if (next) choose(next.id)
  }
  const first = bench?.lookNext[0]
  const apart = () => {
    const names = bench?.likelyNames.names ?? []
    if (!bench || bench.likelyNames.features === 0 || names.length < 2) return
    at.show(
      'apart',
      names
        .slice(0, 2)
        .map((w) => w.name.id)
        .join(','),
    )
  }
  useShortcuts({
    t: () => at.setTaking(true),
    j: () => step(1),
    i: () => step(-1),
    k: () => at.setTab('key'),
    f: () => at.setTab('features'),
    p: () => at.setTab('plant'),
    v: () => at.setTab('visits'),
    n: () => sheet && at.show('name', onlyEnd),
    a: apart,
    c: () => sheet && at.show('same'),
    l: () => first && openFeatures(first.organ),
    ...Object.fromEntries(
      outcomeKeys.map((key, i) => [
        key.toLowerCase(),
        () => {
          const seen = first?.outcomes[i]
          if (first && seen) record(first.character, seen.state, sureness(first.purpose))
        },
      ]),
    ),
    'ctrl+z': () => sheet?.undo.undo && takeBack(false),
    'ctrl+y': () => sheet?.undo.redo && takeBack(true),
    'ctrl+Z': () => sheet?.undo.redo && takeBack(true),
  })
}
