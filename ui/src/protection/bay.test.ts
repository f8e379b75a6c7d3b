// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest'
import { network, until } from '../job/network'
import { onCapacitor, onDrive, planOf } from '../job/planned'
import { rooms } from '../parts/injob'
import ProtectionBay from './ProtectionBay.vue'

/** The Protection bay over the plan that the program itself makes. */
const { here, shown: mounted } = rooms()

beforeEach(() => {
  here.network = network(onDrive())
  here.network.plan = planOf
})

describe('protection', () => {
  it('asks no relay where the drive is one', async () => {
    const { w } = await mounted(ProtectionBay)
    expect(w.find('[data-entry="protection.relay"]').exists()).toBe(false)
    expect(w.find('[data-entry="protection.conductor"] label').text()).toBe('Line wire')
    expect(w.find('.bay-caution').text()).toContain('the drive guards the winding')
    expect(w.text()).toContain('guide value')
  })

  it('asks what guards the windings on a capacitor, and its class only where it is a relay', async () => {
    here.network = network(onCapacitor())
    here.network.plan = planOf
    const { w } = await mounted(ProtectionBay)
    expect(w.findAll('[data-entry="protection.relay"] button')).toHaveLength(4)
    expect(w.find('[data-entry="protection.relay_class"]').exists()).toBe(true)
    await w.findAll('[data-entry="protection.relay"] button')[2]!.trigger('click')
    await until('it is stored', () => here.network.latest().machines[0]!.protection.relay === 'thermistor')
    await until('no amps are asked', () => !w.find('[data-entry="protection.relay_set"]').exists())
    expect(w.find('[data-entry="protection.relay_class"]').exists()).toBe(false)
    expect(w.find('.bay-caution').text()).toContain('the thermistor guards the winding')
  })

  it('shows what the plan asks with where it may lie', async () => {
    here.network = network(onCapacitor())
    here.network.plan = planOf
    const { w, job } = await mounted(ProtectionBay)
    const figures = job.plan.value!.protection
    for (const f of figures) {
      expect(w.find(`[data-figure="${f.id}"]`).text()).toContain(f.text)
      if (f.band) expect(w.find(`[data-figure="${f.id}"]`).text()).toContain(`likely ${f.band}`)
    }
    expect(figures.some((f) => f.band)).toBe(true)
  })
})
