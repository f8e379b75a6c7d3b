/** What the head of the page says: where we are, and whether it is stored. */
import { reactive } from 'vue'

export const head = reactive({ workshop: '', name: '', saved: '' })

export function setHead(workshop: string, name: string, saved = '') {
  Object.assign(head, { workshop, name, saved })
  document.title = name ? `${name} – Gray Bridge` : 'Gray Bridge'
}
