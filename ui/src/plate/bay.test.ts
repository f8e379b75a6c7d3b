// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest'
import { network, until } from '../job/network'
import { onCapacitor, onDC, planOf } from '../job/planned'
import { enter, rooms } from '../parts/injob'
import DirectPlate from './DirectPlate.vue'
import PlateBay from './PlateBay.vue'

/** The Motor bay over the plan that the program itself makes. */
const { here, shown: mounted } = rooms()

beforeEach(() => {
  here.network = network(onCapacitor())
  here.network.plan = planOf
})

describe('the plate', () => {
  it('is typed as it is stamped, and beside it stands what it means', async () => {
    const { w, job } = await mounted(PlateBay)
    expect((w.find('[data-entry="plate.connection"] input').element as HTMLInputElement).value).toBe('Δ/Y')
    for (const f of job.plan.value!.motor) expect(w.find(`[data-figure="${f.id}"]`).text()).toContain(f.text)
    expect(w.find('.plate-teach').exists()).toBe(false)
    expect(w.findAll('.plate-means section')[1]!.find('[data-figure="xm"]').exists(), 'what was fitted, apart').toBe(
      true,
    )
  })

  it('says of each estimated figure of the motor where it may lie', async () => {
    const { w } = await mounted(PlateBay)
    for (const id of ['efficiency', 'xm', 'r2', 'breakdown'])
      expect(w.find(`[data-figure="${id}"]`).text(), id).toContain('likely')
  })

  it('teaches where it is empty', async () => {
    const d = onCapacitor()
    d.machines[0]!.plate = {}
    here.network = network(d)
    here.network.plan = planOf
    const { w } = await mounted(PlateBay)
    expect(w.find('.plate-teach').text()).toContain('power, volts, rpm and hertz')
    expect(w.text()).toContain('It is fitted once power, volts')
  })

  it('finds a plate that disagrees with itself as it is typed, and stores nothing of it yet', async () => {
    const { w, job } = await mounted(PlateBay)
    await enter(w, 'plate.rpm', '1500')
    await until('it is found', () =>
      job.plan.value!.findings.some((f) => f.bay === 'motor' && (f.grade === 'stop' || f.grade === 'caution')),
    )
    expect(job.plan.value!.computed).toBe(false)
    expect(w.text()).toContain('It is fitted once power')
  })

  it('says how it read what was typed', async () => {
    const { w } = await mounted(PlateBay)
    await enter(w, 'plate.power', '1½ HP')
    await until('it is read', () => /1\.12\s*kW/.test(w.find('[data-entry="plate.power"]').text()))
  })

  it('keeps what it could not read, and says what would do', async () => {
    const d = onCapacitor()
    d.machines[0]!.plate.power = 'a lot'
    here.network = network(d)
    // The program on the command line refuses what cannot be read; the server says it in the plan.
    const unread = { path: 'machines.m1.plate.power', typed: 'a lot', problem: 'No power.', wanted: '1.1 kW' }
    here.network.plan = () => ({ ...planOf(onCapacitor()), readings: [unread] })
    const { w, job } = await mounted(PlateBay)
    const reading = job.reading('plate.power')!
    expect(reading.problem).toBeTruthy()
    expect(w.find('[data-entry="plate.power"] .entry-problem').text()).toContain(reading.wanted!)
    expect((w.find('[data-entry="plate.power"] input').element as HTMLInputElement).value).toBe('a lot')
  })
})

describe('the plate of a brushed motor', () => {
  it('asks for armature and field, and shows what they mean', async () => {
    here.network = network(onDC())
    here.network.plan = planOf
    const { w, job } = await mounted(DirectPlate)
    for (const path of ['plate.armature_volts', 'plate.armature_amps', 'plate.field_volts', 'plate.field_amps'])
      expect(w.find(`[data-entry="${path}"]`).exists(), path).toBe(true)
    for (const f of job.plan.value!.motor) expect(w.find(`[data-figure="${f.id}"]`).exists(), f.id).toBe(true)
    expect(w.find('[data-figure="ra"]').text()).toContain('likely')
  })
})
