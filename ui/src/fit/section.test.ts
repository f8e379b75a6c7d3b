// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest'
import type { Document } from '../api/client'
import { network, until } from '../job/network'
import { onCapacitor, planOf } from '../job/planned'
import { enter, rooms } from '../parts/injob'
import FitSection from './FitSection.vue'

/** A motor in another's place, over the plan that the program itself makes. */
const { here, shown } = rooms()
const sheet = { title: 'To scale', width: 10, height: 10, items: [], facts: [{ name: 'Old motor', value: '80' }] }
const drawn = { ...sheet, items: [{ k: 'circle', x: 1, y: 1, r: 1 }] }

const start = (fit: Record<string, unknown> = {}) => {
  const d = onCapacitor()
  const m = d.machines[0]!
  here.network = network({ ...d, machines: [{ ...m, plate: { ...m.plate, frame: '90S' }, fit }] } as Document)
  here.network.plan = planOf
  here.network.answers['POST /api/fit/drawings'] = () => ({ belt: sheet, fit: drawn })
}
beforeEach(() => start())

const row = (w: { findAll: (css: string) => { text: () => string }[] }, name: string) =>
  w.findAll('.fit-table tbody tr').find((r) => r.text().startsWith(name))!

describe('a motor in another’s place', () => {
  it('says what to enter while nothing of the other is known', async () => {
    const { w } = await shown(FitSection)
    expect(w.find('.fit-order').exists()).toBe(false)
    expect(w.text()).toContain('The other motor’s frame')
    expect(w.find('details').attributes('open')).toBeUndefined()
  })

  it('sets both bodies side by side, and says of each dimension what it means', async () => {
    start({ other: { frame: '71' }, coupling: 'coupling' })
    const { w, job } = await shown(FitSection)
    expect(w.find('details').attributes('open')).toBeDefined()
    expect(row(w, 'Shaft height').text()).toContain('19\u00a0mm too high')
    expect(w.find('[data-entry="fit.other.height"] input').attributes('placeholder')).toBe('71 mm')
    expect(w.find('[data-entry="fit.this.height"] input').attributes('placeholder')).toBe('90 mm')
    expect(w.findAll('.fit-order li')).toHaveLength(job.plan.value!.fit.order.length)
    for (const got of job.plan.value!.fit.gets) expect(w.text()).toContain(got)
  })

  it('lets what is measured go before the table', async () => {
    start({ other: { frame: '71' } })
    const { w } = await shown(FitSection)
    await enter(w, 'fit.this.height', '71 mm')
    await until('it is the same', () => row(w, 'Shaft height').text().includes('stands at the same height'))
  })

  it('exchanges the columns where the other is the new one', async () => {
    start({ other: { frame: '71' }, other_is: 'new' })
    const { w } = await shown(FitSection)
    expect(w.find('[data-entry="fit.other.height"] input').attributes('placeholder')).toBe('71 mm')
    expect(row(w, 'Shaft height').text()).toContain('19\u00a0mm of packing')
  })

  it('names the steps that a step waits for by their numbers', async () => {
    start({ other: { frame: '71' }, coupling: 'belt' })
    const { w, job } = await shown(FitSection)
    const order = job.plan.value!.fit.order
    const late = order.findIndex((s) => s.after.length > 1)
    const numbers = order[late]!.after.map((id) => order.findIndex((s) => s.id === id) + 1)
    expect(w.findAll('.fit-order li')[late]!.text()).toContain(`after ${numbers.join(', ')}`)
    expect(Math.max(...numbers)).toBeLessThan(late + 1)
  })

  it('notes the side of the terminal box, and takes it back', async () => {
    start({ other: { frame: '80' } })
    const { w, job } = await shown(FitSection)
    const left = () => w.findAll('.fit-sides')[0]!.findAll('button')[0]!
    await left().trigger('click')
    await until('it is noted', () => job.text('fit.other.box') === 'left')
    expect(left().attributes('aria-pressed')).toBe('true')
    await left().trigger('click')
    await until('it is gone', () => job.text('fit.other.box') === '')
  })

  it('draws both where their sizes are known', async () => {
    start({ other: { frame: '80' } })
    const { w } = await shown(FitSection)
    await until('it is drawn', () => w.find('.sheet svg').exists())
    expect(w.find('.sheet table').text()).toContain('Old motor')
  })
})
