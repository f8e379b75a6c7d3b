/** The reference is asked for once, when somebody first touches a word or looks for one. */
import { ref, shallowRef } from 'vue'
import { reference, type Pocket, type Term } from '../api/reference'

export const pocket = shallowRef<Pocket>()
let asked: Promise<void> | undefined

/** Asks for the reference where it is not there; a lost connection is asked again the next time. */
export function wantPocket(): Promise<void> {
  asked ??= reference.pocket().then(
    (p) => {
      pocket.value = p
      byName = undefined
    },
    () => {
      asked = undefined
    },
  )
  return asked
}

let byName: Map<string, Term> | undefined
/** The words by which a term is met in a sentence: its name and its North American one, in one or in many. */
function named(): Map<string, Term> {
  if (byName) return byName
  byName = new Map()
  for (const t of pocket.value?.terms ?? [])
    for (const name of [t.name, t.america]) if (name) byName.set(name.toLowerCase(), t)
  return byName
}

export const termOf = (name: string) => named().get(name.toLowerCase())

export interface Piece {
  text: string
  term?: Term
}

const escape = (s: string) => s.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
let pattern: { of: Map<string, Term>; re: RegExp } | undefined
/** Words so common that marking each would make a page restless. */
const quiet = new Set([
  'load',
  'volts',
  'amps',
  'rated',
  'watts',
  'hertz',
  'limit',
  'plate',
  'lead',
  'log',
  'gate',
  'card',
])

/** A sentence in pieces: what stands in the glossary can be touched, each word once. */
export function pieces(text: string): Piece[] {
  if (!pocket.value) return [{ text }]
  const of = named()
  if (pattern?.of !== of) {
    const all = [...of.keys()].filter((n) => !quiet.has(n)).sort((a, b) => b.length - a.length)
    pattern = { of, re: new RegExp(`(?<![\\p{L}-])(${all.map(escape).join('|')})(s?)(?![\\p{L}-])`, 'giu') }
  }
  const out: Piece[] = []
  const met = new Set<Term>()
  let from = 0
  for (const hit of text.matchAll(pattern.re)) {
    const term = of.get(hit[1]!.toLowerCase())
    if (!term || met.has(term)) continue
    met.add(term)
    if (hit.index > from) out.push({ text: text.slice(from, hit.index) })
    out.push({ text: hit[0], term })
    from = hit.index + hit[0].length
  }
  if (from < text.length || !out.length) out.push({ text: text.slice(from) })
  return out
}

/** The word that is looked at, and the place on the screen where it was touched. */
export const touched = shallowRef<{ term: Term; by?: HTMLElement }>()
/** How often a word was looked up here: for the card to be announced anew. */
export const turn = ref(0)

export function touch(term: Term, by?: HTMLElement) {
  touched.value = { term, by }
  turn.value++
}
