/** Single-letter keys and short sequences ("g y"). A key never fires while someone types. */
import { useEventListener } from '@vueuse/core'
import { ref } from 'vue'

export type Keys = Record<string, () => void>

const off = 'gray-bridge-letters-off'

/** Whether single letters act; each browser keeps its own choice. */
export const letters = ref(globalThis.localStorage?.getItem(off) === null)

export function setLetters(on: boolean) {
  letters.value = on
  if (on) localStorage.removeItem(off)
  else localStorage.setItem(off, '1')
}

/** Whether a key press there is text: in a field, but not on a box to tick. */
export const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.isContentEditable ||
    ['TEXTAREA', 'SELECT'].includes(target.tagName) ||
    (target instanceof HTMLInputElement && !['checkbox', 'radio', 'button'].includes(target.type)))

/** The name of a key press as the maps write it: "z", "shift z", "mod z", "?". */
export function pressed(e: Pick<KeyboardEvent, 'key' | 'shiftKey' | 'ctrlKey' | 'metaKey'>): string {
  const key = e.key.toLowerCase()
  const shift = e.shiftKey && /^[a-z]$/.test(key) ? 'shift ' : ''
  return `${e.ctrlKey || e.metaKey ? 'mod ' : ''}${shift}${key}`
}

/** The first letter of a sequence waits this long for its second. */
const patience = 1500
let first = ''
let until = 0

export function useKeys(keys: Keys) {
  const listen = (e: KeyboardEvent) => {
    if (e.altKey || e.defaultPrevented || typing(e.target)) return
    const key = pressed(e)
    if (!letters.value && /^(shift )?\S$/.test(key) && key !== '?') return
    const now = Date.now()
    const sequence = first && now < until ? `${first} ${key}` : ''
    const act = keys[sequence] ?? (sequence ? undefined : keys[key])
    if (act) {
      first = ''
      e.preventDefault()
      act()
    } else if (
      !sequence &&
      Object.keys(keys).some((k) => k.startsWith(`${key} `) && k.split(' ').length === 2 && key.length === 1)
    ) {
      first = key
      until = now + patience
    }
  }
  useEventListener(window, 'keydown', listen)
}
