// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest'
import { network } from '../job/network'
import { onDrive, planOf } from '../job/planned'
import { rooms } from '../parts/injob'
import TripsSection from './TripsSection.vue'

/** What a drive shows where it gives up, over the plan that the program itself makes. */
const { here, shown } = rooms()

describe('a trip', () => {
  it('stands with what it means and what to look at first, the danger before hands go near', async () => {
    here.network = network(onDrive())
    here.network.plan = planOf
    const { w, job } = await shown(TripsSection)
    const trips = job.plan.value!.drive!.trips
    expect(trips.length).toBeGreaterThan(3)
    expect(w.findAll('[data-trip]').map((r) => r.attributes('data-trip'))).toEqual(trips.map((t) => t.code || t.says))
    expect(w.text()).toContain(trips[0]!.look)
    expect(w.find('.caution').text()).toContain('measured dead')
  })
})
