/**
 * Edits that the server has not got yet, kept by the browser across reloads and
 * crashes. Each window keeps its own, under its own name: two windows on one
 * machine never overwrite each other's. Where people log in, each has the own
 * alone: nobody's edit is sent under another's name.
 */
import { api, type Document } from '../api/client'
import { me } from '../desk/person'

/** One change on its way: a document to store, or a step through what was stored. */
export interface Change {
  id: string
  step?: 'undo' | 'redo'
  restore?: number
  document: Document // as it stands here after the change; of a step, before it
  before: Document
}

export interface Unsent {
  revision: number
  base: Document
  changes: Change[]
}

const prefix = (job: string) => `gray-bridge-unsent-${job}${me.shared ? `@${me.name}` : ''}`
const keyOf = (job: string, window: string) => prefix(job) + (window && `-${window}`)

/** Keeps what a window has not sent, or forgets it. False: this browser keeps nothing (full, or told not to). */
export function keep(storage: Storage, job: string, window: string, unsent?: Unsent): boolean {
  try {
    if (unsent?.changes.length) storage.setItem(keyOf(job, window), JSON.stringify(unsent))
    else storage.removeItem(keyOf(job, window))
    return true
  } catch {
    return false
  }
}

/** The windows that have left something of a job here; a list of an earlier version has the empty name. */
export function windowsOf(storage: Storage, job: string): string[] {
  const out: string[] = []
  try {
    for (let i = 0; i < storage.length; i++) {
      const key = storage.key(i) ?? ''
      if (key === prefix(job)) out.push('')
      else if (key.startsWith(`${prefix(job)}-`)) out.push(key.slice(prefix(job).length + 1))
    }
  } catch {
    return []
  }
  return out.sort()
}

/** What a window left; undefined where nothing that can be read. */
export function left(storage: Storage, job: string, window: string): Unsent | undefined {
  try {
    const kept = JSON.parse(storage.getItem(keyOf(job, window)) ?? 'null') as Unsent | null
    return kept && Array.isArray(kept.changes) && kept.changes.length ? kept : undefined
  } catch {
    return undefined
  }
}

/** What a window had not sent, be it of an earlier version of the document, as documents are now. */
export async function presented(unsent: Unsent): Promise<Unsent | undefined> {
  const texts = [unsent.base, ...unsent.changes.flatMap((c) => [c.document, c.before])]
  const [base, ...documents] = (await api.present(texts)).documents
  if (!base) return undefined
  const changes = unsent.changes.map((c, i) => ({ ...c, document: documents[2 * i]!, before: documents[2 * i + 1]! }))
  return { revision: unsent.revision, base, changes }
}
