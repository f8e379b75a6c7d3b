/**
 * What is held of one job: what the server acknowledged, what the hands have made of
 * it, and the changes that are still on their way, in order, each once. A pure reducer:
 * the same state and event always give the same state, and nothing else is touched.
 */
import type { Document, JobAnswer } from '../api/client'
import { same } from './document'
import type { Change, Unsent } from './unsent'

export interface Held {
  revision: number
  base: Document // as the server acknowledged it last
  committed: Document // with every change that is on its way
  queue: Change[]
  canUndo: boolean
  canRedo: boolean
}

export type Event =
  | { type: 'arrived'; job: JobAnswer } // stored by somebody else, and nothing of ours is on its way
  | { type: 'edited'; id: string; document: Document }
  | { type: 'stepped'; id: string; step: 'undo' | 'redo'; sending: boolean }
  | { type: 'restored'; id: string; to: number }
  | { type: 'stored'; job: JobAnswer } // the first of the queue
  | { type: 'refused' } // the first of the queue, for good
  | { type: 'met'; id: string; job: JobAnswer; document: Document } // ours put together with theirs
  | { type: 'chosen'; ids: [string, string]; job: JobAnswer; mine: boolean }
  | { type: 'adopted'; unsent: Unsent } // what a closed window had not sent

export function opened(job: JobAnswer): Held {
  return {
    revision: job.revision,
    base: job.document,
    committed: job.document,
    queue: [],
    canUndo: job.can_undo,
    canRedo: job.can_redo,
  }
}

const took = (h: Held, job: JobAnswer): Held => ({ ...opened(job), committed: h.committed, queue: h.queue })

/** A step through what is stored; what has not been sent yet is simply taken back. */
function stepped(h: Held, id: string, step: 'undo' | 'redo', sending: boolean): Held {
  const last = h.queue.at(-1)
  if (step === 'undo' && last && !last.step && (h.queue.length > 1 || !sending))
    return { ...h, queue: h.queue.slice(0, -1), committed: last.before }
  if (!last && !(step === 'undo' ? h.canUndo : h.canRedo)) return h
  return { ...h, queue: [...h.queue, { id, step, document: h.committed, before: h.committed }] }
}

export function reduce(h: Held, e: Event): Held {
  switch (e.type) {
    case 'arrived':
      return { ...took(h, e.job), committed: e.job.document }
    case 'edited':
      return {
        ...h,
        committed: e.document,
        queue: [...h.queue, { id: e.id, document: e.document, before: h.committed }],
      }
    case 'stepped':
      return stepped(h, e.id, e.step, e.sending)
    case 'restored':
      return {
        ...h,
        queue: [...h.queue, { id: e.id, restore: e.to, document: h.committed, before: h.committed }],
      }
    case 'stored': {
      const [first, ...queue] = h.queue
      const there = first && (first.step || first.restore) && !queue.length
      return { ...took(h, e.job), queue, committed: there ? e.job.document : h.committed }
    }
    case 'refused':
      return { ...h, queue: h.queue.slice(1) }
    case 'met': {
      const queue = same(e.document, e.job.document) ? [] : [{ id: e.id, document: e.document, before: e.job.document }]
      return { ...took(h, e.job), committed: e.document, queue }
    }
    case 'chosen': {
      // Both are stored, one after the other: undo gives the one not taken.
      const own = h.committed
      const queue: Change[] = [{ id: e.ids[0], document: own, before: e.job.document }]
      if (!e.mine) queue.push({ id: e.ids[1], step: 'undo', document: own, before: own })
      return { ...took(h, e.job), committed: own, queue }
    }
    case 'adopted':
      return {
        ...h,
        revision: e.unsent.revision,
        base: e.unsent.base,
        queue: e.unsent.changes,
        committed: e.unsent.changes.at(-1)!.document,
      }
  }
}

/** Whether two persons' edits can be put together: steps and restorations are one person's own. */
export const mergeable = (h: Held) => h.queue.every((c) => !c.step && !c.restore)
