// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest'
import type { Document } from '../api/client'
import { network, until } from '../job/network'
import { onCapacitor, planOf } from '../job/planned'
import { enter, rooms } from '../parts/injob'
import FindSection from './FindSection.vue'
import StepsSection from './StepsSection.vue'

/** Unmarked leads over the plan that the program itself makes of the touches. */
const { here, shown: mounted } = rooms()

const unmarked = (leads: Record<string, unknown>): Document => {
  const d = onCapacitor()
  return { ...d, machines: [{ ...d.machines[0]!, leads: { done: [], ...leads } }] } as Document
}
const start = (leads: Record<string, unknown>) => {
  here.network = network(unmarked(leads))
  here.network.plan = planOf
}
const touches = () => here.network.latest().machines[0]!.leads.touches
const button = (w: Awaited<ReturnType<typeof mounted>>['w'], text: string) =>
  w.findAll('button').find((b) => b.text() === text)!

describe('the round of touches', () => {
  beforeEach(() => start({ tags: '6' }))

  it('asks for the leads first, then names the next pair', async () => {
    start({})
    const { w } = await mounted(FindSection)
    expect(w.find('.find-grid').exists()).toBe(false)
    expect(w.find('.caution').text()).toContain('proved dead')
    await enter(w, 'leads.tags', '6')
    await until('a pair is asked for', () => w.find('.find-touch').exists())
    expect(w.find('.find-touch label').text()).toContain('next 1 and 2')
    expect(w.findAll('.tag').map((t) => t.text())).toEqual(['1', '2', '3', '4', '5', '6'])
  })

  it('takes what the meter said of the pair that was asked for', async () => {
    const { w } = await mounted(FindSection)
    await button(w, 'Beeps').trigger('click')
    await until('it is stored', () => touches() === '1 2 beep')
    await until('the next is asked', () => !w.find('.find-pair').text().startsWith('1 with 2'))
    await button(w, 'Open').trigger('click')
    await until('both are there', () => touches()!.split('\n').length === 2)
    expect(w.findAll('.find-grid td.touched')).toHaveLength(2)
  })

  it('takes two leads that are tapped, and one lead to the frame', async () => {
    const { w } = await mounted(FindSection)
    const tag = (n: number) => w.findAll('.tag')[n - 1]!
    await tag(5).trigger('click')
    expect(button(w, '5 to frame: open')).toBeDefined()
    await tag(3).trigger('click')
    expect(w.find('.find-pair').text()).toBe('5 with 3:')
    await button(w, 'Open').trigger('click')
    await until('it is stored', () => touches() === '5 3 open')
    await tag(1).trigger('click')
    await button(w, '1 to frame: beeps').trigger('click')
    await until('it is stored', () => touches() === '5 3 open\n1 frame beep')
    await until('the frame stops it', () => w.find('.find-verdict').text().includes('touches the frame: stop'))
  })

  it('reads a line as it is typed', async () => {
    const { w } = await mounted(FindSection)
    const line = w.find('#touch-line')
    await line.setValue('1 4')
    await line.trigger('keydown', { key: 'Enter' })
    await until('two names beeped', () => touches() === '1 4 beep')
    await line.setValue('1.9')
    await line.trigger('keydown', { key: 'Enter' })
    await until('a bare reading is of the pair asked for', () => / 1\.9$/.test(touches()!))
  })

  it('settles on three whole coils and offers to use it', async () => {
    const all = []
    for (const a of [1, 2, 3, 4, 5, 6])
      for (const b of [1, 2, 3, 4, 5, 6]) if (a < b) all.push(`${a} ${b} ${b === a + 3 ? '4.2' : 'open'}`)
    for (const a of [1, 2, 3, 4, 5, 6]) all.push(`${a} frame open`)
    start({ kind: 'nine-star', tags: '6', touches: all.join('\n') })
    const { w, job } = await mounted(FindSection)
    const round = job.plan.value!.leads.round
    expect(round.settled).toBe(true)
    expect(w.findAll('.find-groups li').map((g) => g.findAll('span').map((s) => s.text()))).toEqual([
      ['1', '4'],
      ['2', '5'],
      ['3', '6'],
    ])
    const line = w.find('#touch-line')
    await line.setValue('hello')
    await line.trigger('keydown', { key: 'Enter' })
    expect(w.find('.find-touch .entry-problem').text()).toContain('“hello” names no two leads')
    await w.find('.find-says .strong').trigger('click')
    await until('it is the kind', () => here.network.latest().machines[0]!.leads.kind === 'six')
    await until('starts and finishes are asked', () => w.find('.find-ask').exists())
    expect(w.findAll('.caution').at(-1)!.text()).toContain('isolating transformer')
    await w.findAll('[data-entry="leads.method"] button')[1]!.trigger('click')
    await until('the flick has its buttons', () => !!button(w, 'Kicks up'))
    await button(w, 'Kicks up').trigger('click')
    await until('it is stored', () => /up$/.test(here.network.latest().machines[0]!.leads.senses ?? ''))
    await until('it is listed', () => w.findAll('.find-taken li').length === 1)
    await w.find('.find-taken button').trigger('click')
    await until('it is taken away', () => !here.network.latest().machines[0]!.leads.senses)
  })
})

describe('the steps without a plate', () => {
  it('are walked one by one for leads with halves', async () => {
    start({ kind: 'nine-star' })
    const { w, job } = await mounted(StepsSection)
    const steps = job.plan.value!.leads.steps
    expect(steps.length).toBeGreaterThan(4)
    expect(w.find('.caution').text()).toContain('Star or delta?')
    for (let n = 1; n < steps.length; n++) {
      expect(w.find('.steps-go span').text()).toBe(`${n} of ${steps.length}`)
      expect(w.find('li.chosen').text()).toBe(steps[n - 1])
      await button(w, 'Next step').trigger('click')
    }
    expect(button(w, 'Next step').attributes('disabled')).toBeDefined()
    await w.findAll('ol button')[0]!.trigger('click')
    expect(button(w, 'Back').attributes('disabled')).toBeDefined()
  })

  it('have nothing to number in six leads', async () => {
    start({ kind: 'six' })
    const { w } = await mounted(StepsSection)
    expect(w.text()).toContain('Six leads are three whole coils')
  })
})
