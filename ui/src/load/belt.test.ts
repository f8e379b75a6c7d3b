// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest'
import type { Document } from '../api/client'
import { network, until } from '../job/network'
import { onCapacitor, onDrive, planOf } from '../job/planned'
import { enter, rooms } from '../parts/injob'
import LoadBay from './LoadBay.vue'

/** Sheaves and belt in the Load bay, over the plan that the program itself makes. */
const { here, shown } = rooms()
const sheet = { title: '', width: 10, height: 10, items: [], facts: [] }

const start = (belt: Record<string, unknown> = {}, d = onCapacitor()) => {
  const m = d.machines[0]!
  here.network = network({ ...d, machines: [{ ...m, load: { ...m.load, belt } }] } as Document)
  here.network.plan = planOf
  here.network.answers['POST /api/fit/drawings'] = () => ({
    belt: { ...sheet, items: [{ k: 'circle', x: 1, y: 1, r: 1 }] },
    fit: sheet,
  })
}
beforeEach(() => start())

const sheaves = { motor: '80 mm', tool: '200 mm', centre: '400 mm' }

describe('a belt', () => {
  it('stays folded where none was entered, with its caution inside', async () => {
    const { w } = await shown(LoadBay)
    expect(w.find('details.belt').attributes('open')).toBeUndefined()
    expect(w.find('details.belt .caution').text()).toContain('Locked off')
  })

  it('shows ratio, speed and length once both sheaves are there', async () => {
    start(sheaves)
    const { w, job } = await shown(LoadBay)
    expect(w.find('details.belt').attributes('open')).toBeDefined()
    for (const f of job.plan.value!.belt.figures) expect(w.find('details.belt').text()).toContain(f.text)
    await until('it is drawn', () => w.find('details.belt .sheet svg').exists())
  })

  it('offers the sheave for the speed that is wanted, and what to check again', async () => {
    start(sheaves)
    const { w } = await shown(LoadBay)
    expect(w.find('.belt-change').exists()).toBe(false)
    await enter(w, 'load.belt.wanted', '370 rpm')
    await until('a change is offered', () => w.find('.belt-change').exists())
    expect(w.find('.belt-change').text()).toContain('For 370\u00a0rpm')
    expect(w.findAll('.belt-change li').length).toBeGreaterThan(4)
  })

  it('draws amps over the sheave from one reading, with the plate’s line', async () => {
    start({ ...sheaves, idle_amps: '2.4 A', amps: '80 mm 5.2 A' }, onDrive())
    const { w, job } = await shown(LoadBay)
    expect(job.plan.value!.belt.curve.length).toBeGreaterThan(10)
    expect(w.find('details.belt').text()).toContain('Amps over the motor’s sheave')
    expect(w.find('.belt-change').text()).toContain('the plate')
  })

  it('is used by the drive where its own sheaves were not entered', async () => {
    start(sheaves, onDrive())
    const { job } = await shown(LoadBay)
    const dial = job.plan.value!.drive!.dial
    expect(dial.motor_rpm / dial.tool_rpm).toBeCloseTo(2.5, 3)
  })
})
