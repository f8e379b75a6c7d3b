/**
 * Sends what waits on this device, once and in order: an entry carries its own name, by which
 * the server knows a repeat. One window sends at a time.
 */
import { reactive } from 'vue'
import { api, Trouble } from '../api/client'
import { bringup, type LogEntry, type Written } from '../api/bringup'
import { newID } from '../api/id'
import { me } from '../desk/person'
import { batch, forGood, patience } from './batch'
import { kept, type Waiting } from './kept'

export const outbox = reactive({
  waiting: [] as Waiting[],
  sending: false,
  /** The server answered last. */
  reached: true,
  /** What the server says of this device's clock. */
  clock: '',
})

type Heard = (job: string, machine: string, written: Written) => void | Promise<void>
const heard = new Set<Heard>()

/** Calls when entries were written into a book; what hears it takes them over before they are dropped here. */
export function onWritten(hear: Heard): () => void {
  heard.add(hear)
  return () => heard.delete(hear)
}

export async function lookAtWaiting() {
  outbox.waiting = await kept.waiting()
}

/** Keeps an entry on this device and sends it as soon as the server is there. */
export async function enter(job: string, machine: string, e: Omit<LogEntry, 'id' | 'taken'>, file?: Blob) {
  const entry: LogEntry = { ...e, id: newID(), taken: new Date().toISOString() }
  await kept.add({ job, machine, entry, ...(file && { file }), ...(me.shared && { by: me.name }) })
  await lookAtWaiting()
  void send()
  return entry.id
}

/** Takes a refused entry off this device. */
export async function letGo(w: Waiting) {
  if (w.n !== undefined) await kept.drop(w.n)
  await lookAtWaiting()
}

let failed = 0
let again: ReturnType<typeof setTimeout> | undefined
let running = false

/** Sends until nothing waits or the server does not answer. */
export async function send(): Promise<void> {
  if (running) return
  running = true
  clearTimeout(again)
  try {
    const locks = (navigator as { locks?: LockManager }).locks
    if (locks) await locks.request('gray-bridge-outbox', { mode: 'exclusive' }, sendAll)
    else await sendAll()
  } finally {
    running = false
    outbox.sending = false
    await lookAtWaiting()
  }
}

async function sendAll() {
  for (;;) {
    const going = batch(await kept.waiting(), me.name)
    if (!going.length) return
    outbox.sending = true
    try {
      await sendBatch(going)
      failed = 0
      outbox.reached = true
    } catch (e) {
      const status = e instanceof Trouble ? e.status : 0
      if (status && forGood(status)) {
        await refuse(going, e as Trouble)
        continue
      }
      outbox.reached = status !== 0
      again = setTimeout(() => void send(), patience(failed++))
      return
    }
  }
}

async function sendBatch(going: Waiting[]) {
  const { job, machine } = going[0]!
  const first = going[0]!
  if (first.file && !first.entry.file) {
    first.entry.file = await api.addPhoto(job, first.file)
    await kept.put(first) // a picture that has arrived is not sent again
  }
  const written = await bringup.write(
    job,
    machine,
    going.map((w) => w.entry),
  )
  outbox.clock = written.clock ?? ''
  // Dropped only when the screen has what the server says: nothing entered vanishes in between.
  await Promise.allSettled([...heard].map((hear) => hear(job, machine, written)))
  await kept.drop(...going.map((w) => w.n!))
  await lookAtWaiting()
}

/** One bad entry refuses all that went with it: then each goes by itself, and the bad one stays with its reason. */
async function refuse(going: Waiting[], why: Trouble) {
  if (going.length === 1) {
    await kept.put({ ...going[0]!, refused: why.message })
    return
  }
  for (const one of going) {
    try {
      await sendBatch([one])
    } catch (e) {
      if (!(e instanceof Trouble) || !forGood(e.status)) throw e
      await kept.put({ ...one, refused: e.message })
    }
  }
}

if (typeof window !== 'undefined') window.addEventListener('online', () => void send())
