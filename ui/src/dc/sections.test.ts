// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest'
import { network, until } from '../job/network'
import { onDC, planOf } from '../job/planned'
import { rooms } from '../parts/injob'
import ControllersSection from './ControllersSection.vue'
import DirectWiringSection from './DirectWiringSection.vue'
import StopSection from './StopSection.vue'
import TrimsSection from './TrimsSection.vue'

/** The DC bay's sections over the plan that the program itself makes. */
const { here, shown: mounted } = rooms()

/** A controller that nothing stops: a permanent magnet's, its leads found. */
const settled = () => {
  const d = onDC()
  const m = d.machines[0]!
  m.plate = { power: '0.37 kW', armature_volts: '180 V', armature_amps: '2.85', rpm: '1800', form_factor: '1.35' }
  m.leads = { done: [], brushed: { ohms: '1 2 9.5\n1 frame open', makes: '1 2 8 V' } } as never
  m.load = { kind: 'constant', share: '40 %' }
  return d
}

beforeEach(() => {
  here.network = network(settled())
  here.network.plan = planOf
})

describe('the known controllers', () => {
  it('are weighed each in a line, the chosen one marked', async () => {
    const { w, job } = await mounted(ControllersSection)
    const all = job.plan.value!.dc!.controllers
    expect(w.findAll('[data-controller]').map((r) => r.attributes('data-controller'))).toEqual(all.map((c) => c.id))
    expect(w.findAll('tr.chosen')).toHaveLength(1)
    for (const f of job.plan.value!.dc!.figures)
      expect(w.find(`[data-figure="${f.id}"]`).text(), f.id).toContain(f.text)
  })

  it('say of what leans on an estimate where it may lie', async () => {
    const { w } = await mounted(ControllersSection)
    for (const id of ['amps', 'rms', 'line', 'good'])
      expect(w.find(`[data-figure="${id}"]`).text(), id).toContain('likely')
  })

  it('bought used are tried on a lamp first', async () => {
    const d = settled()
    d.bridge.dc!.second_hand = undefined
    here.network = network(d)
    here.network.plan = planOf
    const { w } = await mounted(ControllersSection)
    await w.findAll('[data-entry="dc.second_hand"] button')[1]!.trigger('click')
    await until('it is stored', () => here.network.latest().bridge.dc!.second_hand === 'yes')
    expect(w.find('[data-entry="dc.second_hand"] [aria-pressed="true"]').text()).toContain('lamp')
  })
})

describe('start and stop', () => {
  it('warn of what the resistor does not hold', async () => {
    const { w } = await mounted(StopSection)
    expect(w.find('.caution').text()).toContain('never parted')
    expect(w.find('.caution').text()).toContain('does not hold')
  })

  it('take a braking resistor, and what it does stands beside it', async () => {
    const { w, job } = await mounted(StopSection)
    await w.findAll('[data-entry="dc.brake"] button')[1]!.trigger('click')
    await until('it is stored', () => here.network.latest().bridge.dc!.brake === 'yes')
    await until('its figures are there', () => job.plan.value!.dc!.stop.stop.length > 1)
    for (const f of job.plan.value!.dc!.stop.stop) expect(w.find(`[data-figure="${f.id}"]`).exists(), f.id).toBe(true)
  })

  it('show one scene at a time, and the stop when its resistor is asked for', async () => {
    const { w, job } = await mounted(StopSection)
    const pressed = () => w.find('.film-choice [aria-pressed="true"]').text()
    expect(pressed()).toBe('Start')
    await w.findAll('.film-choice button')[1]!.trigger('click')
    expect(pressed()).toBe('The load comes on')
    job.asked.value = 'dc.brake_ohm'
    await until('the stop is shown', () => pressed() === 'Stop on the resistor')
  })
})

describe('the trims', () => {
  it('stand in the order of setting, the first that is not set marked', async () => {
    const { w, job } = await mounted(TrimsSection)
    const rows = job.plan.value!.dc!.trims
    expect(rows.length).toBeGreaterThan(4)
    expect(w.findAll('[data-trim]').map((r) => r.attributes('data-trim'))).toEqual(rows.map((r) => r.id))
    expect(w.find('.coming').attributes('data-trim')).toBe(rows[0]!.id)
    await w.find('.coming input').trigger('change')
    const kept = () => here.network.latest().bridge.dc!.done ?? []
    await until('it is stored', () => kept().some((t) => t.startsWith(`row:${rows[0]!.id}=${rows[0]!.value}, read 20`)))
    await until('the next is marked', () => w.find('.coming').attributes('data-trim') === rows[1]!.id)
  })

  it('read back show what was found beside what is wanted', async () => {
    const d = settled()
    d.bridge.dc!.read_back = 'MAX 09:00'
    here.network = network(d)
    here.network.plan = planOf
    const { w } = await mounted(TrimsSection)
    expect(w.find('[data-trim="MAX"]').text()).toContain('Found at')
  })

  it('wait while something stops the controller', async () => {
    const d = settled()
    d.machines[0]!.load = { kind: 'constant', share: '150 %' }
    here.network = network(d)
    here.network.plan = planOf
    const { w, job } = await mounted(TrimsSection)
    expect(job.plan.value!.findings.some((f) => f.grade === 'stop')).toBe(true)
    expect(w.text()).toContain('waits until nothing stops')
    expect(w.find('[data-trim]').exists()).toBe(false)
  })
})

describe('the wires', () => {
  it('are landed one by one, in four runs', async () => {
    const { w, job } = await mounted(DirectWiringSection)
    const wires = job.plan.value!.dc!.wiring
    expect(w.findAll('tbody tr')).toHaveLength(wires.length)
    expect(w.text()).toContain(`${wires.length} of ${wires.length} wires are still to be landed`)
    await w.find('.landed').trigger('change')
    await until('it is counted', () => w.text().includes(`${wires.length - 1} of ${wires.length}`))
    expect(here.network.latest().bridge.dc!.done).toHaveLength(1)
    expect(w.find('.caution').text()).toContain('proved dead')
  })
})
