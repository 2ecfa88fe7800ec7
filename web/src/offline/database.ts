import Dexie, { type EntityTable } from 'dexie'
import type { KeptPhoto, ObservationView } from '../api/types'

/** An answer of the server as it was last heard, for one person. */
export interface KeptAnswer {
  person: string
  /** The question, in the form the query cache tells questions apart by. */
  question: string
  content: unknown
  /** When it was heard, in milliseconds since 1970. */
  at: number
}

/** A change of the survey that is on its way to the server, and stays here until that has answered. */
export interface WaitingChange {
  /** Counts on: changes are sent in this order. */
  number?: number
  /** The number of the command: sent again under it, the server makes it once. */
  id: string
  person: string
  /** What it is of, where its address does not say: the count of a line. */
  of?: string | null
  /** The page that sends it. While that page is open it sees to it itself. */
  page: string
  method: string
  /** Where it goes, and the same address with the names of its parts in place of them. */
  address: string
  pattern: string
  /** The kind of content; null where there is none. */
  type: string | null
  content: string | Blob | null
  /** When it was asked for by this device's clock, as it goes in the header. */
  asked: string
  /** Why the server did not take it; null while it has not said so. */
  refused: string | null
  /** What somebody else recorded in its place, where that is why. */
  theirs?: ObservationView | null
}

/** A picture on this device: taken here, or packed for the field. Its whole file lies with the change that sends it. */
export interface PictureHere {
  photo: string
  person: string
  /** The picture in reduced size. */
  small: Blob
  /** What its file says of it; null of one that was packed, where the server's word is kept. */
  facts: KeptPhoto | null
}

/** What this device keeps of Garten, in the browser's own database. */
class DeviceDatabase extends Dexie {
  answers!: EntityTable<KeptAnswer>
  changes!: EntityTable<WaitingChange, 'number'>
  pictures!: EntityTable<PictureHere, 'photo'>

  constructor() {
    // Written through to the disk: a device that falls into the creek a second later is dried with all of it.
    super('garten', { chromeTransactionDurability: 'strict' })
    this.version(1).stores({ answers: '[person+question], person', changes: '++number, &id, person' })
    this.version(2).stores({ pictures: 'photo, person' })
  }
}

export const database = new DeviceDatabase()
