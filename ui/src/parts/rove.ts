/**
 * A list that is one stop of the Tab key. The arrow keys, Home and End move
 * among its items; Tab walks the controls of the item that has the focus and
 * then leaves the list.
 *
 *   <ul v-rove="'li'">
 */
import type { Directive } from 'vue'
import { typing } from '../desk/keys'

const control = 'a[href], button, input, select, textarea'

/** The item to go to from one by a key; undefined where the key is none of the list's. */
export function stepTo(key: string, at: number, of: number): number | undefined {
  const to = { ArrowDown: at + 1, ArrowRight: at + 1, ArrowUp: at - 1, ArrowLeft: at - 1, Home: 0, End: of - 1 }[key]
  return to === undefined ? undefined : Math.min(Math.max(to, 0), of - 1)
}

interface Rover {
  selector: string
  current?: HTMLElement
  changes: MutationObserver
}
const rovers = new WeakMap<HTMLElement, Rover>()

const controls = (item: HTMLElement) => [...item.querySelectorAll<HTMLElement>(control)]
const items = (list: HTMLElement, r: Rover) =>
  [...list.querySelectorAll<HTMLElement>(r.selector)].filter((i) => i.querySelector(control))

/** Puts the item that has or last had the focus, or the first, into the order of Tab. */
function settle(list: HTMLElement, r: Rover) {
  const all = items(list, r)
  if (!r.current || !all.includes(r.current)) r.current = all[0]
  for (const item of all)
    for (const c of controls(item)) {
      const stop = item === r.current ? 0 : -1
      if (c.tabIndex !== stop) c.tabIndex = stop
    }
}

function onKey(list: HTMLElement, r: Rover, e: KeyboardEvent) {
  if (typing(e.target) || e.altKey || e.ctrlKey || e.metaKey || e.shiftKey || e.defaultPrevented) return
  const all = items(list, r)
  const at = all.findIndex((i) => i.contains(e.target as Node))
  const to = at < 0 ? undefined : stepTo(e.key, at, all.length)
  const next = to === undefined ? undefined : all[to]
  if (!next) return
  e.preventDefault()
  controls(next)[0]?.focus()
}

export const vRove: Directive<HTMLElement, string> = {
  mounted(list, { value }) {
    const changes = new MutationObserver(() => settle(list, r))
    const r: Rover = { selector: value, changes }
    rovers.set(list, r)
    changes.observe(list, { childList: true, subtree: true })
    list.addEventListener('keydown', (e) => onKey(list, r, e))
    list.addEventListener('focusin', (e) => {
      const item = items(list, r).find((i) => i.contains(e.target as Node))
      if (item && item !== r.current) {
        r.current = item
        settle(list, r)
      }
    })
    settle(list, r)
  },
  unmounted(list) {
    rovers.get(list)?.changes.disconnect()
    rovers.delete(list)
  },
}
