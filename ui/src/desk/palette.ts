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
export const offered = reactive<{ deeds: Deed[] }>({ deeds: [] })

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
