/** How waiting entries go out: pure, so that it can be looked at by itself. */
import type { Waiting } from './kept'

export const mostAtOnce = 50

/**
 * The next ones to send together: in the order in which they were made, of one machine, a file
 * only at the front. What was refused or is held lets the others pass, and what another person entered on
 * this device waits for that person.
 */
export function batch(all: Waiting[], me = ''): Waiting[] {
  const going = all.filter((w) => !w.refused && !w.held && (!w.by || w.by === me))
  const first = going[0]
  if (!first) return []
  const out: Waiting[] = []
  for (const w of going) {
    if (w.job !== first.job || w.machine !== first.machine || out.length === mostAtOnce) break
    if (out.length && w.file && !w.entry.file) break
    out.push(w)
    if (w.file && !w.entry.file) break
  }
  return out
}

/**
 * What becomes of an entry that was answered so: sent again by itself after a wait, which grows; held until the server
 * is reached anew (the machine lies in the bin, or somebody may not write there now); or kept until a person decides.
 */
export type Fate = 'again' | 'held' | 'refused'
export function fate(status: number): Fate {
  if (status < 400 || status >= 499 || [401, 408, 425, 429].includes(status)) return 'again'
  return status === 403 || status === 404 ? 'held' : 'refused'
}

/** Whether sending it again by itself is of no use. */
export const forGood = (status: number) => fate(status) !== 'again'

/** How long to wait before another try, in milliseconds, after so many that failed. */
export const patience = (failed: number) => Math.min(30_000, 500 * 2 ** Math.min(failed, 6))
