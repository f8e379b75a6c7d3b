/**
 * One job open for work: the document under the hands, the plan of it, and the
 * way to the store. A gesture asks for a plan without storing; a finished edit
 * is stored as a revision, in order, each once. What others store meanwhile
 * arrives by itself and is merged where both did not touch the same entry.
 */
import { computed, inject, onUnmounted, provide, ref, shallowRef, watch, type InjectionKey } from 'vue'
import { api, newChangeID, Trouble, type Answer, type Document, type JobAnswer } from '../api/client'
import { setHead } from '../app/head'
import { connected, listen } from '../app/live'
import { answer as answerToName, closedAmong, thisWindow } from '../app/windows'
import { differences, entryName, merged, same, textAt, withText } from './document'
import { keep, left, windowsOf, type Change, type Unsent } from './unsent'

const retryAfter = 2000

export type Saving = 'stored' | 'storing' | 'waiting' | 'conflict' | 'refused'

export function openJob(id: string) {
  const document = shallowRef<Document>()
  const answer = shallowRef<Answer>()
  const revision = ref(0)
  const saving = ref<Saving>('stored')
  const savedAt = ref('')
  const message = ref('')
  const news = ref('')
  const missing = ref(false)
  const theirs = shallowRef<JobAnswer>()
  const asked = shallowRef<string>() // the entry that the person was led to last
  const canUndo = ref(false)
  const canRedo = ref(false)
  let base: Document // as the server acknowledged it last
  let committed: Document
  let queue: Change[] = []
  let sending = false
  let planning = false
  let unplanned: Document | undefined
  let planned: Document | undefined // what the plan on screen was made from, where that was asked for by itself
  let closed = false
  let timer: ReturnType<typeof setTimeout> | undefined
  let unkept = false // this browser does not keep what waits
  let behind: string[] = [] // closed windows whose edits were not sent

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
      stored: connected.value
        ? `Saved ${at}, revision ${revision.value}`
        : `Not connected; saved until ${at}, revision ${revision.value}`,
      storing: 'Saving…',
      waiting: 'Not connected: kept here, sent when the server is back',
      conflict: 'Changed elsewhere too: choose below',
      refused: 'Not stored: see below',
    }
    // Never "saved" while anything waits, be it only half typed.
    const now = saving.value === 'stored' && queue.length ? 'storing' : saving.value
    const half = now === 'stored' && d !== committed
    const closing = unkept && queue.length ? ' This browser keeps nothing: do not close this window.' : ''
    setHead(d.workshop.name, d.name, (half ? 'Not saved yet: still being typed' : words[now]) + closing)
  }

  function took(j: JobAnswer) {
    revision.value = j.revision
    savedAt.value = j.saved_at
    canUndo.value = j.can_undo
    canRedo.value = j.can_redo
    base = j.document
  }

  /** Shows a document that the server has, keeping a gesture that is under way. */
  function show(j: JobAnswer) {
    const gesture = document.value !== committed ? document.value : undefined
    const held = gesture && merged(committed, j.document, gesture)
    took(j)
    committed = j.document
    document.value = held ?? j.document
    planned = undefined
    if (held) void replan()
    else answer.value = j
    tellHead()
  }

  function keepUnsent() {
    unkept = !keep(localStorage, id, thisWindow, { revision: revision.value, base, changes: queue })
  }

  /** Takes over what a closed window had not sent. */
  function adopt(unsent: Unsent, from: string) {
    queue = unsent.changes
    revision.value = unsent.revision
    base = unsent.base
    committed = document.value = queue.at(-1)!.document
    keepUnsent()
    if (!unkept) keep(localStorage, id, from)
    void replan()
    void send()
  }

  function adoptNext(): boolean {
    for (let from = behind.shift(); from !== undefined; from = behind.shift()) {
      const unsent = left(localStorage, id, from)
      if (unsent) {
        adopt(unsent, from)
        return true
      }
      keep(localStorage, id, from)
    }
    return false
  }

  async function open() {
    try {
      const j = await api.job(id)
      took(j)
      committed = document.value = j.document
      answer.value = j
      answerToName()
      void closedAmong(windowsOf(localStorage, id)).then((closed) => {
        behind = closed
        if (!closed.length || closed.every((w) => !left(localStorage, id, w))) return
        if (!queue.length && !sending && document.value === committed) adoptNext()
      })
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
        planned = d
      } catch (e) {
        if (e instanceof Trouble && e.status === 0) saving.value = 'waiting'
        else message.value = e instanceof Error ? e.message : String(e)
      }
    }
    planning = false
  }

  function request(c: Change): Promise<JobAnswer> {
    if (c.restore) return api.restore(id, revision.value, c.id, c.restore)
    if (c.step === 'undo') return api.undo(id, revision.value, c.id)
    if (c.step === 'redo') return api.redo(id, revision.value, c.id)
    return api.saveJob(id, revision.value, c.id, c.document)
  }

  /** Someone stored first: what both did is put together, or a person chooses. */
  async function meet(): Promise<boolean> {
    const other = await api.job(id)
    const mine = queue.every((c) => !c.step && !c.restore) ? merged(base, other.document, committed) : undefined
    if (!mine) {
      theirs.value = other
      return false
    }
    news.value = `Changed elsewhere meanwhile: ${differences(base, other.document)
      .map((d) => entryName(d.path))
      .join(', ')}. Both changes stand.`
    took(other)
    committed = document.value = mine
    queue = same(mine, other.document) ? [] : [{ id: newChangeID(), document: mine, before: other.document }]
    keepUnsent()
    void replan()
    return true
  }

  async function send() {
    if (sending) return
    sending = true
    while (queue.length && !closed) {
      const change = queue[0]!
      saving.value = 'storing'
      tellHead()
      try {
        const j = await request(change)
        queue.shift()
        saving.value = 'stored'
        message.value = ''
        took(j)
        if (change.step || change.restore) {
          if (!queue.length) {
            committed = document.value = j.document
            answer.value = j
            planned = undefined
          }
        } else {
          // The same document may have been planned while it was typed: nothing to draw again.
          if (!queue.length && document.value === change.document && !same(planned, change.document)) {
            answer.value = j
            planned = undefined
          }
        }
        keepUnsent()
      } catch (e) {
        const t = e instanceof Trouble ? e : new Trouble(500, String(e))
        try {
          if (t.status === 409 && t.latest !== undefined && (await meet())) continue
        } catch {
          // The other's document could not be had: as if the connection were lost.
          t.message = ''
        }
        if (theirs.value) saving.value = 'conflict'
        else if (t.status === 0 || t.status >= 500 || t.message === '') {
          saving.value = 'waiting'
          timer = setTimeout(() => void send(), retryAfter)
        } else {
          saving.value = change.step ? 'stored' : 'refused'
          message.value = change.step ? '' : t.message
          queue.shift()
          keepUnsent()
        }
        break
      }
    }
    sending = false
    if (!queue.length && saving.value === 'stored' && document.value === committed && adoptNext()) return
    tellHead()
  }

  function store(next: Document) {
    const before = committed
    committed = document.value = next
    queue.push({ id: newChangeID(), document: next, before })
    keepUnsent()
    tellHead()
    if (saving.value === 'conflict') return void replan()
    // While nothing is on its way the answer to the storing brings the plan.
    if (sending || saving.value === 'waiting') void replan()
    void send()
  }

  /** One finished edit. */
  function change(next: Document) {
    if (!document.value) return
    news.value = ''
    if (same(next, committed)) {
      if (document.value !== committed) {
        document.value = committed
        void replan()
      }
      tellHead()
      return
    }
    store(next)
  }

  function preview(path: string, text: string) {
    if (!document.value) return
    document.value = withText(document.value, path, text)
    tellHead()
    void replan()
  }

  function commit(path: string, text: string) {
    if (document.value) change(withText(committed, path, text))
  }

  /** A step through what is stored; what has not been sent yet is simply taken back. */
  function step(which: 'undo' | 'redo') {
    if (!document.value || saving.value === 'conflict') return
    const last = queue.at(-1)
    if (which === 'undo' && last && !last.step && (queue.length > 1 || !sending)) {
      queue.pop()
      committed = document.value = last.before
      keepUnsent()
      void replan()
      return
    }
    if (!last && !(which === 'undo' ? canUndo.value : canRedo.value)) return
    queue.push({ id: newChangeID(), step: which, document: committed, before: committed })
    void send()
  }

  function restore(to: number) {
    queue.push({ id: newChangeID(), restore: to, document: committed, before: committed })
    void send()
  }

  /** After a conflict: the other's document, or mine over it. Undo gives the one not taken. */
  function choose(mine: boolean) {
    const other = theirs.value
    if (!other) return
    const own = committed
    took(other)
    theirs.value = undefined
    queue = []
    saving.value = 'stored'
    committed = document.value = other.document
    answer.value = other
    planned = undefined
    store(own)
    if (!mine) queue.push({ id: newChangeID(), step: 'undo', document: own, before: own })
    tellHead()
  }

  const stop = listen((n) => {
    if (closed || !document.value || sending || queue.length || theirs.value) return
    if (n.id !== undefined && (n.id !== id || (n.revision ?? 0) <= revision.value)) return
    void api
      .job(id)
      .then((j) => {
        if (sending || queue.length || j.revision <= revision.value) return
        const what = differences(committed, j.document).map((d) => entryName(d.path))
        news.value = what.length ? `Changed in another window: ${what.join(', ')}.` : ''
        show(j)
      })
      .catch((e: unknown) => {
        if (e instanceof Trouble && e.status === 404) missing.value = true
      })
  })
  const stopWatch = watch(connected, (now) => {
    tellHead()
    if (now && saving.value === 'waiting') {
      clearTimeout(timer)
      void send()
    }
  })

  onUnmounted(() => {
    closed = true
    stop()
    stopWatch()
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
    news,
    missing,
    theirs,
    asked,
    doubts,
    canUndo,
    canRedo,
    text: (path: string) => (document.value ? textAt(document.value, path) : ''),
    /** As it stood before the present typing. */
    stored: (path: string) => (document.value ? textAt(committed, path) : ''),
    reading: (path: string) => readings.value.get(path),
    preview,
    commit,
    change,
    choose,
    restore,
    undo: () => step('undo'),
    redo: () => step('redo'),
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
