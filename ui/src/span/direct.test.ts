// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest'
import ControllersSection from '../dc/ControllersSection.vue'
import DirectInspectSection from '../dc/DirectInspectSection.vue'
import DirectSpeedSection from '../dc/DirectSpeedSection.vue'
import TrimsSection from '../dc/TrimsSection.vue'
import { network, until } from '../job/network'
import { onDC, planOf } from '../job/planned'
import BrushedBay from '../leads/BrushedBay.vue'
import { rooms } from '../parts/injob'
import DirectPlate from '../plate/DirectPlate.vue'
import ProtectionBay from '../protection/ProtectionBay.vue'
import type { Document } from '../api/client'

/** The DC bay over the plan that the program itself makes. */
const { here, shown: mounted } = rooms()

async function shown(component: Parameters<typeof mounted>[0], d: Document = onDC()) {
  here.network = network(d)
  here.network.plan = planOf
  return mounted(component)
}

describe('the DC bay', () => {
  it('weighs every controller and takes the one that is touched', async () => {
    const d = onDC()
    d.bridge.dc!.controller = ''
    const { w } = await shown(ControllersSection, d)
    await w.find('[data-controller="sike-90"] button').trigger('click')
    await until('it is stored', () => here.network.latest().bridge.dc?.controller === 'sike-90')
  })

  it('moves the point with the dial', async () => {
    const { w } = await shown(DirectSpeedSection)
    const was = w.find('[data-figure="amps"]').text()
    const slide = w.find('input[aria-label="Usual load, percent"]')
    ;(slide.element as HTMLInputElement).value = '75'
    await slide.trigger('input')
    await until('the amps follow', () => w.find('[data-figure="amps"]').text() !== was)
    expect(here.network.documents).toHaveLength(1)
    await slide.trigger('change')
    await until('it is stored', () => here.network.documents.length === 2)
  })

  it('draws every trim with its clock and keeps what is ticked', async () => {
    const { w } = await shown(TrimsSection)
    expect(w.findAll('svg.pot').length).toBe(6)
    expect(w.find('[data-trim="MAX"]').text()).toMatch(/\d+:\d\d/)
    expect(w.find('.caution').text()).toContain('mains potential')
    await w.find('[data-trim="JP1"] input').trigger('change')
    await until('it is stored', () => !!here.network.latest().bridge.dc?.done?.some((t) => t.startsWith('row:JP1=')))
  })

  it('inspects what was bought used, step by step', async () => {
    const { w } = await shown(DirectInspectSection)
    expect(w.findAll('.inspect li').length).toBeGreaterThan(6)
    await w.find('.inspect input').trigger('change')
    await until(
      'it is stored',
      () => here.network.latest().bridge.dc?.done?.some((x) => x.startsWith('inspect:')) ?? false,
    )
  })
})

describe('a brushed motor', () => {
  it('names its leads once the shaft is turned', async () => {
    const { w } = await shown(BrushedBay)
    expect(w.text()).toContain('not known yet')
    const input = w.find('[data-entry="leads.brushed.turned"] input')
    await input.trigger('focus')
    await input.setValue('1 2')
    await input.trigger('blur')
    await until('they are named', () => w.text().includes('Every lead has its name'))
  })

  it('keeps one answer of a look, good or bad', async () => {
    const { w } = await shown(BrushedBay)
    await w.findAll('.bay-tabs button')[1]!.trigger('click')
    const [good, bad] = w.findAll('[data-look="film"] button')
    await good!.trigger('click')
    await until('good', () => here.network.latest().machines[0]!.leads.brushed?.look?.join() === 'good:film')
    await bad!.trigger('click')
    await until('bad', () => here.network.latest().machines[0]!.leads.brushed?.look?.join() === 'bad:film')
  })

  it('has a plate of its own, and no overload relay to set', async () => {
    const { w } = await shown(DirectPlate)
    expect(w.find('[data-entry="plate.armature_volts"]').exists()).toBe(true)
    expect(w.find('[data-figure="ra"]').text()).toContain('Ω')
    here.w?.unmount()
    const other = await shown(ProtectionBay)
    expect(other.w.find('[data-entry="protection.relay_set"]').exists()).toBe(false)
    expect(other.w.text()).toContain('current limit guards')
  })
})
