// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest'
import { network, until } from '../job/network'
import { onCapacitor, planOf } from '../job/planned'
import { enter, rooms } from '../parts/injob'
import PairDrawing from './PairDrawing.vue'
import PairLines from './PairLines.vue'
import PairMap from './PairMap.vue'
import SizeSection from './SizeSection.vue'
import StartSection from './StartSection.vue'
import TrimSection from './TrimSection.vue'
import { mount } from '@vue/test-utils'
import type { Pair, PairProof } from '../api/client'

/** The capacitor bay over the plan that the program itself makes. */
const { here, shown: mounted } = rooms()

beforeEach(() => {
  here.network = network(onCapacitor())
  here.network.plan = planOf
})

describe('the size', () => {
  it('shows each winding of plate, and four schools beside each other', async () => {
    const { w, job } = await mounted(SizeSection)
    const plan = job.plan.value!
    expect(w.findAll('.bar')).toHaveLength(plan.wanted.coils.length)
    for (const [i, c] of plan.wanted.coils.entries()) {
      expect(w.findAll('.bar strong')[i]!.text()).toBe(c.of)
      expect(w.findAll('.bar')[i]!.classes()).toContain(`bar-${c.tone}`)
    }
    expect(w.findAll('[data-school]')).toHaveLength(4)
    expect(w.find('.bridge-danger').text()).toContain('holds its charge')
  })

  it('tries a school at the touch of its name', async () => {
    const { w, job } = await mounted(SizeSection)
    const school = job.plan.value!.schools.find((s) => s.id === 'kilowatt')!
    await w.find('[data-school="kilowatt"] button').trigger('click')
    await until('it is stored', () => here.network.documents.length === 2)
    expect(Number(here.network.latest().bridge.capacitor!.microfarad)).toBeCloseTo(school.microfarad, 1)
    await until('the windings follow', () => w.findAll('.bar-over').length > 0)
  })

  it('turns it round by the capacitor’s line end', async () => {
    const { w } = await mounted(SizeSection)
    await w.findAll('[data-entry="bridge.corner_to"] button')[1]!.trigger('click')
    await until('it is stored', () => here.network.latest().bridge.capacitor!.corner_to === 'L2')
    expect(w.find('[data-entry="bridge.corner_to"] [aria-pressed="true"]').text()).toContain('anticlockwise')
  })

  it('says where every figure that leans on an estimate may lie', async () => {
    const { w } = await mounted(SizeSection)
    for (const id of ['worst', 'supply', 'speed', 'start', 'continuous'])
      expect(w.find(`[data-figure="${id}"]`).text(), id).toMatch(/likely [\d.]+ to [\d.]+/)
  })
})

describe('the start', () => {
  it('asks how the start capacitor goes out only where there is one', async () => {
    const { w } = await mounted(StartSection)
    expect(w.find('[data-entry="bridge.start_by"]').exists()).toBe(false)
    await enter(w, 'bridge.start_microfarad', '120')
    await until('the device is asked', () => w.find('[data-entry="bridge.start_by"]').exists())
    expect(w.text()).toContain('switch off at once')
  })
})

describe('readings on the running bridge', () => {
  const fields = ['Lead L1', 'Lead L2', 'Made line’s lead', 'Made line to L1', 'Made line to L2', 'L1 to L2']
  const fill = async (w: Awaited<ReturnType<typeof mounted>>['w'], values: Record<string, string>) => {
    for (const [name, value] of Object.entries(values)) await w.find(`input[aria-label="${name}"]`).setValue(value)
    await w.find('form').trigger('submit')
  }

  it('foretells each before the field, with its band', async () => {
    const { w, job } = await mounted(TrimSection)
    for (const name of fields) {
      const e = job.plan.value!.trim!.next.find((n) => n.name === name)!
      const label = w.find(`input[aria-label="${name}"]`).element.closest('label')!
      expect(label.textContent).toContain(e.text)
      expect(label.textContent).toContain(e.band)
    }
    expect(w.find('.caution').text()).toContain('live')
  })

  it('takes a round as one line, refits, and takes it away again', async () => {
    const { w, job } = await mounted(TrimSection)
    const read: Record<string, string> = {}
    for (const name of fields)
      read[name] = job.plan.value!.trim!.next.find((n) => n.name === name)!.text.replace(/[^\d.]/g, '')
    await fill(w, read)
    await until('it is stored', () => here.network.documents.length === 2)
    expect(here.network.latest().bridge.capacitor!.trim).toMatch(/^52 µF?: leads /)
    await until('the round is shown', () => w.findAll('.trim-rounds table').length === 1)
    expect(w.find('.trim-rounds').text()).toContain('Made line’s lead')
    await w.find('.trim-rounds caption button').trigger('click')
    await until('it is gone', () => !here.network.latest().bridge.capacitor!.trim)
  })

  it('refuses a round of one reading or of words, and keeps what was typed', async () => {
    const { w } = await mounted(TrimSection)
    await fill(w, { 'Lead L1': '3.7' })
    expect(w.find('[role="alert"]').text()).not.toBe('')
    await fill(w, { 'Lead L2': 'five', 'Made line to L1': '224' })
    expect(w.find('[role="alert"]').exists()).toBe(true)
    expect((w.find('input[aria-label="Lead L1"]').element as HTMLInputElement).value).toBe('3.7')
    expect(here.network.documents).toHaveLength(1)
  })
})

