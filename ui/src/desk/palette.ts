/** What the palette finds and does: every place, machine, finding and command says its own words. */
import { reactive } from 'vue'
import { plain, wordsOf } from './words'

export interface Deed {
  kind: string // "machine", "place", "finding", "bay", "command"
  text: string
  more?: string // further words to be found by
  run: () => void
}

/** Deeds that the view on screen offers; it puts them here and takes them away. */
export const offered = reactive<{
  deeds: Deed[]
  /** Leads to an entry of the open machine, on the bridge that is named; absent where none is open. */
  toEntry?: { bridge: string; go: (bay: string, path: string) => void }
}>({ deeds: [] })

/** Every word of the question must stand in the deed; words at the beginning of its text come first. */
export function found(deeds: Deed[], question: string, most = 12): Deed[] {
  const words = wordsOf(question)
  return deeds
    .map((d) => {
      const text = plain(d.text)
      const all = `${text} ${plain(d.more ?? '')} ${d.kind}`
      if (!words.every((w) => all.includes(w))) return undefined
      const early = words.filter((w) => text.startsWith(w) || text.includes(` ${w}`)).length
      return { d, rank: early }
    })
    .filter((x) => x !== undefined)
    .sort((a, b) => b.rank - a.rank)
    .slice(0, most)
    .map((x) => x.d)
}

/** The pairs of letters of a word, with its ends. */
const pairs = (w: string) => Array.from({ length: w.length + 1 }, (_, i) => ` ${w} `.slice(i, i + 2))

/** How alike two words are, from 0 to 1: the pairs of letters that they share (Dice). */
function alike(a: string, b: string): number {
  if (b.startsWith(a)) return 1
  const [x, y] = [pairs(a), pairs(b)]
  const shared = x.filter((p) => y.includes(p)).length
  return (2 * shared) / (x.length + y.length)
}

/** What is nearest where nothing is called so: words that are alike, a question of which some words stand there. */
export function nearest(deeds: Deed[], question: string, most = 5): Deed[] {
  const words = wordsOf(question).filter((w) => w.length > 2)
  return deeds
    .map((d) => {
      const own = wordsOf(`${d.text} ${d.more ?? ''}`)
      const best = words.map((w) => Math.max(0, ...own.map((o) => alike(w, o)))).filter((x) => x >= 0.5)
      return { d, rank: best.reduce((a, b) => a + b, 0) }
    })
    .filter((x) => x.rank > 0)
    .sort((a, b) => b.rank - a.rank)
    .slice(0, most)
    .map((x) => x.d)
}
