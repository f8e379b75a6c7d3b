/**
 * One job open for work: the document under the hands, the plan of it, and the way to the store. A gesture asks for
 * a plan without storing; a finished edit is stored as a revision, in order, each once. What others store meanwhile
 * arrives by itself and is merged where both did not touch the same entry.
 */
import { computed, inject, onUnmounted, provide, ref, shallowRef, watch, type InjectionKey } from 'vue'
import {
  api,
  newChangeID,
  Trouble,
  type Answer,
  type Cure,
  type Document,
  type JobAnswer,
  type Role,
} from '../api/client'
import { forGood, patience } from '../outbox/batch'
import { setHead } from '../desk/head'
import { connected, listen } from '../desk/live'
import { answer as answerToName, closedAmong, thisWindow } from '../desk/windows'
import { about, local, machineOf, placed, same, textAt, withValue } from './document'
import { patiently } from './opening'
import { mergeable, opened, reduce, type Event, type Held } from './queue'
import { mayEnter, readsOnly } from './rights'
import { written } from './record'
import { savedWords, type Saving } from './saved'
import { keep, left, presented, windowsOf, type Change, type Unsent } from './unsent'

export function openJob(id: string) {
  const document = shallowRef<Document>()
  const answer = shallowRef<Answer>()
  const revision = ref(0)
  const saving = ref<Saving>('stored')
  const [savedAt, message, news] = [ref(''), ref(''), ref('')]
  const [missing, canUndo, canRedo] = [ref(false), ref(false), ref(false)]
  const theirs = shallowRef<JobAnswer>()
  const asked = shallowRef<string>() // the entry that the person was led to last, by the bay's own path
  const [role, workshop] = [ref<Role>('owner'), ref('')] // of who looks; the workshop's id
  const chosen = ref('') // the machine that is worked on; empty: the first
  let held: Held | undefined
  let [sending, tries] = [false, 0] // tries that failed in a row: each waits longer
  let planning = false
  let unplanned: Document | undefined
  const planned = shallowRef<Document>() // what the plan on screen was made from, where that was asked for by itself
  let closed = false
  let timer: ReturnType<typeof setTimeout> | undefined
  let unkept = false // this browser does not keep what waits
  let behind: string[] = [] // closed windows whose edits were not sent

  const plan = computed(() => answer.value?.plan)
  const machine = computed(() => document.value && machineOf(document.value, chosen.value))
  const at = (path: string) => placed(machine.value?.id ?? '', path)
  const readings = computed(() => new Map((plan.value?.readings ?? []).map((r) => [r.path, r])))
  /** The gravest doubt about each entry. */
  const doubts = computed(() => {
    const out = new Map<string, string>()
    for (const f of plan.value?.findings ?? [])
      for (const e of f.entries ?? [])
        if (!out.has(local(e)) && ['stop', 'caution', 'open'].includes(f.grade)) out.set(local(e), f.grade)
    return out
  })

  function tellHead() {
    const d = document.value
    if (!d) return
    const on = { revision: revision.value, savedAt: savedAt.value, connected: connected.value }
    const waits = { queued: !!held?.queue.length, half: d !== held?.committed, unkept }
    setHead(d.workshop.name, d.name, savedWords(saving.value, on, waits))
  }

  /** Takes an event into what is held; what is not sent is kept by the browser from then on. */
  function on(e: Event) {
    if (!held) return
    held = reduce(held, e)
    revision.value = held.revision
    canUndo.value = held.canUndo
    canRedo.value = held.canRedo
    keepUnsent()
  }

  /** The answer about the machine that is chosen: the store answers about the first. */
  function answered(j: JobAnswer) {
    if (chosen.value && chosen.value !== j.plan.machine) return void replan()
    answer.value = j
    planned.value = undefined
  }

  /** Shows a document that the server has, keeping a gesture that is under way. */
  async function show(j: JobAnswer): Promise<void> {
    if (!held) return
    const gesture = document.value !== held.committed ? document.value : undefined
    let kept: Document | undefined
    if (gesture) {
      const got = await api.merge(held.committed, j.document, gesture)
      if (sending || held.queue.length || held.revision >= j.revision) return
      if (document.value !== gesture) return show(j)
      if (!got.both.length) kept = got.document
    }
    on({ type: 'arrived', job: j })
    savedAt.value = j.saved_at
    document.value = kept ?? j.document
    if (kept) void replan()
    else answered(j)
    tellHead()
  }

  function keepUnsent() {
    if (!held) return
    unkept = !keep(localStorage, id, thisWindow, { revision: held.revision, base: held.base, changes: held.queue })
  }

  /** Takes over what a closed window had not sent. */
  async function adopt(unsent: Unsent, from: string) {
    const now = await presented(unsent)
    if (!held || held.queue.length || !now) return
    on({ type: 'adopted', unsent: now })
    document.value = held.committed
    if (!unkept && from !== thisWindow) keep(localStorage, id, from)
    void replan()
    void send()
  }

  function adoptNext(): boolean {
    for (let from = behind.shift(); from !== undefined; from = behind.shift()) {
      const unsent = left(localStorage, id, from)
      if (unsent) {
        const window = from
        void adopt(unsent, window).catch(() => behind.push(window))
        return true
      }
      keep(localStorage, id, from)
    }
    return false
  }

  async function once() {
    const j = await api.job(id).catch((e: unknown) => {
      if (!(e instanceof Trouble) || e.status !== 404) throw e
      missing.value = true
    })
    if (!j || held || closed) return
    held = opened(j)
    revision.value = j.revision
    ;[role.value, workshop.value, canUndo.value, canRedo.value] = [j.role, j.workshop_id, j.can_undo, j.can_redo]
    savedAt.value = j.saved_at
    document.value = j.document
    answer.value = j
    answerToName()
    const own = left(localStorage, id, thisWindow) // of this window's last look at the job
    if (own) void adopt(own, thisWindow).catch(() => undefined)
    void closedAmong(windowsOf(localStorage, id)).then((closed) => {
      behind = closed
      if (closed.every((w) => !left(localStorage, id, w))) return
      if (!held?.queue.length && !sending && document.value === held?.committed) adoptNext()
    })
    tellHead()
  }
  const opening = patiently(once, () => !!held, message)

  /** Plans the document as it stands; the latest wins, one at a time. */
  async function replan() {
    unplanned = document.value
    if (planning) return
    planning = true
    await new Promise((soon) => setTimeout(soon)) // what is finished at once is planned by its storing
    while (unplanned) {
      const d = unplanned
      unplanned = undefined
      try {
        const got = await api.plan(about(d, chosen.value))
        // What was stored meanwhile brought its own plan: an older one does not cover it.
        if (document.value !== d && !unplanned) continue
        answer.value = got
        planned.value = d
        if (saving.value === 'waiting' && !held?.queue.length) saving.value = 'stored'
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
    for (;;) {
      const mine = held!
      const got = mergeable(mine) ? await api.merge(mine.base, other.document, mine.committed) : undefined
      if (held !== mine) continue // the hands went on meanwhile
      if (!got || got.both.length) {
        theirs.value = other
        return false
      }
      news.value = `Changed elsewhere meanwhile: ${got.theirs.map((c) => c.label).join(', ')}. Both changes stand.`
      on({ type: 'met', id: newChangeID(), job: other, document: got.document })
      savedAt.value = other.saved_at
      document.value = held.committed
      void replan()
      return true
    }
  }

  /** The server has the first of the queue. */
  function stored(change: Change, j: JobAnswer) {
    on({ type: 'stored', job: j })
    saving.value = 'stored'
    savedAt.value = j.saved_at
    message.value = ''
    if (held?.queue.length) return
    if (change.step || change.restore) {
      document.value = j.document
      answered(j)
    } else if (document.value === change.document && !same(planned.value, change.document)) {
      answered(j) // the same document may have been planned while it was typed: nothing to draw again
    }
  }

  /** The first of the queue did not get there: now, or for good. */
  async function failed(change: Change, e: unknown): Promise<'again' | 'stop'> {
    const t = e instanceof Trouble ? e : new Trouble(500, String(e))
    try {
      if (t.status === 409 && t.latest !== undefined && (await meet())) return 'again'
    } catch {
      t.message = '' // the other's document could not be had: as if the connection were lost
    }
    if (theirs.value) saving.value = 'conflict'
    else if (!forGood(t.status) || t.message === '') {
      saving.value = 'waiting'
      timer = setTimeout(() => void send(), patience(2 + tries++))
    } else {
      saving.value = change.step ? 'stored' : 'refused'
      message.value = change.step ? '' : t.message
      on({ type: 'refused' })
    }
    return 'stop'
  }

  async function send() {
    if (sending) return
    sending = true
    while (held?.queue.length && !closed) {
      const change = held.queue[0]!
      saving.value = 'storing'
      tellHead()
      try {
        stored(change, await request(change))
        tries = 0
      } catch (e) {
        if ((await failed(change, e)) === 'stop') break
      }
    }
    sending = false
    const still = !held?.queue.length && saving.value === 'stored' && document.value === held?.committed
    if (still && adoptNext()) return
    tellHead()
  }

  function store(next: Document) {
    on({ type: 'edited', id: newChangeID(), document: next })
    document.value = next
    tellHead()
    if (saving.value === 'conflict') return void replan()
    // While nothing is on its way the answer to the storing brings the plan.
    if (sending || saving.value === 'waiting') void replan()
    else unplanned = undefined
    void send()
  }

  function change(next: Document) {
    if (!held) return
    news.value = ''
    if (same(next, held.committed)) {
      if (document.value !== held.committed) {
        document.value = held.committed
        void replan()
      }
      tellHead()
      return
    }
    store(next)
  }

  /** This role does not enter that: what was typed goes back. */
  function barred() {
    message.value = readsOnly[role.value] ?? ''
    if (held) change(held.committed)
  }

  /** Several entries while a hand is at work: shown, not stored. */
  function previewAll(values: Record<string, unknown>) {
    if (!document.value) return
    document.value = Object.entries(values).reduce((d, [path, value]) => withValue(d, at(path), value), document.value)
    tellHead()
    void replan()
  }

  /** Several entries in one change. */
  function commitAll(values: Record<string, unknown>) {
    if (!held) return
    if (!Object.keys(values).every((path) => mayEnter(role.value, at(path)))) return barred()
    change(Object.entries(values).reduce((d, [path, value]) => withValue(d, at(path), value), held.committed))
  }

  function step(which: 'undo' | 'redo') {
    if (!mayEnter(role.value)) return barred()
    if (!held || saving.value === 'conflict') return
    const before = held
    on({ type: 'stepped', id: newChangeID(), step: which, sending })
    if (held === before) return
    if (held.queue.length < before.queue.length) {
      document.value = held.committed
      return void replan()
    }
    void send()
  }

  function restore(to: number) {
    on({ type: 'restored', id: newChangeID(), to })
    void send()
  }

  /** After a conflict: the other's document, or mine over it. Undo gives the one not taken. */
  function choose(mine: boolean) {
    const other = theirs.value
    if (!other) return
    theirs.value = undefined
    saving.value = 'stored'
    on({ type: 'chosen', ids: [newChangeID(), newChangeID()], job: other, mine })
    document.value = held!.committed
    savedAt.value = other.saved_at
    answered(other)
    void send()
    tellHead()
  }

  function workOn(to: string) {
    if (!document.value?.machines.some((m) => m.id === to) || machine.value?.id === to) return
    chosen.value = to
    void replan()
  }

  /** The same revision, with what the workshop has put into it meanwhile: its settings and stores. */
  async function renew(j: JobAnswer) {
    if (!held || sending || held.queue.length || document.value !== held.committed) return
    if (!same(j.document.workshop, held.committed.workshop)) await show(j)
  }

  const stop = listen((n) => {
    if (closed || !held || sending || held.queue.length || theirs.value) return
    if (n.id !== undefined && (n.id !== id || (n.revision ?? 0) <= revision.value)) return
    void api
      .job(id)
      .then(async (j) => {
        if (!held || j.revision < revision.value) return
        if (j.revision === revision.value) return renew(j)
        const what = (await api.changes(held.committed, j.document)).changes.map((c) => c.label)
        if (sending || held.queue.length || j.revision <= revision.value) return
        news.value = what.length ? `Changed in another window: ${what.join(', ')}.` : ''
        await show(j)
      })
      .catch((e: unknown) => {
        if (e instanceof Trouble && e.status === 404) missing.value = true
      })
  })
  const stopWatch = watch(connected, (now) => {
    tellHead()
    if (now && saving.value === 'waiting') {
      clearTimeout(timer)
      void (held?.queue.length ? send() : replan().then(tellHead))
    }
  })

  onUnmounted(() => {
    closed = true
    stop()
    stopWatch()
    clearTimeout(timer)
    opening.close()
  })
  void opening.open()

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
    late: opening.late,
    reopen: opening.open,
    behind: computed(() => saving.value === 'waiting' && planned.value !== document.value), // the figures are older
    theirs,
    asked,
    machine,
    workOn,
    /** The document as the server is asked about it: the chosen machine first. */
    about: computed(() => document.value && about(document.value, chosen.value)),
    doubts,
    canUndo: computed(() => canUndo.value && mayEnter(role.value)),
    canRedo: computed(() => canRedo.value && mayEnter(role.value)),
    workshop,
    role,
    /** Whether this role may enter something at a path; without one, anything. */
    may: (path?: string) => mayEnter(role.value, path && at(path)),
    text: (path: string) => (document.value ? textAt(document.value, at(path)) : ''),
    stored: (path: string) => (held ? textAt(held.committed, at(path)) : ''),
    reading: (path: string) => readings.value.get(at(path)),
    preview: (path: string, text: string) => previewAll({ [path]: text }),
    previewAll,
    commit: (path: string, value: unknown) => commitAll({ [path]: value }),
    commitAll,
    /** What the plan says under some ids, in their order. */
    said: (...ids: string[]) => ids.flatMap((id) => plan.value?.findings.filter((f) => f.id === id) ?? []),
    cure: (c: Cure) => commitAll(written(c)),
    change: (next: Document) => (mayEnter(role.value) ? change(next) : barred()),
    choose,
    renew,
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
