interface Taken {
  site: string
  date: string
  /** The day it was entered: tomorrow begins afresh. */
  on: string
}

const slot = 'garten.lastTaken'

/** Where and when the last plant was taken up on this device today; a row of plants at one site is entered without choosing it anew. */
export function lastTaken(today: string): Taken | null {
  try {
    const kept = JSON.parse(localStorage.getItem(slot) ?? 'null') as Taken | null
    return kept?.on === today ? kept : null
  } catch {
    return null
  }
}

/** Keeps where and when a plant was taken up. */
export const keepTaken = (taken: Taken) => localStorage.setItem(slot, JSON.stringify(taken))
