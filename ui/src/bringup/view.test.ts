// @vitest-environment happy-dom
import 'fake-indexeddb/auto'
import { beforeEach, describe, expect, it } from 'vitest'
import type { BringUp, Gate, Take } from '../api/bringup'
import { until } from '../job/network'
import { kept } from '../outbox/kept'
import { outbox, send } from '../outbox/outbox'
import { rooms } from '../parts/injob'
import BringUpView from './BringUpView.vue'

/** The bring-up over a network that can be cut, with what this device keeps. */
const { here, shown } = rooms()

const meaning = { says: [] }
const take = (over: Partial<Take>): Take =>
  ({
    id: 'volts',
    name: 'Volts',
    unit: 'V',
    mark: 'computed',
    low: 226,
    high: 246,
    ...over,
    above: meaning,
    below: meaning,
  }) as Take
const gate = (id: string, after: string[], takes: Take[] = []): Gate =>
  ({
    id,
    title: `Gate ${id}`,
    do: ['Do it.'],
    by: 'you',
    after,
    asks: [],
    takes,
    basis: [],
    read: [],
    must: false,
    fed: false,
    state: after.length ? 'waiting' : 'open',
    ready: !after.length,
    waiting: [],
    if_not: '',
  }) as unknown as Gate

const machine = (): BringUp =>
  ({
    job: 'j1',
    machine: 'm1',
    title: 'Blunger',
    workshop: 'Tansy Lane Tileworks',
    revision: 1,
    at: '',
    plate: '',
    joints: [{ name: 'L1', value: 'U1-W2' }],
    cautions: [],
    takes_in: [],
    sums: [],
    others: [{ id: 'm1', name: 'Blunger' }],
    heat: { points: [], curve: [], forecasts: [], says: '' },
    book: { n: 0, hash: '' },
    progress: {
      gates: [gate('a', []), gate('b', ['a'], [take({})])],
      next: 'a',
      says: 'Next: Gate a.',
      passed: 0,
      skipped: 0,
      failed: 0,
      again: 0,
      stays: [],
    },
  }) as unknown as BringUp

interface Body {
  machine: string
  entries: { id: string; kind: string; gate?: string }[]
}
let written: Body['entries'] = []

/** A phone: the list of gates is asked for. */
const happy = (window as unknown as { happyDOM: { setViewport(v: { width: number; height: number }): void } }).happyDOM

beforeEach(async () => {
  happy.setViewport({ width: 390, height: 844 })
  written = []
  await kept.drop(...(await kept.waiting()).map((w) => w.n!))
  await kept.clear()
  outbox.waiting = []
  here.network.answers['GET /api/jobs/j1/bringup'] = machine
  here.network.answers['POST /api/jobs/j1/log'] = ((b: Body) => {
    written.push(...b.entries)
    return {
      written: b.entries.map((e, n) => ({ id: e.id, n: n + 1, hash: '', repeat: false, compared: [] })),
      book: {},
      received: '',
    }
  }) as never
})

async function opened() {
  const got = await shown(BringUpView, { id: 'j1' })
  await until('a step is there', () => got.w.find('.step h1').exists())
  return got.w
}
const press = (w: Awaited<ReturnType<typeof opened>>, css: string) => w.find(css).trigger('click')

describe('the bring-up', () => {
  it('opens at the next gate and goes on as gates are passed', async () => {
    const w = await opened()
    expect(w.find('.step h1').text()).toBe('Gate a')
    await press(w, '.step-buttons .strong')
    await until('the next gate is there', () => w.find('.step h1').text() === 'Gate b')
    await until('it was sent', () => written.length === 1)
    expect(written[0]).toMatchObject({ kind: 'gate', gate: 'a', outcome: 'passed', revision: 1 })
  })
  it('keeps what is entered without a network, and sends it once, in order', async () => {
    const w = await opened()
    here.network.cut = true
    await press(w, '.step-buttons .strong')
    await until('the next gate is there', () => w.find('.step h1').text() === 'Gate b')
    await w.find('.take input').setValue('235')
    await w.find('.take form').trigger('submit')
    await until(
      'two wait',
      () => w.find('.bring-net').exists() && w.find('.bring-net').text().startsWith('2 on this device'),
    )
    expect(w.find('.take-said').text()).toContain('235 V inside the band, not sent yet')
    here.network.cut = false
    await send()
    await until('they were sent', () => written.length === 2)
    expect(written.map((e) => e.kind)).toEqual(['gate', 'reading'])
    await until('nothing waits on this device', () => !outbox.waiting.length)
    expect(await kept.waiting()).toHaveLength(0)
  })
  it('opens from what is pinned where the server does not answer', async () => {
    const first = await opened()
    await until('it is pinned', () => here.network.asked.includes('GET /api/jobs/j1'))
    await until('it is on the device', () => !!outbox)
    expect(await kept.pinned('j1', '')).toBeDefined()
    first.unmount()
    here.network.answers['GET /api/jobs/j1/bringup'] = () => {
      throw new TypeError('the network is cut')
    }
    const w = await opened()
    expect(w.find('.bring-net').text()).toContain('No network: as it was')
    expect(w.find('.step h1').text()).toBe('Gate a')
  })
  it('says that an outcome does not count, and goes back to what is next', async () => {
    here.network.answers['POST /api/jobs/j1/log'] = ((b: Body) => ({
      written: b.entries.map((e) => ({
        id: e.id,
        n: 1,
        hash: '',
        repeat: false,
        void: 'First do: Lock off.',
        compared: [],
      })),
      book: {},
      received: '',
    })) as never
    const w = await opened()
    await press(w, '.step-buttons .strong')
    await until('it is said', () => w.find('.trouble').exists())
    expect(w.find('.trouble').text()).toContain('does not count: First do: Lock off.')
    await until('it is the same gate', () => w.find('.step h1').text() === 'Gate a')
  })
  it('lists every gate, and leads to plan, log and card', async () => {
    const w = await opened()
    await press(w, '.bring-bar .bring-all')
    expect(w.findAll('.gates li').map((l) => l.find('small').text())).toEqual(['to do', 'waits'])
    expect(w.findAll('.bring-links a').map((a) => a.text())).toEqual(['Plan', 'Log', 'Card'])
    await w.findAll('.gates button')[1]!.trigger('click')
    await until('the gate is there', () => w.find('.step h1').text() === 'Gate b')
  })
})
