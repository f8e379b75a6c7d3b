// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { beforeEach, describe, expect, it } from 'vitest'
import { defineComponent, h, nextTick, ref } from 'vue'
import { network, until } from '../job/network'
import { onCapacitor, onDC, onRotary, planOf } from '../job/planned'
import BayAnswer from '../parts/BayAnswer.vue'
import BayTabs from '../parts/BayTabs.vue'
import FindingLine from '../parts/FindingLine.vue'
import { rooms } from '../parts/injob'
import BayNav from './BayNav.vue'
import ConflictDialog from './ConflictDialog.vue'
import HistoryDrawer from './HistoryDrawer.vue'
import MachineChooser from './MachineChooser.vue'
import StatesBar from './StatesBar.vue'

/** What stands around every bay, over the plan that the program itself makes. */
const { here, shown: mounted } = rooms()

beforeEach(() => {
  here.network = network(onCapacitor())
  here.network.plan = planOf
})

describe('the six bays', () => {
  it('stand in the order in which power flows, each with its mark and its key figure', async () => {
    const { w, job } = await mounted(BayNav, { chosen: 'bridge' })
    const titles = w.findAll('nav button strong').map((s) => s.text())
    expect(titles).toEqual(['Supply', 'Protection', 'Bridge', 'Leads', 'Motor', 'Load'])
    for (const [i, b] of job.plan.value!.bays.entries()) {
      const shown = w.findAll('nav button')[i]!
      expect(shown.find('.bay-key').text()).toBe(b.key)
      expect(shown.find('[aria-label]').attributes('aria-label')).toBeTruthy()
    }
    expect(w.find('[aria-current="true"] strong').text()).toBe('Bridge')
  })

  it('are gone to by a touch', async () => {
    const { w } = await mounted(BayNav, { chosen: 'bridge' })
    await w.findAll('nav button')[3]!.trigger('click')
    expect(w.findComponent(BayNav).emitted('go')).toEqual([['leads']])
  })
})

describe('the states of the box', () => {
  it('are now and as wanted, and every classic mistake that these leads can make', async () => {
    const { w, job } = await mounted(StatesBar, { state: 'now', mistake: '' })
    const plan = job.plan.value!
    expect(w.findAll('.states button strong').map((b) => b.text())).toEqual([plan.now.title, plan.wanted.title])
    expect(w.find('[aria-pressed="true"]').text()).toContain('Now')
    expect(w.findAll('option')).toHaveLength(plan.leads.mistakes.length + 1)
    await w.findAll('.states button')[1]!.trigger('click')
    expect(w.findComponent(StatesBar).emitted('show')).toEqual([['wanted']])
  })

  it('go back to what is wanted when no mistake is chosen any more', async () => {
    const { w } = await mounted(StatesBar, { state: 'mistake', mistake: 'open-coil' })
    await w.find('select').setValue('')
    expect(w.findComponent(StatesBar).emitted('show')).toEqual([[]])
  })

  it('are not asked of a motor with brushes', async () => {
    here.network = network(onDC())
    here.network.plan = planOf
    const { w } = await mounted(StatesBar, { state: 'now', mistake: '' })
    expect(w.findAll('button')).toHaveLength(0)
  })
})

describe('the answer of a bay', () => {
  it('is the plan’s one sentence for it, with its grade', async () => {
    const { w, job } = await mounted(BayAnswer, { bay: 'bridge' })
    const answer = job.plan.value!.bays.find((b) => b.bay === 'bridge')!.do
    expect(w.find('[data-answer]').text()).toContain(answer.text)
    expect(w.find('[data-answer]').classes()).toContain(`answer-${answer.grade}`)
  })
})

