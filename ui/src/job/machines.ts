/** The machines of a document: a new one's id and what it begins with. */
import type { Document, Machine } from '../api/client'

/** An id that no machine of the document has. */
export function freeID(d: Document): string {
  let n = d.machines.length + 1
  while (d.machines.some((m) => m.id === `m${n}`)) n++
  return `m${n}`
}

/** A machine of which nothing is known but the kind and names of leads that are usual here. */
export function newMachine(d: Document, over: Partial<Machine> = {}): Machine {
  const { kind, naming } = d.machines[0]!.leads
  return { id: freeID(d), plate: {}, leads: { kind, naming, done: [] }, load: {}, protection: {}, ...over }
}
