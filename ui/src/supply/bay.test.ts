// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest'
import type { Document } from '../api/client'
import { network, until } from '../job/network'
import { onCapacitor, planOf } from '../job/planned'
import { enter, rooms } from '../parts/injob'
import SupplyBay from './SupplyBay.vue'

/** The wall over the plan that the program itself makes. */
const { here, shown } = rooms()

const start = (supply: Record<string, unknown>, circuits = '') => {
  const d = onCapacitor()
  here.network = network({
    ...d,
    workshop: { ...d.workshop, circuits },
    supply: { volts: '236', feeder_length: '18 m', feeder_size: '6 mm²', breaker: '32 A', ...supply },
  } as Document)
  here.network.plan = planOf
}
beforeEach(() => start({}))

describe('the wall', () => {
  it('is a chain for the bridge chosen, and a sentence for every other', async () => {
    const { w, job } = await shown(SupplyBay)
    const [own, ...others] = job.plan.value!.wall
    expect(own!.chosen).toBe(true)
    expect(w.find('.wall-sentence').text()).toContain(own!.sentence)
    expect(w.findAll('.wall-links li').map((l) => l.attributes('data-link'))).toEqual(own!.links.map((l) => l.id))
    expect(w.findAll('.wall-others li').map((l) => l.text().split(':')[0])).toEqual(others.map((c) => c.name))
    for (const row of w.findAll('.wall-more tbody tr')) expect(row.findAll('td')).toHaveLength(3)
  })

  it('names its weakest link and what would cure it', async () => {
    start({ breaker: '50 A' })
    const { w } = await shown(SupplyBay)
    expect(w.find('.wall-links .weakest').attributes('data-link')).toBe('wire')
    expect(w.find('.wall-links .wall-stop').text()).toContain('6')
    expect(w.find('.wall-cure').text()).toContain('Cheapest: a breaker of')
    await enter(w, 'supply.breaker', '32 A')
    await until('it holds', () => !w.find('.wall-stop').exists())
  })

  it('leads from a link to its entry', async () => {
    const { w, job } = await shown(SupplyBay)
    await w.find('[data-link="earth"] button').trigger('click')
    await until('it is at hand', () => !!document.activeElement?.closest('[data-entry="supply.earth"]'))
    expect(job.asked.value).toBe('supply.earth')
  })

  it('takes what was seen, and nothing of it at all', async () => {
    const { w } = await shown(SupplyBay)
    const tick = (n: number, on: boolean) => w.findAll('.wall-look input')[n]!.setValue(on)
    await tick(0, true)
    await until('it is stored', () => here.network.latest().supply.seen?.join() === 'white')
    await until('it is a finding', () => w.find('[data-link="wiring"]').text().includes('a white line'))
    await tick(2, true)
    await until('both', () => here.network.latest().supply.seen?.join() === 'white,shared')
    await tick(3, true)
    await until('nothing of these', () => here.network.latest().supply.seen?.join() === 'nothing')
  })
})

describe('the volts on their way', () => {
  it('go down in steps, and a reading under load shows the first', async () => {
    const { w, job } = await shown(SupplyBay)
    const stairs = () => job.plan.value!.stairs
    expect(stairs().map((s) => s.id)).toEqual(['idle', 'running', 'starting'])
    expect(stairs()[2]!.steps[1]!.volts).toBe(236)
    for (const s of stairs()) expect(w.find('.stairs').text()).toContain(`${s.name} ${s.steps.at(-1)!.text}`)
    expect(w.find('.stairs').attributes('aria-label')).toContain('running: 236')
    await enter(w, 'supply.loaded', '231 V 9.5 A')
    await until('the panel sags', () => stairs()[2]!.steps[1]!.volts < 230)
    expect(job.said('supply.dip')[0]!.sentence).toContain('Lights on the same panel dip by')
  })
})

describe('the circuits of a workshop', () => {
  beforeEach(() => start({ breaker: '', feeder_size: '' }, 'Clay room: 20 A, 2.5 mm², lights 2 A\nShed: 10 A'))

  it('give what the job does not say itself', async () => {
    const { w } = await shown(SupplyBay)
    const names = w.findAll('[data-entry="supply.circuit"] button').map((b) => b.text())
    expect(names).toEqual(['None of them', 'Clay room', 'Shed'])
    await w.findAll('[data-entry="supply.circuit"] button')[1]!.trigger('click')
    await until('it is on it', () => w.find('[data-link="breaker"]').text().includes('20'))
    const breaker = w.find('[data-entry="supply.breaker"] input').element as HTMLInputElement
    expect([breaker.value, breaker.placeholder]).toEqual(['', '20\u00a0A'])
    await enter(w, 'supply.breaker', '16 A')
    await until('the job goes before it', () => w.find('[data-link="breaker"]').text().includes('16'))
  })
})
