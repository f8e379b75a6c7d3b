// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import type { Borders, Cell, Column, RowTitle } from '../api/weigh'
import type { Document } from '../api/client'
import WantsForm from './WantsForm.vue'
import WeighMap from './WeighMap.vue'
import WeighTable from './WeighTable.vue'
import { changed, percentOf, wantsOf, withWants } from './wants'

const rows: RowTitle[] = [
  { id: 'starts', title: 'Will it start?' },
  { id: 'all-day', title: 'How much all day?' },
  { id: 'cannot', title: 'What it cannot do' },
]
const cell = (row: string, grade: string, more: Partial<Cell> = {}): Cell => ({
  row,
  text: `text of ${row}`,
  notes: [],
  grade,
  mark: 'computed',
  why: [{ formula: 'torque', source: 'engine' }],
  ...more,
})
const column = (kind: Column['kind'], grade: string, more: Partial<Column> = {}): Column => ({
  kind,
  name: `Name of ${kind}`,
  best: 'best',
  grade,
  verdict: `verdict of ${kind}`,
  may: true,
  schools: [],
  cells: [cell('starts', grade, { decides: true }), cell('all-day', 'good', { mark: 'estimated' })],
  ...more,
})
const none: Column = {
  ...column('none', 'note'),
  best: '',
  cells: [],
  ways: [{ title: 'Another motor', text: 'One of 1.1 kW.', needs: 'a frame', why: [] }],
}
const three = [column('capacitor', 'stop'), column('drive', 'good'), none]

describe('the columns', () => {
  const shown = (narrow: boolean, columns = three) =>
    mount(WeighTable, { props: { rows, columns, best: 'drive', narrow } })

  it('stand beside each other, the deciding cell of each marked in words', () => {
    const w = shown(false)
    expect(w.findAll('thead th[data-column]')).toHaveLength(3)
    expect(w.find('[data-cell="capacitor starts"]').classes()).toContain('decides')
    expect(w.findAll('.weigh-decides')).toHaveLength(2)
    expect(w.find('thead .best').text()).toContain('the answer')
  })
  it('say what is estimated, and why', () => {
    const w = shown(false)
    expect(w.find('[data-cell="drive all-day"] .weigh-ring').attributes('title')).toContain('estimated')
    expect(w.find('[data-cell="drive all-day"] details').text()).toContain('torque (engine)')
  })
  it('ask no question that no column answers', () => {
    expect(shown(false).text()).not.toContain('What it cannot do')
  })
  it('of none of these say what is left, down the whole column', () => {
    const bare = shown(false).find('td[data-column="none"]')
    expect(bare.attributes('rowspan')).toBe('2')
    expect(bare.text()).toContain('Needs: a frame.')
  })
  it('come one at a time on a phone, the answer first', async () => {
    const w = shown(true)
    expect(w.findAll('thead th[data-column]').map((t) => t.attributes('data-column'))).toEqual(['drive'])
    await w.findAll('.weigh-pick button')[0]!.trigger('click')
    expect(w.findAll('thead th[data-column]').map((t) => t.attributes('data-column'))).toEqual(['capacitor'])
  })
  it('that are still worked out say so, without a grade', () => {
    const w = shown(false, [column('rotary', 'open', { waits: true, cells: [] }), ...three])
    expect(w.find('th[data-column="rotary"] .grade').exists()).toBe(false)
    expect(w.find('td[data-column="rotary"]').exists()).toBe(true)
  })
})

describe('the borders', () => {
  const map: Borders = {
    loads: [20, 40, 60],
    speeds: [100, 50],
    best: [
      ['capacitor', 'capacitor', 'drive'],
      ['drive', 'drive', 'none'],
    ],
    grades: [
      ['good', 'caution', 'good'],
      ['good', 'good', 'stop'],
    ],
    load: 50,
    speed: 100,
    text: ['At 20 to 40 % load, at plate speed: run capacitor.'],
  }
  it('say by letter what the colours say, and the same in a table', () => {
    const w = mount(WeighMap, { props: { map } })
    expect(w.findAll('.map-letter').map((t) => t.text())).toEqual(['C', 'C', 'D', 'D', 'D', '–'])
    expect(w.findAll('rect.limits')).toHaveLength(1)
    expect(w.find('.for-readers').text()).toContain('40 % load: run capacitor, with limits')
  })
  it('put the job between the loads it lies between', () => {
    const ring = mount(WeighMap, { props: { map } }).find('.map-here')
    expect(Number(ring.attributes('cx'))).toBe(44 + 2 * 46)
    expect(Number(ring.attributes('cy'))).toBe(15)
  })
})

describe('what is wanted', () => {
  const d = {
    name: 'Blunger',
    machines: [{ id: 'm1', load: { share: '65 %', start: 'free' } }],
  } as unknown as Document
  it('is read off the document and put back, the rest untouched', () => {
    const w = wantsOf(d, 'm1')
    expect(w.share).toBe('65 %')
    const next = withWants(d, 'm1', { ...w, share: '40 %', slowest: '30 %' })
    expect(next.machines[0]!.load.share).toBe('40 %')
    expect(next.machines[0]!.load.start).toBe('free')
    expect(next.weigh).toEqual({ slowest: '30 %' })
    expect(d.weigh).toBeUndefined()
    expect(changed(w, wantsOf(next, 'm1'))).toBe(true)
  })
  it('that is taken back leaves the document as it was', () => {
    const w = wantsOf(d, 'm1')
    const there = withWants(d, 'm1', { ...w, hours: '8 h' })
    expect(withWants(there, 'm1', w)).toEqual(d)
  })
  it('reads shares as people type them', () => {
    expect([percentOf('65 %', 1), percentOf('0,65', 1), percentOf('65', 1), percentOf('', 70)]).toEqual([
      65, 65, 65, 70,
    ])
  })
  it('moves by slider, and says when it differs from the job', async () => {
    const w = mount(WantsForm, { props: { modelValue: wantsOf(d, 'm1'), differs: true, may: true, currency: '€' } })
    await w.find('input[name="share"]').setValue('40')
    expect(w.emitted('update:modelValue')![0]).toEqual([expect.objectContaining({ share: '40 %' })])
    await w.find('.wants-differs button').trigger('click')
    expect(w.emitted('keep')).toHaveLength(1)
  })
})
