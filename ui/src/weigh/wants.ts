/** What the choice is asked by: the entries of the document that the sliders move. */
import type { Document } from '../api/client'
import { placed, textAt, withValue } from '../job/document'

export interface Wants {
  share: string
  start: string
  slowest: string
  fastest: string
  turns: string
  hours: string
  price: string
}

const paths: Record<keyof Wants, string> = {
  share: 'load.share',
  start: 'load.start',
  slowest: 'weigh.slowest',
  fastest: 'weigh.fastest',
  turns: 'weigh.turns',
  hours: 'weigh.hours_a_day',
  price: 'weigh.kilowatt_hour',
}
const names = Object.keys(paths) as (keyof Wants)[]

export const wantsOf = (d: Document, machine: string): Wants =>
  Object.fromEntries(names.map((n) => [n, textAt(d, placed(machine, paths[n]))])) as unknown as Wants

/** The document with what is wanted put in; what did not change stays as it was typed. */
export function withWants(d: Document, machine: string, wants: Wants): Document {
  const was = wantsOf(d, machine)
  let out = d
  for (const n of names) {
    if (wants[n] === was[n]) continue
    out = withValue(out, placed(machine, paths[n]), wants[n])
  }
  // An entry that is taken out leaves no empty shell behind.
  if (out.weigh && !Object.values(out.weigh).some(Boolean)) {
    out = { ...out }
    delete out.weigh
  }
  return out
}

export const changed = (a: Wants, b: Wants) => names.some((n) => a[n] !== b[n])

/** The percent of a typed share, for a slider; the other where it is none. */
export function percentOf(typed: string, other: number): number {
  const x = Number.parseFloat(typed.replace(',', '.'))
  if (!Number.isFinite(x)) return other
  return typed.includes('%') || x > 3 ? x : 100 * x
}
