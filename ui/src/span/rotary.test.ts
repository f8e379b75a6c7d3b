// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest'
import { network, until } from '../job/network'
import { onCapacitor, onRotary, planOf } from '../job/planned'
import { rooms } from '../parts/injob'
import StreetSection from '../rotary/StreetSection.vue'
import BalanceSection from '../rotary/BalanceSection.vue'
import TimetableSection from '../rotary/TimetableSection.vue'
import MachineChooser from './MachineChooser.vue'

/** A converter's screens over the plan that the program itself makes. */
const { here, shown: mounted } = rooms()

async function shown(component: Parameters<typeof mounted>[0], d = onRotary()) {
  here.network = network(d)
  here.network.plan = planOf
  return mounted(component)
}

describe('the street', () => {
  it('shows every motor of a state, and another state at the press of a switch', async () => {
    const { w, job } = await shown(StreetSection)
    job.workOn('m2')
    await until('the mud pan runs', () => w.find('.motors h3').text().includes('Mud pan at work'))
    const alone = w.find('[data-motor="m1"] .windings').text()
    await w.find('[data-motor="m3"] .switch').trigger('click')
    expect(w.find('.motors h3').text()).toContain('Mud pan and Sieve at work')
    expect(w.text()).toContain('kept apart by the shop')
    expect(w.find('[data-motor="m1"] .windings').text()).not.toBe(alone)
    await w.find('[data-motor="m2"] .switch').trigger('click')
    await w.find('[data-motor="m3"] .switch').trigger('click')
    expect(w.find('.motors h3').text()).toContain('The idler alone')
    expect(here.network.documents, 'looking changes nothing').toHaveLength(1)
  })
})

describe('a job of one machine', () => {
  it('gets its idler as a motor of its own, and works on it', async () => {
    const one = onCapacitor()
    const { w, job } = await shown(StreetSection, { ...one, bridge: { ...one.bridge, kind: 'rotary' } })
    await w
      .findAll('button')
      .find((b) => b.text().includes('Add an idler'))!
      .trigger('click')
    await until('it is stored', () => here.network.documents.length === 2)
    const d = here.network.latest()
    expect(d.machines.map((m) => m.role)).toEqual([undefined, 'idler'])
    expect(job.machine.value?.id).toBe('m2')
    await until('the other is asked for next', () => w.text().includes('The idler cannot be computed yet'))
  })
})

describe('the balance cans', () => {
  it('are taken pair by pair in one change', async () => {
    const { w } = await shown(BalanceSection)
    expect(w.findAll('.options tbody tr')).toHaveLength(4)
    await w.find('[data-option="equal"] button').trigger('click')
    await until('it is stored', () => here.network.documents.length === 2)
    const r = here.network.latest().bridge.rotary!
    expect(r.l1_l3_microfarad).toBe(r.l2_l3_microfarad)
    expect(w.find('.caution').text()).toContain('holds its charge')
  })
})

describe('the timetable', () => {
  it('lets two machines that were kept apart run together', async () => {
    const { w } = await shown(TimetableSection)
    const pair = w.find('[data-pair="m2+m3"]')
    expect(pair.text()).toContain('kept apart')
    await pair.find('button').trigger('click')
    await until('it is stored', () => here.network.documents.length === 2)
    expect(here.network.latest().bridge.rotary!.apart ?? []).toEqual([])
    expect(w.text()).toContain('Mud pan, the largest')
  })
})

describe('the machines of a job', () => {
  const dialog = () => document.querySelector('.el-dialog')!
  const button = (text: string, n = 0) =>
    [...dialog().querySelectorAll('button')].filter((b) => b.textContent!.includes(text))[n]!

  it('are added, made the idler, and taken out with their pairs', async () => {
    const { w } = await shown(MachineChooser)
    await w.find('.setting').trigger('click')
    await until('the dialog is there', () => !!dialog()?.querySelector('.machines'))
    button('Add a machine').click()
    await until('it is stored', () => here.network.documents.length === 2)
    expect(here.network.latest().machines.map((m) => m.id)).toEqual(['m1', 'm2', 'm3', 'm4'])
    expect(here.network.latest().machines[3]!.leads.naming).toBe('iec')
    button('Make it the idler').click()
    await until('it is the idler', () => here.network.documents.length === 3)
    expect(
      here.network
        .latest()
        .machines.filter((m) => m.role === 'idler')
        .map((m) => m.id),
    ).toEqual(['m2'])
    button('Take out', 2).click()
    await until('it asks', () => !!button('Really take it out?'))
    button('Really take it out?').click()
    await until('it is gone', () => here.network.documents.length === 4)
    expect(here.network.latest().machines.map((m) => m.id)).toEqual(['m1', 'm2', 'm4'])
    expect(here.network.latest().bridge.rotary!.apart ?? []).toEqual([])
  })

  it('are not spoken of where there is one', async () => {
    const { w } = await shown(MachineChooser, onCapacitor())
    expect(w.find('.machine-chooser').exists()).toBe(false)
  })
})
