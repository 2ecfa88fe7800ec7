/** What the clock of this device says beside that of the server, as it was last compared. */
const slot = 'garten-clock'

/** How far apart the clocks may be before it is told, in milliseconds: what a person would notice of a day's times. */
const noticed = 5 * 60_000

let apart = Number(globalThis.localStorage?.getItem(slot) ?? 0)
const watchers = new Set<() => void>()

export const clock = {
  watch: (watcher: () => void) => {
    watchers.add(watcher)
    return () => watchers.delete(watcher)
  },
  /** How far this device's clock is ahead of the server's, in milliseconds; 0 where nobody would notice. */
  ahead: () => apart,
}

/** Compares the clocks: the server has just said what its own shows. */
export function compareClocks(now: string) {
  const difference = Date.now() - Date.parse(now)
  const next = Math.abs(difference) < noticed ? 0 : difference
  if (Math.abs(next - apart) < noticed && (next === 0) === (apart === 0)) return
  apart = next
  localStorage.setItem(slot, String(next))
  for (const w of watchers) w()
}

/** The day it is, where the server cannot be asked: by this clock put right, and never before the day it last said. */
export function dayHere(said: string) {
  const now = new Date(Date.now() - apart)
  const day = `${now.getFullYear()}-${String(now.getMonth() + 1).padStart(2, '0')}-${String(now.getDate()).padStart(2, '0')}`
  return day > said ? day : said
}