describe('the parts of a bay', () => {
  const tabs = [
    { id: 'size', title: 'Size', entries: ['bridge.microfarad'] },
    { id: 'start', title: 'Start', entries: ['bridge.start_microfarad', 'load.inertia'] },
  ]

  it('open by a touch, and by a field that is asked for from outside', async () => {
    const { w, job } = await mounted(BayTabs, { label: 'Capacitor', tabs, modelValue: 'size' })
    const bar = w.findComponent(BayTabs)
    await w.findAll('button')[1]!.trigger('click')
    expect(bar.emitted('update:modelValue')).toEqual([['start']])
    job.asked.value = 'supply.volts'
    await nextTick()
    expect(bar.emitted('update:modelValue'), 'a field of another bay opens nothing here').toHaveLength(1)
    job.asked.value = 'bridge.microfarad'
    await nextTick()
    expect(bar.emitted('update:modelValue')!.at(-1)).toEqual(['size'])
  })
})

describe('a finding where the hand is', () => {
  it('is said with its figure and limit, and its cure is one touch', async () => {
    const { job } = await mounted(BayAnswer, { bay: 'bridge' })
    const f = job.plan.value!.findings.find((one) => (one.cures ?? []).some((c) => !c.and?.path))!
    here.w!.unmount()
    const { w } = await mounted(FindingLine, { finding: f })
    expect(w.text()).toContain(f.sentence)
    const cure = f.cures![0]!
    await w
      .findAll('button')
      .find((b) => b.text() === cure.label)!
      .trigger('click')
    await until('it is stored', () => here.network.documents.length === 2)
  })
})

describe('the history', () => {
  it('lists what was changed, shows a revision beside now, and restores it', async () => {
    const open = ref(false)
    const drawer = defineComponent(() => () => h(HistoryDrawer, { modelValue: open.value }))
    const { job } = await mounted(drawer)
    job.commit('supply.volts', '229')
    await until('it is stored', () => here.network.documents.length === 2)
    open.value = true
    await until('the drawer lists it', () => document.querySelectorAll('.strip button').length === 2)
    const first = [...document.querySelectorAll<HTMLButtonElement>('.strip button')].at(-1)!
    first.click()
    await until(
      'it is compared',
      () => document.querySelector('.looked tbody tr')?.textContent?.includes('229') ?? false,
    )
    expect(document.querySelector('.looked')!.textContent).toContain('As it was at revision 1')
    document.querySelector<HTMLButtonElement>('.looked-acts .strong')!.click()
    await until('it is restored', () => here.network.documents.length === 3)
    expect(here.network.latest().supply.volts).toBe('236')
  })
})

describe('two people at once', () => {
  it('see both values of what they both changed, and one chooses', async () => {
    const { job } = await mounted(ConflictDialog)
    here.network.elsewhere('supply.volts', '231')
    job.commit('supply.volts', '228')
    await until('both are shown', () => document.querySelectorAll('.conflict tbody tr').length === 1)
    const cells = [...document.querySelectorAll('.conflict td')].map((c) => c.textContent)
    expect(cells).toEqual(['228', '231'])
    const keep = [...document.querySelectorAll('button')].find((b) => b.textContent === 'Keep mine')!
    keep.click()
    await until('mine is stored over theirs', () => here.network.latest().supply.volts === '228')
    expect(here.network.documents, 'theirs stays in the history').toHaveLength(3)
  })
})

describe('a component without a job', () => {
  it('says so at once instead of showing nothing', () => {
    expect(() => mount(BayAnswer, { props: { bay: 'bridge' } })).toThrow()
  })
})

describe('the machines of a job', () => {
  it('are chosen above the path, and by the keys beside each other', async () => {
    here.network = network(onRotary())
    here.network.plan = planOf
    const { w, job } = await mounted(MachineChooser)
    const names = () => w.findAll('.machine-chooser > button:not(.setting)').map((b) => b.text())
    expect(names()).toEqual(['Idler', 'Mud pan', 'Sieve'])
    await w.findAll('.machine-chooser > button')[2]!.trigger('click')
    expect(job.machine.value?.id).toBe('m3')
    const press = (key: string) => window.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }))
    press(']')
    expect(job.machine.value?.id, 'round to the first').toBe('m1')
    press('[')
    expect(job.machine.value?.id).toBe('m3')
  })

  it('are not chosen where there is one', async () => {
    here.network = network(onCapacitor())
    here.network.plan = planOf
    const { w } = await mounted(MachineChooser)
    expect(w.find('.machine-chooser').exists()).toBe(false)
  })
})
