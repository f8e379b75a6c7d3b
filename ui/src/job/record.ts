/** What a cure writes into the document: where it is a record, with the day and who touched it. */
import type { Cure } from '../api/client'
import { me } from '../desk/person'

const two = (n: number) => String(n).padStart(2, '0')
/** A day as records have it: 2026-11-30, where the browser is. */
export const dated = (at: Date) => [at.getFullYear(), two(at.getMonth() + 1), two(at.getDate())].join('-')

export function written(c: Cure, at = new Date(), who = me.name): Record<string, string> {
  const value = c.stamp ? [c.value, dated(at), who].filter(Boolean).join(' ') : c.value
  return { [c.path]: value, ...(c.and ? { [c.and.path]: c.and.value } : {}) }
}
