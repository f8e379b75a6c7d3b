/**
 * How far a machine is on this device: what the server said last, with what was done here and is
 * still on its way. The server judges when it arrives; until then this leads to the next step.
 */
import type { BringUp, Gate, Take } from '../api/bringup'
import type { Waiting } from '../outbox/kept'

export interface Ahead extends Gate {
  /** Done on this device and not sent yet. */
  pending?: 'passed' | 'failed' | 'skipped'
  /** Readings on this device, by take. */
  here: Record<string, { value: number; words: string }>
}

const done = (g: Ahead) =>
  g.pending === 'passed' || g.pending === 'skipped' || g.state === 'passed' || g.state === 'skipped'

export function ahead(b: BringUp, waiting: Waiting[]): { gates: Ahead[]; next?: string } {
  const mine = waiting.filter((w) => w.job === b.job && w.machine === b.machine && !w.refused)
  const gates: Ahead[] = b.progress.gates.map((g) => ({ ...g, here: {} }))
  for (const w of mine) {
    if (w.entry.kind === 'gate') {
      const g = gates.find((one) => one.id === w.entry.gate)
      if (g) g.pending = w.entry.outcome
    }
    for (const r of w.entry.reads ?? []) {
      for (const g of gates)
        if (g.takes.some((t) => t.id === r.take)) g.here[r.take] = { value: r.value, words: r.words ?? '' }
    }
  }
  if (!mine.length) return { gates, next: b.progress.next }
  const through = new Set<string>()
  for (const g of gates) {
    g.ready = !g.of_plan && g.after.every((id) => through.has(id))
    if (g.ready && done(g)) through.add(g.id)
    if (g.ready && g.state === 'waiting') {
      g.state = 'open'
      g.says = ''
    }
    g.waiting = g.after.filter((id) => !through.has(id)).map((id) => gates.find((o) => o.id === id)?.title ?? id)
    if (g.state === 'waiting' && g.waiting.length) g.says = `First do: ${g.waiting.join(', ')}.`
  }
  return { gates, next: gates.find((g) => g.ready && !done(g))?.id }
}

export type Stands = 'inside' | 'above' | 'below' | 'far-above' | 'far-below' | 'taken'

/** Where a reading lies: the ends are the plan's; beyond them by more than the band is wide is far. */
export function stands(t: Take, x: number): Stands {
  const { low, high } = t
  if (high !== undefined && x > high) return x > high + (low !== undefined ? high - low : high) ? 'far-above' : 'above'
  if (low !== undefined && x < low) return x < low - (high !== undefined ? high - low : low / 2) ? 'far-below' : 'below'
  return low === undefined && high === undefined ? 'taken' : 'inside'
}