const cap = (winding: string, from: string, to: string, microfarad: number) => ({
  winding,
  from,
  to,
  microfarad,
  best: microfarad,
  chosen: false,
  cans: `${microfarad} µF`,
  volts: '300 V',
  class: '440 V AC or more',
  bleed: '560 kΩ, 2 W',
})
const pair = {
  possible: true,
  offered: true,
  grade: 'caution',
  sentence: 'Two capacitors carry what one cannot.',
  detail: '',
  why: [],
  first: cap('W', 'A', 'L2', 20),
  second: cap('V', 'B', 'L1', 30),
  ruler_to: [60, 80],
  turns: 'clockwise',
  mirror: '',
  windings: [
    { winding: 'U', share: 0.99 },
    { winding: 'V', share: 1.1 },
    { winding: 'W', share: 1.3 },
  ],
  figures: [],
  lost: [],
  relay: '',
  joints: [],
  moves: [],
  expect: [],
} as unknown as Pair
const proof = {
  rows: [],
  time_s: [],
  rpm: [],
  amps: [],
  first: [10, 30],
  second: [10, 50],
  worst: [
    [0.9, 1.1],
    [1.25, 0],
  ],
} as unknown as PairProof

describe('two capacitors', () => {
  it('are drawn with their windings, each in the tone of what it carries', () => {
    const w = mount(PairDrawing, { props: { pair } })
    expect(w.find('.coil-ok').exists()).toBe(true)
    expect(w.find('.coil-near').exists()).toBe(true)
    expect(w.find('.coil-over').exists()).toBe(true)
    expect(w.text()).toContain('C1 20 µF')
    expect(w.text()).toContain('C2 30 µF')
    expect(w.find('.stud-C1').exists(), 'no link lies between studs').toBe(true)
  })

  it('exchange their windings for the other direction, and the studs follow', () => {
    const other = { ...pair, first: cap('V', 'A', 'L2', 20), second: cap('W', 'B', 'L1', 30) } as Pair
    const studs = (p: Pair) =>
      mount(PairDrawing, { props: { pair: p } })
        .findAll('svg')[1]!
        .findAll('g')
        .map((g) => g.text().replace(/\s+/g, ' '))
    const one = studs(pair)
    const two = studs(other)
    expect(one).not.toEqual(two)
    expect(one.filter((t) => t.startsWith('U'))).toEqual(two.filter((t) => t.startsWith('U')))
    expect([...one].sort()).toHaveLength(6)
  })

  it('are mapped cell by cell, and a touch picks both values', async () => {
    const w = mount(PairMap, { props: { pair, proof } })
    expect(w.findAll('rect.cell-ok:not(.key)')).toHaveLength(1)
    expect(w.findAll('rect.cell-near:not(.key)')).toHaveLength(1)
    expect(w.findAll('rect.cell-hot')).toHaveLength(1)
    expect(w.findAll('rect.cell-none:not(.key)')).toHaveLength(1)
    const svg = w.find('svg').element
    svg.getBoundingClientRect = () => ({ left: 0, top: 0, width: 300, height: 304 }) as DOMRect
    await w.find('svg').trigger('click', { clientX: 44 + 115, clientY: 10 + 115 })
    expect(w.emitted('pick')).toEqual([[20, 30]])
    await w.find('svg').trigger('click', { clientX: 0, clientY: 304 })
    expect(w.emitted('pick')![1], 'never beyond its edges').toEqual([10, 10])
  })

  it('have lines that say where they may lie', () => {
    const w = mount(PairLines, {
      props: {
        of: 'lost-',
        lines: [
          { id: 'usual', name: 'At your load', text: '99 %', note: 'winding U', grade: 'good', band: '90 to 122 %' },
          { id: 'first', name: 'C1 opens', text: 'stalls', note: 'switch off at once', grade: 'stop' },
        ] as never,
      },
    })
    expect(w.find('[data-pair="lost-usual"]').text()).toContain('likely 90 to 122 %')
    expect(w.find('[data-pair="lost-first"]').text()).not.toContain('likely')
  })
})
