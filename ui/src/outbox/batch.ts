/** How waiting entries go out: pure, so that it can be looked at by itself. */
import type { Waiting } from './kept'

export const mostAtOnce = 50

/**
 * The next ones to send together: in the order in which they were made, of one machine, a file
 * only at the front. What was refused lets the others pass, and what another person entered on
 * this device waits for that person.
 */
export function batch(all: Waiting[], me = ''): Waiting[] {
  const going = all.filter((w) => !w.refused && (!w.by || w.by === me))
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

/** Whether a refusal is for good: a lost connection, a busy server and a shut door are not. */
export const forGood = (status: number) => status >= 400 && status < 500 && ![401, 408, 425, 429].includes(status)

/** How long to wait before another try, in milliseconds, after so many that failed. */
export const patience = (failed: number) => Math.min(30_000, 500 * 2 ** Math.min(failed, 6))
