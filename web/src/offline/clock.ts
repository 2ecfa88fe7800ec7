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

/** Compares the clocks, by the hour an answer of the server bears. */
export function compareClocks(response: Response) {
  const there = Date.parse(response.headers.get('Date') ?? '')
  if (Number.isNaN(there)) return
  const difference = Date.now() - there
  const now = Math.abs(difference) < noticed ? 0 : difference
  if (Math.abs(now - apart) < noticed && (now === 0) === (apart === 0)) return
  apart = now
  localStorage.setItem(slot, String(now))
  for (const w of watchers) w()
}

/** The day it is, where the server cannot be asked: by this clock put right, and never before the day it last said. */
export function dayHere(said: string) {
  const now = new Date(Date.now() - apart)
  const day = `${now.getFullYear()}-${String(now.getMonth() + 1).padStart(2, '0')}-${String(now.getDate()).padStart(2, '0')}`
  return day > said ? day : said
}
