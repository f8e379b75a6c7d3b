// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest'
import type { Document } from '../api/client'
import { network, until } from '../job/network'
import { onCapacitor, onDrive, planOf } from '../job/planned'
import { enter, rooms } from '../parts/injob'
import MakeUpSection from './MakeUpSection.vue'

/** The make-up of the box, over the plan that the program itself makes. */
const { here, shown } = rooms()
const tables = {
  format: 'gray-bridge/tables',
  version: 1,
  name: 'House tables',
  source: 'gland maker’s sheet',
  glands: [{ name: 'M20', from_mm: 6, to_mm: 12 }],
}
const start = (d = onCapacitor(), own?: typeof tables) => {
  here.network = network({ ...d, workshop: { ...d.workshop, tables: own } } as Document)
  here.network.plan = planOf
}
beforeEach(() => start())

describe('the make-up', () => {
  it('lists each step in its group, and ticks it', async () => {
    const { w, job } = await shown(MakeUpSection)
    expect(w.findAll('.makeup-step')).toHaveLength(job.plan.value!.makeup.steps.length)
    expect(w.findAll('.makeup-steps h4').map((h) => h.text())).toEqual(['Before', 'Cable', 'Ends', 'Close', 'After'])
    await w.find('.makeup-step input').setValue(true)
    await until('it is done', () => job.plan.value!.makeup.did === 1)
    expect(w.find('.makeup-step').classes()).toContain('done')
    await w.find('.makeup-step input').setValue(false)
    await until('it is open again', () => job.plan.value!.makeup.did === 0)
  })

  it('goes through a shield’s ends on a drive alone', async () => {
    start(onDrive())
    const { w } = await shown(MakeUpSection)
    expect(w.findAll('.makeup-steps h4').map((h) => h.text())).toContain('Shield')
  })

  it('asks for what no table has, and recalls nothing', async () => {
    const { w } = await shown(MakeUpSection)
    await enter(w, 'makeup.cable', '10.5 mm')
    await until('the gland is asked', () => w.text().includes('by its maker'))
    expect(w.text()).toContain('nothing is recalled in their place')
  })

  it('takes the gland from the workshop’s own tables, and says whose they are', async () => {
    start(onCapacitor(), tables)
    const { w } = await shown(MakeUpSection)
    expect(w.text()).toContain('Own tables: House tables')
    await enter(w, 'makeup.cable', '10.5 mm')
    await until('it is named', () => w.find('.figures').exists() && w.find('.figures').text().includes('M20'))
    await enter(w, 'makeup.cable', '30 mm')
    await until(
      'none does',
      () => w.text().includes('None of the workshop’s glands') || w.text().includes("None of the workshop's glands"),
    )
  })

  it('cautions before a hand is in the box', async () => {
    const { w } = await shown(MakeUpSection)
    expect(w.find('.caution').text()).toContain('proved dead')
  })
})
