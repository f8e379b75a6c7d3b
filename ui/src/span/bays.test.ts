// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest'
import type { Document } from '../api/client'
import CansSection from '../capacitor/CansSection.vue'
import InspectSection from '../drive/InspectSection.vue'
import SheetSection from '../drive/SheetSection.vue'
import { network, until } from '../job/network'
import { onCapacitor, onDrive, planOf } from '../job/planned'
import WaysTable from '../leads/WaysTable.vue'
import LoadBay from '../load/LoadBay.vue'
import { rooms } from '../parts/injob'
import SupplyBay from '../supply/SupplyBay.vue'

/** Bays over the plan that the program itself makes. */
const { here, shown: mounted } = rooms()

async function shown(d: Document, component: Parameters<typeof mounted>[0]) {
  here.network = network(d)
  here.network.plan = planOf
  return mounted(component)
}

describe('the supply', () => {
  it('names the workshop, cautions first, and shows what the motor leaves', async () => {
    const { w } = await shown(onCapacitor(), SupplyBay)
    expect(w.text()).toContain('Tansy Lane Tileworks: 230 V, 50 Hz')
    expect(w.find('.caution').text()).toContain('live supply')
    expect(w.find('[data-figure="post"]').text()).toContain('236')
    expect(w.find('[data-figure="running"]').exists()).toBe(true)
  })

  it('plans anew as the volts are typed', async () => {
    const { w } = await shown(onCapacitor(), SupplyBay)
    const input = w.find('[data-entry="supply.volts"] input')
    await input.trigger('focus')
    await input.setValue('229')
    await until('the outlet follows', () => w.find('[data-figure="post"]').text().includes('229'))
    expect(here.network.documents).toHaveLength(1)
  })
})

describe('the load', () => {
  it('is one of a few kinds, and what the bridge leaves of it stands below', async () => {
    const { w } = await shown(onCapacitor(), LoadBay)
    expect(w.find('[data-entry="load.kind"] [aria-pressed="true"]').text()).toContain('Fan-like')
    expect(w.findAll('[data-figure]').length).toBeGreaterThan(2)
    await w.findAll('[data-entry="load.start"] button')[1]!.trigger('click')
    await until('it is stored', () => here.network.documents.length === 2)
    expect(here.network.latest().machines[0]!.load.start).toBe('loaded')
  })
})

describe('the cans', () => {
  it('lie in the circuit as they are, and each way to make up the value puts itself in', async () => {
    const d = onCapacitor()
    d.bridge.capacitor!.microfarad = '45'
    const { w } = await shown(d, CansSection)
    expect(w.findAll('.can').length).toBeGreaterThan(0)
    const rows = w.findAll('.combos tbody tr')
    expect(rows.length).toBeGreaterThan(0)
    const other = rows.find((r) => !r.classes().includes('chosen'))!
    await other.find('button').trigger('click')
    await until('it is stored', () => here.network.documents.length === 2)
    expect(here.network.latest().bridge.capacitor?.microfarad).not.toBe('45')
    await until('it stands as chosen', () => w.findAll('.combos tr.chosen').length === 1)
  })

  it('list every part with what it must be, under the caution', async () => {
    const { w } = await shown(onCapacitor(), CansSection)
    await until('the parts are fetched', () => w.find('.buys').exists())
    const buys = w.find('.buys')
    expect(buys.text()).toContain('Overload relay')
    expect(buys.text()).toContain('guide value')
    expect(buys.find('.caution').text()).toContain('discharged')
    expect(buys.find('a').attributes('href')).toBe('/api/jobs/j1/parts.csv?machine=m1')
  })
})

describe('the ways to join', () => {
  it('are judged by the volts that a coil gets', async () => {
    const { w } = await shown(onCapacitor(), WaysTable)
    expect(w.findAll('.way').length).toBe(2)
    expect(w.find('.way.chosen').text()).toContain('delta')
    expect(w.text()).toContain('230')
  })
})

describe('the sheet of a drive', () => {
  it('is ticked row by row, and the tick is stored', async () => {
    const { w } = await shown(onDrive(), SheetSection)
    const rows = w.findAll('.settings-list tbody tr')
    expect(rows.length).toBeGreaterThan(5)
    await rows[0]!.find('input').setValue(true)
    await until('it is stored', () => here.network.documents.length === 2)
    expect(here.network.latest().bridge.drive?.done).toHaveLength(1)
    await until('the row is done', () => w.findAll('.settings-list tbody tr.done').length === 1)
    await w.find('.settings-list tbody tr.done input').setValue(false)
    await until('it is taken back', () => here.network.documents.length === 3)
    expect(here.network.latest().bridge.drive?.done).toEqual([])
  })

  it('says of a second-hand drive that its settings are another’s', async () => {
    const { w } = await shown(onDrive(), SheetSection)
    expect(w.find('.caution').text()).toContain('Second-hand')
    expect(w.find('.settings-list thead').text()).toContain('Read')
  })
})

describe('the inspection of a second-hand drive', () => {
  it('goes step by step, the next one marked, its reading where it is taken', async () => {
    const { w } = await shown(onDrive(), InspectSection)
    expect(w.findAll('li.coming')).toHaveLength(1)
    expect(w.find('li.coming').element).toBe(w.findAll('li')[0]!.element)
    expect(w.find('[data-entry="drive.sink_ohm"]').exists()).toBe(true)
    await w.findAll('li input[type="checkbox"]')[0]!.setValue(true)
    await until('the next is marked', () => w.findAll('li')[1]!.classes().includes('coming'))
  })
})
