// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h, nextTick } from 'vue'
import { blank, network, Still, until, type Network } from './network'
import { provideJob, type OpenJob } from './open'
import { connected } from '../desk/live'
import { me } from '../desk/person'
import { thisWindow } from '../desk/windows'
import { written } from './record'
import { keep } from './unsent'

let there: Network
let close: () => void = () => {}
let opened: OpenJob

/** A job open in a window. */
async function open(): Promise<OpenJob> {
  let job!: OpenJob
  const window = mount(
    defineComponent(() => {
      job = opened = provideJob('j1')
      return () => h('p')
    }),
  )
  close = () => window.unmount()
  await until('the job is open', () => !!job.document.value)
  return job
}

beforeEach(() => {
  vi.stubGlobal('EventSource', Still)
  localStorage.clear()
  there = network()
})
afterEach(() => {
  close()
  vi.unstubAllGlobals()
})

describe('a job open for work', () => {
  it('stores a finished edit as a revision, by the bay’s own path', async () => {
    const job = await open()
    expect(job.text('plate.power')).toBe('1.1 kW')
    job.commit('plate.rpm', '1410')
    await until('it is stored', () => job.revision.value === 2)
    expect(there.latest().machines[0]!.plate.rpm).toBe('1410')
    expect(job.saving.value).toBe('stored')
    expect(job.canUndo.value).toBe(true)
  })

  it('writes a record with the day and who touched it, and advice as it is', () => {
    const at = new Date(2026, 10, 3)
    const seen = { label: 'It is there', path: 'p', value: '10 A, seen', stamp: true }
    expect(written(seen, at, 'Ada')).toEqual({ p: '10 A, seen 2026-11-03 Ada' })
    expect(written(seen, at, '')).toEqual({ p: '10 A, seen 2026-11-03' })
    const advice = { label: 'Note', path: 'p', value: '10 A, wanted', and: { path: 'q', value: '4 A, wanted' } }
    expect(written(advice, at, 'Ada')).toEqual({ p: '10 A, wanted', q: '4 A, wanted' })
  })

  it.each([499, 429, 503])('keeps an edit that was answered with %i and sends it again', async (status) => {
    const job = await open()
    there.status = status
    job.commit('plate.rpm', '1410')
    await until('it waits', () => job.saving.value === 'waiting')
    expect(job.text('plate.rpm')).toBe('1410')
    there.status = undefined
    await until('it is stored', () => job.revision.value === 2)
    expect(there.latest().machines[0]!.plate.rpm).toBe('1410')
  })

  it('says after five seconds that nothing answers, and tries again when asked', async () => {
    let answer = () => {}
    const reached = globalThis.fetch
    globalThis.fetch = async (...asked) => {
      await new Promise<void>((go) => (answer = go))
      return reached(...asked)
    }
    vi.useFakeTimers()
    void open()
    await vi.advanceTimersByTimeAsync(4900)
    expect(opened.late.value).toBe(false)
    await vi.advanceTimersByTimeAsync(200)
    expect(opened.late.value).toBe(true)
    vi.useRealTimers()
    globalThis.fetch = reached
    await opened.reopen()
    expect(opened.document.value?.name).toBe('Blunger')
    expect(opened.late.value).toBe(false)
    answer()
  })

  it('plans a gesture without storing it', async () => {
    const job = await open()
    job.preview('bridge.microfarad', '48')
    await until('it is planned', () => there.asked.includes('POST /api/plan'))
    expect(there.documents).toHaveLength(1)
    expect(job.text('bridge.microfarad')).toBe('48')
    expect(job.stored('bridge.microfarad')).toBe('52')
    job.commit('bridge.microfarad', '48')
    await until('it is stored', () => job.revision.value === 2)
    expect(there.latest().bridge.capacitor?.microfarad).toBe('48')
  })

  it('stores nothing where nothing changed', async () => {
    const job = await open()
    job.preview('supply.volts', '23')
    job.commit('supply.volts', '236')
    await new Promise((r) => setTimeout(r, 30))
    expect(there.documents).toHaveLength(1)
    expect(job.text('supply.volts')).toBe('236')
  })

  it('puts several entries into one change', async () => {
    const job = await open()
    job.commitAll({ 'leads.found': 'delta', 'leads.done': ['lock-off'], 'drive.at': '40 Hz' })
    await until('it is stored', () => job.revision.value === 2)
    const m = there.latest().machines[0]!
    expect([m.leads.found, m.leads.done, there.latest().bridge.drive?.at]).toEqual(['delta', ['lock-off'], '40 Hz'])
  })

  it('keeps edits in order while one is on its way, each once', async () => {
    const job = await open()
    for (const volts of ['231', '232', '233']) job.commit('supply.volts', volts)
    await until('all are stored', () => job.revision.value === 4)
    expect(there.documents.map((d) => d.supply.volts)).toEqual(['236', '231', '232', '233'])
  })

  it('undoes what is stored, and takes back what is not sent', async () => {
    const job = await open()
    job.commit('supply.volts', '231')
    await until('it is stored', () => job.revision.value === 2)
    job.undo()
    await until('it is undone', () => job.revision.value === 3)
    expect(job.text('supply.volts')).toBe('236')
    there.cut = true
    job.commit('supply.volts', '240')
    await until('it waits', () => job.saving.value === 'waiting')
    job.undo()
    expect(job.text('supply.volts')).toBe('236')
    expect(there.documents).toHaveLength(3)
  })

  it('keeps what could not be sent in the browser', async () => {
    const job = await open()
    there.cut = true
    job.commit('supply.volts', '229')
    await until('it waits', () => job.saving.value === 'waiting')
    expect(Object.keys(localStorage).some((k) => k.startsWith('gray-bridge-unsent-j1'))).toBe(true)
    expect(job.text('supply.volts')).toBe('229')
  })

  it('says that figures are from before what was typed without a connection, until they come', async () => {
    const job = await open()
    expect(job.behind.value).toBe(false)
    there.cut = true
    job.preview('supply.volts', '229')
    await until('nothing plans it', () => job.behind.value)
    connected.value = false
    await nextTick()
    there.cut = false
    connected.value = true
    await until('it is planned', () => !job.behind.value)
    expect(job.saving.value).toBe('stored')
    there.cut = true
    job.commit('supply.volts', '229')
    await until('it waits', () => job.behind.value)
    there.cut = false
    connected.value = false
    await nextTick()
    connected.value = true
    await until('it is stored', () => job.revision.value === 2)
    expect(job.behind.value).toBe(false)
  })

  it('puts both edits together where two people touched different entries', async () => {
    const job = await open()
    there.elsewhere('supply.breaker', '20 A')
    job.commit('plate.rpm', '1400')
    await until('both are stored', () => job.revision.value === 3)
    expect(there.latest().supply.breaker).toBe('20 A')
    expect(there.latest().machines[0]!.plate.rpm).toBe('1400')
    expect(job.news.value).toContain('supply breaker')
  })

  it('asks where two people changed the same entry, and stores both', async () => {
    const job = await open()
    there.elsewhere('supply.volts', '229')
    job.commit('supply.volts', '240')
    await until('the person is asked', () => job.saving.value === 'conflict')
    expect(job.theirs.value?.document.supply.volts).toBe('229')
    job.choose(true)
    await until('mine is stored over it', () => job.revision.value === 3)
    expect(there.documents.map((d) => d.supply.volts)).toEqual(['236', '229', '240'])
  })

  it('gives the other’s back when it is taken, and undo has mine', async () => {
    const job = await open()
    there.elsewhere('supply.volts', '229')
    job.commit('supply.volts', '240')
    await until('the person is asked', () => job.saving.value === 'conflict')
    job.choose(false)
    await until('theirs stands', () => job.revision.value === 4)
    expect(job.text('supply.volts')).toBe('229')
    expect(there.documents.map((d) => d.supply.volts)).toEqual(['236', '229', '240', '229'])
  })

  it('says what the server refuses and goes on', async () => {
    const job = await open()
    job.change({ ...job.document.value!, name: 'refused' })
    await until('it is refused', () => job.saving.value === 'refused')
    expect(job.message.value).toContain('No.')
    job.commit('name', 'Blunger two')
    await until('the next is stored', () => job.revision.value === 2)
  })

  it('takes over what a closed window had not sent', async () => {
    const base = there.latest()
    const document = { ...base, supply: { volts: '222' } }
    keep(localStorage, 'j1', 'gone', { revision: 1, base, changes: [{ id: 'left-behind', document, before: base }] })
    const job = await open()
    await until('it is stored', () => job.revision.value === 2)
    expect(there.latest().supply.volts).toBe('222')
    expect(there.asked).toContain('POST /api/present')
  })

  it('sends what this window itself had left unsent, as after a log-in', async () => {
    const base = there.latest()
    const document = { ...base, supply: { volts: '223' } }
    keep(localStorage, 'j1', thisWindow, { revision: 1, base, changes: [{ id: 'left-here', document, before: base }] })
    const job = await open()
    await until('it is stored', () => job.revision.value === 2)
    expect(there.latest().supply.volts).toBe('223')
  })

  it('sends nobody’s edits under another’s name', async () => {
    const base = there.latest()
    Object.assign(me, { shared: true, name: 'Bram T.' })
    keep(localStorage, 'j1', 'gone', {
      revision: 1,
      base,
      changes: [{ id: 'brams', document: { ...base, supply: { volts: '224' } }, before: base }],
    })
    Object.assign(me, { name: 'Tom H.' })
    const job = await open()
    await new Promise((r) => setTimeout(r, 500))
    expect(job.revision.value).toBe(1)
    Object.assign(me, { shared: false, name: '' })
  })

  it('works on the machine that is chosen', async () => {
    const [m1] = blank().machines
    there = network(blank({ machines: [m1!, { ...m1!, id: 'm2', name: 'Crusher', plate: { power: '1½ HP' } }] }))
    const job = await open()
    job.workOn('m2')
    await until('it is planned', () => job.plan.value?.machine === 'm2')
    expect(job.text('plate.power')).toBe('1½ HP')
    job.commit('plate.rpm', '1750')
    await until('it is stored', () => job.revision.value === 2)
    expect(there.latest().machines.map((m) => m.plate.rpm)).toEqual([undefined, '1750'])
    await until('the plan is still of that one', () => job.plan.value?.machine === 'm2')
    expect(job.about.value?.machines.map((m) => m.id)).toEqual(['m2', 'm1'])
  })

  it('knows the doubts and readings of an entry by the bay’s own path', async () => {
    there.plan = () => ({
      readings: [{ path: 'machines.m1.plate.power', typed: '1.1 kW', read_as: '1.1 kW' }] as never,
      findings: [
        { id: 'a', bay: 'motor', grade: 'caution', sentence: '', entries: ['machines.m1.plate.power'] },
        { id: 'b', bay: 'motor', grade: 'good', sentence: '', entries: ['supply.volts'] },
      ] as never,
    })
    const job = await open()
    expect(job.reading('plate.power')?.read_as).toBe('1.1 kW')
    expect(job.doubts.value.get('plate.power')).toBe('caution')
    expect(job.doubts.value.has('supply.volts')).toBe(false)
  })

  it('does not let a late plan of a gesture cover what was stored since', async () => {
    there.plan = (d) => ({ findings: [{ id: d.supply.volts, bay: 'supply', grade: 'note', sentence: '' }] as never })
    const job = await open()
    let go = () => {}
    there.hold = new Promise<void>((r) => (go = r))
    job.preview('supply.volts', '231')
    await until('the gesture is asked about', () => there.asked.includes('POST /api/plan'))
    job.commit('supply.volts', '232')
    await until('it is stored', () => job.revision.value === 2)
    go()
    await new Promise((r) => setTimeout(r, 40))
    expect(job.plan.value?.findings[0]?.id).toBe('232')
  })

  it('says when a job is not there', async () => {
    globalThis.fetch = async () => new Response('{}', { status: 404, headers: { 'Content-Type': 'application/json' } })
    let job!: OpenJob
    const window = mount(
      defineComponent(() => {
        job = provideJob('j1')
        return () => h('p')
      }),
    )
    await until('it is missing', () => job.missing.value)
    window.unmount()
  })
})
