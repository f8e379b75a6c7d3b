/**
 * One job open for work: the document under the hands, the plan of it, and the
 * way to the store. A gesture asks for a plan without storing; a finished edit
 * is stored as a revision, in order, each once.
 */
import { computed, inject, onUnmounted, provide, ref, shallowRef, type InjectionKey } from 'vue'
import { api, newChangeID, Trouble, type Answer, type Document, type JobAnswer } from '../api/client'
import { setHead } from '../app/head'
import { same, textAt, withText } from './document'

interface Change {
  id: string
  document: Document
}

/** What waits here to be sent, kept by the browser until the server has it. */
interface Unsent {
  revision: number
  changes: Change[]
}

const unsentKey = (id: string) => `gray-bridge-unsent-${id}`
const mostUndo = 200
const retryAfter = 2000

export type Saving = 'stored' | 'storing' | 'waiting' | 'conflict' | 'refused'

export function openJob(id: string) {
  const document = shallowRef<Document>()
  const answer = shallowRef<Answer>()
  const revision = ref(0)
  const saving = ref<Saving>('stored')
  const savedAt = ref('')
  const message = ref('')
  const missing = ref(false)
  const theirs = shallowRef<JobAnswer>()
  const past = shallowRef<Document[]>([])
  const future = shallowRef<Document[]>([])
  let committed: Document
  let queue: Change[] = []
  let sending = false
  let planning = false
  let unplanned: Document | undefined
  let closed = false
  let timer: ReturnType<typeof setTimeout> | undefined

  const plan = computed(() => answer.value?.plan)
  const readings = computed(() => new Map((plan.value?.readings ?? []).map((r) => [r.path, r])))
  /** The gravest doubt about each entry. */
  const doubts = computed(() => {
    const out = new Map<string, string>()
    for (const f of plan.value?.findings ?? [])
      for (const e of f.entries ?? [])
        if (!out.has(e) && ['stop', 'caution', 'open'].includes(f.grade)) out.set(e, f.grade)
    return out
  })

  function tellHead() {
    const d = document.value
    if (!d) return
    const at = savedAt.value
      ? new Date(savedAt.value).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' })
      : ''
    const words: Record<Saving, string> = {
      stored: `Saved ${at}, revision ${revision.value}`,
      storing: 'Saving…',
      waiting: 'Not connected: kept here, sent when the server is back',
      conflict: 'Changed elsewhere too: choose below',
      refused: 'Not stored: see below',
    }
    setHead(d.workshop.name, d.name, words[saving.value])
  }

  function took(j: JobAnswer) {
    revision.value = j.revision
    savedAt.value = j.saved_at
  }

  function keepUnsent() {
    if (queue.length)
      localStorage.setItem(unsentKey(id), JSON.stringify({ revision: revision.value, changes: queue } satisfies Unsent))
    else localStorage.removeItem(unsentKey(id))
  }

  async function open() {
    try {
      const j = await api.job(id)
      took(j)
      committed = document.value = j.document
      answer.value = j
      const kept = localStorage.getItem(unsentKey(id))
      if (kept) {
        const unsent = JSON.parse(kept) as Unsent
        queue = unsent.changes
        revision.value = unsent.revision
        committed = document.value = queue.at(-1)?.document ?? j.document
        void replan()
        void send()
      }
      tellHead()
    } catch (e) {
      if (e instanceof Trouble && e.status === 404) missing.value = true
      else {
        message.value = e instanceof Error ? e.message : String(e)
        if (!closed) timer = setTimeout(() => void open().then(() => (message.value = '')), retryAfter)
      }
    }
  }

  /** Plans the document as it stands; the latest wins, one at a time. */
  async function replan() {
    unplanned = document.value
    if (planning) return
    planning = true
    while (unplanned) {
      const d = unplanned
      unplanned = undefined
      try {
        answer.value = await api.plan(d)
      } catch (e) {
        if (e instanceof Trouble && e.status === 0) saving.value = 'waiting'
        else message.value = e instanceof Error ? e.message : String(e)
      }
    }
    planning = false
  }

  async function send() {
    if (sending) return
    sending = true
    while (queue.length && !closed) {
      const change = queue[0]!
      saving.value = 'storing'
      tellHead()
      try {
        const j = await api.saveJob(id, revision.value, change.id, change.document)
        took(j)
        queue.shift()
        keepUnsent()
        saving.value = 'stored'
        message.value = ''
        if (!queue.length && document.value === change.document) answer.value = j
      } catch (e) {
        const t = e instanceof Trouble ? e : new Trouble(500, String(e))
        if (t.status === 409) {
          saving.value = 'conflict'
          theirs.value = await api.job(id).catch(() => undefined)
        } else if (t.status === 0 || t.status >= 500) {
          saving.value = 'waiting'
          timer = setTimeout(() => void send(), retryAfter)
        } else {
          saving.value = 'refused'
          message.value = t.message
          queue.shift()
          keepUnsent()
        }
        break
      }
    }
    sending = false
    tellHead()
  }

  function store(next: Document) {
    committed = document.value = next
    queue.push({ id: newChangeID(), document: next })
    keepUnsent()
    if (saving.value === 'conflict') return void replan()
    // While nothing is on its way the answer to the storing brings the plan.
    if (sending || saving.value === 'waiting') void replan()
    void send()
  }

  /** One finished edit. */
  function change(next: Document) {
    if (!document.value) return
    if (same(next, committed)) {
      if (document.value !== committed) {
        document.value = committed
        void replan()
      }
      return
    }
    past.value = [...past.value, committed].slice(-mostUndo)
    future.value = []
    store(next)
  }

  function preview(path: string, text: string) {
    if (!document.value) return
    document.value = withText(document.value, path, text)
    void replan()
  }

  function commit(path: string, text: string) {
    if (document.value) change(withText(committed, path, text))
  }

  function step(from: typeof past, to: typeof past) {
    const back = from.value.at(-1)
    if (!back) return
    from.value = from.value.slice(0, -1)
    to.value = [...to.value, committed]
    store(back)
  }

  /** After a conflict: the other's document, or mine over it. */
  function choose(mine: boolean) {
    const other = theirs.value
    if (!other) return
    took(other)
    theirs.value = undefined
    queue = []
    saving.value = 'stored'
    if (mine) {
      past.value = [...past.value, other.document]
      store(committed)
    } else {
      past.value = [...past.value, committed]
      committed = document.value = other.document
      answer.value = other
      keepUnsent()
    }
    tellHead()
  }

  onUnmounted(() => {
    closed = true
    clearTimeout(timer)
  })
  void open()

  return {
    id,
    document,
    answer,
    plan,
    revision,
    savedAt,
    saving,
    message,
    missing,
    theirs,
    doubts,
    canUndo: computed(() => past.value.length > 0),
    canRedo: computed(() => future.value.length > 0),
    text: (path: string) => (document.value ? textAt(document.value, path) : ''),
    reading: (path: string) => readings.value.get(path),
    preview,
    commit,
    change,
    choose,
    undo: () => step(past, future),
    redo: () => step(future, past),
  }
}

export type OpenJob = ReturnType<typeof openJob>

const key: InjectionKey<OpenJob> = Symbol('job')

export function provideJob(id: string): OpenJob {
  const job = openJob(id)
  provide(key, job)
  return job
}

export function useJob(): OpenJob {
  const job = inject(key)
  if (!job) throw new Error('no job is open here')
  return job
}
