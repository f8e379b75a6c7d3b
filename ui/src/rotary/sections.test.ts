// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest'
import { network, until } from '../job/network'
import { onRotary, planOf } from '../job/planned'
import { rooms } from '../parts/injob'
import IdlerStartSection from './IdlerStartSection.vue'
import ReadingsSection from './ReadingsSection.vue'
import TimetableSection from './TimetableSection.vue'

/** A converter's sections over the plan that the program itself makes. */
const { here, shown: mounted } = rooms()

beforeEach(() => {
  here.network = network(onRotary())
  here.network.plan = planOf
})

describe('the idler’s start', () => {
  it('warns of a standing idler, and asks for a start capacitor only where one starts it', async () => {
    const { w } = await mounted(IdlerStartSection)
    expect(w.find('.caution').text()).toContain('standing idler')
    expect(w.find('[data-entry="rotary.start_microfarad"]').exists()).toBe(false)
    await w.findAll('[data-entry="rotary.start_by"] button')[2]!.trigger('click')
    await until('it is stored', () => here.network.latest().bridge.rotary!.start_by === 'button')
    await until('its µF are asked', () => w.find('[data-entry="rotary.start_microfarad"]').exists())
  })

  it('lists every machine that was counted, with what stands against its start', async () => {
    const { w, job } = await mounted(IdlerStartSection)
    const counted = job.plan.value!.rotary!.machines.filter((m) => m.counted)
    expect(counted.length).toBe(2)
    expect(w.findAll('tbody tr').map((r) => r.find('th').text())).toEqual(counted.map((m) => m.name))
    for (const [i, m] of counted.entries()) {
      const cells = w
        .findAll('tbody tr')
        [i]!.findAll('td')
        .map((c) => c.text())
      expect(cells).toEqual([
        `${m.start}likely ${m.start_band}`,
        `${m.start_takes}likely ${m.start_takes_band}`,
        `${m.continuous}likely ${m.continuous_band}`,
        m.falls ? `${m.falls}likely ${m.falls_band}` : 'beyond 500 %',
      ])
    }
  })
})

describe('readings on a running converter', () => {
  it('stand there with their bands before they are taken', async () => {
    const { w, job } = await mounted(ReadingsSection)
    const state = job.plan.value!.rotary!.states.find((s) => s.runs)!
    expect(w.find('.caution').text()).toContain('live lines')
    for (const [i, text] of state.volts_text.entries()) {
      expect(w.text()).toContain(text)
      expect(w.text()).toContain(state.volts_bands[i]!)
    }
    expect(w.text()).toContain(state.supply_band)
  })

  it('are kept as one line of a round, and of an empty one nothing', async () => {
    const { w } = await mounted(ReadingsSection)
    const put = w.findAll('button').find((b) => /Keep|Enter|round/.test(b.text()))!
    await put.trigger('click')
    await put.element.closest('form')?.dispatchEvent(new Event('submit', { bubbles: true, cancelable: true }))
    expect(here.network.documents).toHaveLength(1)
    const fields = w.findAll('table input')
    await fields[0]!.setValue('231')
    await fields[1]!.setValue('224,5')
    if (put.attributes('type') === 'submit') await put.element.closest('form')!.requestSubmit()
    else await put.trigger('click')
    await until('it is stored', () => here.network.documents.length === 2)
    expect(here.network.latest().bridge.rotary!.readings).toMatch(/231 224\.5 - V.*; cans /)
  })
})

describe('the timetable', () => {
  it('says which machines never run together', async () => {
    const { w, job } = await mounted(TimetableSection)
    const apart = job.plan.value!.rotary!.pairs.filter((p) => !p.may)
    expect(apart).toHaveLength(1)
    expect(w.text()).toContain('Mud pan')
    expect(w.text()).toContain('Sieve')
  })
})
