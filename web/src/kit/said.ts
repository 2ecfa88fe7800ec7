/** Something that was done, said in a line at the foot of the page. */
export interface Said {
  /** What was done, in the past: "TF-031 was deleted". */
  text: string
  /** Takes it back; absent where nothing is to be taken back. */
  undo?: () => void
}

let now: Said | null = null
const watchers = new Set<() => void>()

const become = (next: Said | null) => {
  now = next
  watchers.forEach((told) => told())
}

/** What is said at the foot of the page: `said.say({ text: 'The site was deleted', undo })`. The last thing said stands alone; it must never be the only place where a thing can be taken back, since it goes by itself. */
export const said = {
  now: () => now,
  say: become,
  end: () => become(null),
  watch: (told: () => void) => {
    watchers.add(told)
    return () => {
      watchers.delete(told)
    }
  },
}
