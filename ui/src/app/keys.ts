/** Single-letter keys. A key never fires while someone types. */
import { onMounted, onUnmounted } from 'vue'

export type Keys = Record<string, () => void>

/** Whether a key press there is text: in a field, but not on a box to tick. */
export const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.isContentEditable ||
    ['TEXTAREA', 'SELECT'].includes(target.tagName) ||
    (target instanceof HTMLInputElement && !['checkbox', 'radio', 'button'].includes(target.type)))

/** The name of a key press as the maps write it: "z", "shift z", "?". */
export function pressed(e: Pick<KeyboardEvent, 'key' | 'shiftKey'>): string {
  const key = e.key.toLowerCase()
  return e.shiftKey && /^[a-z]$/.test(key) ? `shift ${key}` : key
}

export function useKeys(keys: Keys) {
  const listen = (e: KeyboardEvent) => {
    if (e.ctrlKey || e.metaKey || e.altKey || e.defaultPrevented || typing(e.target)) return
    const act = keys[pressed(e)]
    if (!act) return
    e.preventDefault()
    act()
  }
  onMounted(() => window.addEventListener('keydown', listen))
  onUnmounted(() => window.removeEventListener('keydown', listen))
}
