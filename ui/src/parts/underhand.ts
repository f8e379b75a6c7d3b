/** An entry that somebody else stored while it was under the hand: neither wins in silence, both are shown. */
import { ref } from 'vue'

export interface Clash {
  mine: string
  theirs: string
}

export function underHand(stored: () => string) {
  let base: string | undefined
  const clash = ref<Clash>()
  /** The hand comes to the field. */
  function begin() {
    if (!clash.value) base = stored()
  }
  /** What becomes of what stands in the field as the hand leaves it. */
  function leave(mine: string): 'store' | 'theirs' | 'both' {
    const theirs = stored()
    if (base === undefined || theirs === base || mine === theirs) {
      clash.value = undefined
      return 'store'
    }
    if (mine === base) return 'theirs' // nothing was typed: there is nothing to ask
    clash.value = { mine, theirs }
    return 'both'
  }
  /** The person has chosen. */
  function settle() {
    clash.value = undefined
    base = undefined
  }
  return { clash, begin, leave, settle }
}
