/**
 * What this device keeps for the machine: the bring-ups that were pinned, so that they open
 * without a network, and the entries that are still to be sent, with their pictures.
 */
import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import type { BringUp, LogEntry } from '../api/bringup'

/** An entry on its way; n is its place in the order in which it was made. */
export interface Waiting {
  n?: number
  job: string
  machine: string
  entry: LogEntry
  /** A picture or recording that is sent before it. */
  file?: Blob
  /** The account that entered it, where people log in: it goes under that name alone. */
  by?: string
  /** Why the server refused it: a person decides. */
  refused?: string
  /** Why it is held until the server is reached anew. */
  held?: string
}

export interface Pin {
  key: string
  at: number
  bringup: BringUp
}

interface Shelves extends DBSchema {
  pins: { key: string; value: Pin }
  waiting: { key: number; value: Waiting }
}

let opened: Promise<IDBPDatabase<Shelves>> | undefined
const db = () =>
  (opened ??= openDB<Shelves>('gray-bridge-machine', 1, {
    upgrade(d) {
      d.createObjectStore('pins', { keyPath: 'key' })
      d.createObjectStore('waiting', { keyPath: 'n', autoIncrement: true })
    },
  }))

export const pinKey = (job: string, machine: string) => `${job} ${machine}`

export const kept = {
  pin: async (b: BringUp) => {
    await (await db()).put('pins', { key: pinKey(b.job, b.machine), at: Date.now(), bringup: b })
  },
  pinned: async (job: string, machine: string) => {
    const d = await db()
    if (machine) return d.get('pins', pinKey(job, machine))
    return (await d.getAll('pins')).find((p) => p.bringup.job === job)
  },
  pins: async () => (await db()).getAll('pins'),
  unpin: async (key: string) => (await db()).delete('pins', key),
  /** Adds an entry to the end; it is on the disk when this returns. */
  add: async (w: Waiting) => {
    const tx = (await db()).transaction('waiting', 'readwrite', { durability: 'strict' })
    const n = await tx.store.add(w)
    await tx.done
    return n
  },
  /** Asks the browser once to keep this store when it runs short of room. */
  persist: async () => {
    try {
      if (!(await navigator.storage?.persisted?.())) await navigator.storage?.persist?.()
    } catch {
      // a browser that does not know it keeps what it keeps
    }
  },
  waiting: async () => (await db()).getAll('waiting'),
  put: async (w: Waiting) => void (await (await db()).put('waiting', w)),
  drop: async (...n: number[]) => {
    const tx = (await db()).transaction('waiting', 'readwrite')
    await Promise.all([...n.map((one) => tx.store.delete(one)), tx.done])
  },
  /** Who leaves takes the pinned machines off this device; what is not sent stays until it is. */
  clear: async () => (await db()).clear('pins'),
}
