// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest'
import { network, until } from '../job/network'
import { onDrive, planOf } from '../job/planned'
import { rooms } from '../parts/injob'
import ChooseSection from './ChooseSection.vue'
import ControlSection from './ControlSection.vue'
import SpeedSection from './SpeedSection.vue'
import WiringSection from './WiringSection.vue'

/** The drive bay over the plan that the program itself makes. */
const { here, shown: mounted } = rooms()

beforeEach(() => {
  here.network = network(onDrive())
  here.network.plan = planOf
})

describe('the known drives', () => {
  it('are weighed one by one, and a touch takes one', async () => {
    const { w, job } = await mounted(ChooseSection)
    const drives = job.plan.value!.drive!.choices
    expect(drives.length).toBeGreaterThan(2)
    for (const d of drives) expect(w.text()).toContain(d.name)
    const other = drives.find((d) => d.id !== 'tarn-22')!
    await w
      .findAll('button')
      .find((b) => b.text() === other.name)!
      .trigger('click')
    await until('it is stored', () => here.network.latest().bridge.drive!.profile === other.id)
  })
})

describe('who may command what', () => {
  it('shows every command by every source', async () => {
    const { w, job } = await mounted(ControlSection)
    const map = job.plan.value!.drive!.map
    expect(w.findAll('.control-map tbody tr').map((r) => r.find('th').text())).toEqual(map.map((c) => c.name))
    for (const row of w.findAll('.control-map tbody tr')) expect(row.findAll('td')).toHaveLength(5)
  })

  it('finds a drive behind a shut lid that nobody can stop', async () => {
    const { w } = await mounted(ControlSection)
    await w.findAll('[data-entry="drive.lid"] button')[1]!.trigger('click')
    await until('it is a stop', () => w.text().includes('nobody can stop it from outside'))
    await w.findAll('[data-entry="drive.run"] button')[2]!.trigger('click')
    await until('buttons outside mend it', () => !w.text().includes('nobody can stop it from outside'))
  })

  it('asks to prove every stop, uncoupled first', async () => {
    const { w } = await mounted(ControlSection)
    expect(w.findAll('.caution').at(-1)!.text()).toContain('start it uncoupled')
  })
})

describe('the dial', () => {
  it('shows hertz and rpm together, and refuses what is no speed', async () => {
    const { w, job } = await mounted(SpeedSection)
    const dial = job.plan.value!.drive!.dial
    const field = w.find('input[aria-label="Drive, Hz"]')
    expect(Number((field.element as HTMLInputElement).value)).toBeCloseTo(dial.hz, 1)
    await field.setValue('fast')
    await field.trigger('change')
    expect(w.find('[role="alert"]').text()).toContain('“fast” is no speed')
    expect(here.network.documents).toHaveLength(1)
    await field.setValue('35,5')
    await field.trigger('change')
    await until('it is stored', () => here.network.latest().bridge.drive!.at === '35.5 Hz')
  })

  it('follows the slide at once and stores it when it is let go', async () => {
    const { w } = await mounted(SpeedSection)
    const slide = w.find('input[aria-label="Hertz"]')
    ;(slide.element as HTMLInputElement).value = '20'
    await slide.trigger('input')
    await until('the motor follows', () =>
      (w.find('input[aria-label="Drive, Hz"]').element as HTMLInputElement).value.startsWith('20'),
    )
    expect(here.network.documents).toHaveLength(1)
    await slide.trigger('change')
    await until('it is stored', () => here.network.documents.length === 2)
  })
})

describe('the wires', () => {
  it('are landed one by one, and counted', async () => {
    const { w, job } = await mounted(WiringSection)
    const wires = job.plan.value!.drive!.wiring
    if (wires.length === 0) {
      expect(w.text()).toContain('Every wire is landed')
      return
    }
    expect(w.findAll('tbody tr')).toHaveLength(wires.length)
    expect(w.text()).toContain(`${wires.length} of ${wires.length} wires are still to be landed`)
    await w.find('tbody input').trigger('change')
    await until('it is counted', () => w.text().includes(`${wires.length - 1} of ${wires.length}`))
    expect(w.find('.caution').text()).toContain('proved dead')
  })
})
