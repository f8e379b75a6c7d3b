/**
 * Sends what waits on this device, once and in order: an entry carries its own name, by which
 * the server knows a repeat. One window sends at a time.
 */
import { reactive, watch } from 'vue'
import { api, Trouble } from '../api/client'
import { bringup, type BringUp, type LogEntry, type Written } from '../api/bringup'
import { newID } from '../api/id'
import { connected } from '../desk/live'
import { me } from '../desk/person'
import { batch, fate, forGood, patience } from './batch'
import { kept, type Waiting } from './kept'

export const outbox = reactive({
  waiting: [] as Waiting[],
  sending: false,
  /** The server answered last. */
  reached: true,
  /** What the server says of this device's clock. */
  clock: '',
  /** So many entries lay here unsent, and the browser emptied its store. */
  lost: 0,
})

/** now is the bring-up with what was written, where the machine is kept on this device. */
type Heard = (job: string, machine: string, written: Written, now?: BringUp) => void
const heard = new Set<Heard>()

/** Calls when entries were written into a book, before they are dropped here. */
export function onWritten(hear: Heard): () => void {
  heard.add(hear)
  return () => heard.delete(hear)
}

/**
 * How many lie here unsent is noted beside the store, in a cookie that never leaves this page's path: a browser that
 * empties the store leaves it, and the loss is seen.
 */
const noted = () => Number(/(?:^|; )gray-bridge-unsent=(\d+)/.exec(document.cookie)?.[1] ?? 0)
const note = (n: number) => {
  document.cookie = `gray-bridge-unsent=${n}; path=/; max-age=${n ? 31_536_000 : 0}; samesite=strict`
}
let looked = false

export async function lookAtWaiting() {
  outbox.waiting = await kept.waiting()
  if (!looked && !outbox.waiting.length) outbox.lost = noted()
  looked = true
  if (!outbox.lost) note(outbox.waiting.length)
}

/** The person has seen that entries are gone. */
export function sawLoss() {
  outbox.lost = 0
  note(outbox.waiting.length)
}

/** Keeps an entry on this device and sends it as soon as the server is there. */
export async function enter(job: string, machine: string, e: Omit<LogEntry, 'id' | 'taken'>, file?: Blob) {
  const entry: LogEntry = { ...e, id: newID(), taken: new Date().toISOString() }
  void kept.persist()
  await kept.add({ job, machine, entry, ...(file && { file }), ...(me.shared && { by: me.name }) })
  await lookAtWaiting()
  void send()
  return entry.id
}

/** Sends an entry again that was refused or is held. */
export async function sendAgain(w: Waiting) {
  const again = (await kept.waiting()).find((one) => one.n === w.n)
  if (!again) return // another window sent it or threw it away
  delete again.refused
  delete again.held
  await kept.put(again)
  await lookAtWaiting()
  await send()
}

/** The server is reached anew: what was held may go now. */
export async function reachedAnew() {
  for (const { held, ...w } of await kept.waiting()) if (held) await kept.put(w)
  await lookAtWaiting()
  if (outbox.waiting.length) await send()
}

/** Takes an entry off this device. */
export async function letGo(w: Waiting) {
  if (w.n !== undefined) await kept.drop(w.n)
  await lookAtWaiting()
}

let failed = 0
let again: ReturnType<typeof setTimeout> | undefined
let running = false
let wanted = false

/** Sends until nothing waits or the server does not answer. */
export async function send(): Promise<void> {
  wanted = true // also for one that is entered while the last look finds nothing more
  if (running) return
  running = true
  clearTimeout(again)
  try {
    const locks = (navigator as { locks?: LockManager }).locks
    while (wanted) {
      wanted = false
      if (locks) await locks.request('gray-bridge-outbox', { mode: 'exclusive' }, sendAll)
      else await sendAll()
    }
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
      await sendBatch(going).catch((e) => refuse(going, e))
      failed = 0
      outbox.reached = true
    } catch (e) {
      outbox.reached = e instanceof Trouble && e.status !== 0
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
  // Dropped only when what the server says is kept here: nothing entered vanishes in between, and
  // a network that goes now leaves it to be sent again, which the server knows as a repeat.
  const now = await renewed(job, machine)
  for (const hear of heard) hear(job, machine, written, now)
  await kept.drop(...going.map((w) => w.n!))
  await lookAtWaiting()
}

/** What is kept of the machine on this device, as the server says it now. */
async function renewed(job: string, machine: string) {
  if (!(await kept.pinned(job, machine))) return
  try {
    const now = await bringup.of(job, machine)
    await kept.pin(now)
    return now
  } catch (e) {
    if (!(e instanceof Trouble) || !forGood(e.status)) throw e
  }
}

/** One bad entry refuses all that went with it: then each goes by itself, and the bad one stays with its reason. */
async function refuse(going: Waiting[], why: unknown) {
  if (!(why instanceof Trouble) || !forGood(why.status)) throw why
  if (fate(why.status) === 'held') {
    for (const w of going) await kept.put({ ...w, held: why.message })
    return
  }
  if (going.length === 1) {
    await kept.put({ ...going[0]!, refused: why.message })
    return
  }
  for (const one of going) await sendBatch([one]).catch((e) => refuse([one], e))
}

if (typeof window !== 'undefined') {
  // Where the browser keeps nothing (a private window), nothing waits.
  const anew = () => void reachedAnew().catch(() => {})
  window.addEventListener('online', anew)
  watch(connected, (now, before) => now && !before && anew())
}
