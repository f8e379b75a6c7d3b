/**
 * Hears of changes that others store. One stream serves every window of this
 * browser: the window that holds the lock keeps it and passes on what it hears.
 */
import { ref } from 'vue'

/**
 * A job's new latest revision, or that something was said beside it or written in one of its
 * books; without an id: look at
 * everything, something may have been missed.
 */
export interface Notice {
  id?: string
  revision?: number
  remark?: boolean
  log?: boolean
}

export const connected = ref(true)

const name = 'gray-bridge-live'
const listeners = new Set<(n: Notice) => void>()
let begun = false

type Message = { notice?: Notice; connected?: boolean }

function take(m: Message) {
  if (m.connected !== undefined) connected.value = m.connected
  if (m.notice) for (const hear of listeners) hear(m.notice)
}

function begin() {
  const channel = new BroadcastChannel(name)
  channel.onmessage = (e: MessageEvent<Message>) => take(e.data)
  const pass = (m: Message) => {
    take(m)
    channel.postMessage(m)
  }
  const stream = () => {
    const s = new EventSource('/api/live')
    s.onopen = () => pass({ connected: true })
    s.onerror = () => {
      pass({ connected: false })
      // A refused stream is not tried again by itself.
      if (s.readyState === EventSource.CLOSED) setTimeout(stream, 2000)
    }
    s.addEventListener('all', () => pass({ notice: {} }))
    const said = (e: Event) => JSON.parse((e as MessageEvent<string>).data) as Notice
    s.addEventListener('job', (e) => pass({ notice: said(e) }))
    s.addEventListener('log', (e) => pass({ notice: { ...said(e), log: true } }))
    s.addEventListener('remark', (e) => pass({ notice: { ...said(e), remark: true } }))
  }
  const locks = (navigator as { locks?: LockManager }).locks
  if (!locks) return stream() // a page that is not on a secure address has no locks
  void locks.request(name, () => {
    stream()
    return new Promise(() => {}) // held until this window closes
  })
}

export function listen(hear: (n: Notice) => void): () => void {
  if (!begun) {
    begun = true
    begin()
  }
  listeners.add(hear)
  return () => listeners.delete(hear)
}
