// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest'
import { computed, defineComponent, h, provide } from 'vue'
import { blanks, network, until } from '../job/network'
import { useJob } from '../job/open'
import { onCapacitor, onDrive, planOf } from '../job/planned'
import { shownKey, type Shown } from '../job/state'
import { enter, rooms } from '../parts/injob'
import DirectionSection from './DirectionSection.vue'
import JointsSection from './JointsSection.vue'
import MeasureSection from './MeasureSection.vue'

/** The Leads bay over the plan that the program itself makes. */
const { here, shown: mounted } = rooms()

beforeEach(() => {
  here.network = network(onCapacitor())
  here.network.plan = planOf
})

/** The joints of the state that is now, without its drawings. */
const Joints = defineComponent(() => {
  const job = useJob()
  provide(
    shownKey,
    computed<Shown>(() => ({ id: 'now', state: job.plan.value!.now, views: blanks as never })),
  )
  return () => h(JointsSection)
})

describe('the direction', () => {
  it('is said with what turns it round and what does nothing', async () => {
    const { w, job } = await mounted(DirectionSection)
    const way = job.plan.value!.leads.direction
    expect(w.find('.turning-now').text()).toContain(way.turns)
    expect(w.findAll('.turning ul li').map((l) => l.text())).toEqual(way.nothing)
    expect(w.findAll('.turning ol li').map((l) => l.text())).toEqual(way.bump)
  })

  it('takes the bump, and a wrong one says what to exchange', async () => {
    const { w } = await mounted(DirectionSection)
    const touch = async (text: string) =>
      w
        .findAll('[data-entry="leads.bumped"] button')
        .find((b) => b.text() === text)!
        .trigger('click')
    await touch('The wrong way')
    await until('it is stored', () => here.network.latest().machines[0]!.leads.bumped === 'wrong-L1')
    await until('it is said', () => w.find('.finding-line').text().includes('wrong way'))
    await touch('The right way')
    await until('it is stored', () => here.network.latest().machines[0]!.leads.bumped === 'right-L1')
    await touch('Not bumped yet')
    await until('it is taken back', () => !here.network.latest().machines[0]!.leads.bumped)
  })

  it('warns where the other way is forbidden', async () => {
    const { w } = await mounted(DirectionSection)
    expect(w.find('.caution').exists()).toBe(false)
    await enter(w, 'load.forbids', 'a screw')
    await until('it is said', () => w.find('.caution').exists())
    expect(w.find('.caution').text()).toContain('a screw')
    expect(w.find('.caution').text()).toContain('uncoupled')
  })

  it('speaks of the drive’s wires behind a drive', async () => {
    here.network = network(onDrive())
    here.network.plan = planOf
    const { w } = await mounted(DirectionSection)
    expect(w.text()).toContain('three motor wires')
    expect(w.text()).not.toContain('With the capacitor on')
  })
})

describe('ohms and insulation', () => {
  it('are expected before they are measured', async () => {
    const { w, job } = await mounted(MeasureSection)
    const leads = job.plan.value!.leads
    expect(leads.line_ohms.length).toBe(3)
    expect(w.text()).toContain(leads.line_ohms.join(', '))
    expect(w.text()).toContain('(estimated)')
    expect(w.findAll('.caution')[0]!.text()).toContain('proved dead')
  })

  it('judge a low insulation at once', async () => {
    const { w, job } = await mounted(MeasureSection)
    await enter(w, 'leads.insulation', '0.3 MΩ')
    await until('it is said', () => w.find('.finding-line').text().includes('not fed'))
    const f = job.plan.value!.findings.find((one) => one.id === 'leads.insulation')!
    expect(f.grade).toBe('stop')
    expect(w.find('.finding-line').text()).toContain(f.sentence)
  })

  it('show that a multimeter cannot pass it', async () => {
    const { w } = await mounted(MeasureSection)
    await enter(w, 'leads.insulation', '50 MΩ')
    await w.findAll('[data-entry="leads.tester"] button')[1]!.trigger('click')
    await until('it is stored', () => here.network.latest().machines[0]!.leads.tester === 'multimeter')
    await until('it is said', () => /only|cannot|not/.test(w.find('.finding-line').text()))
  })
})

describe('the moves', () => {
  it('stand in order, the first caution at the first; a tick is stored and the next comes', async () => {
    const { w, job } = await mounted(Joints)
    await until('the moves are there', () => w.findAll('.moves li').length > 3)
    const moves = job.plan.value!.moves
    expect(w.findAll('.moves .move-text').map((m) => m.text())).toEqual(moves.map((m) => m.text))
    expect(w.find('.moves li.coming').text()).toContain(moves[0]!.text)
    const second = () => w.findAll('.moves li input')[1]!.attributes('disabled') !== undefined
    expect(second()).toBe(true) // before it is locked off nothing else is done in the box
    await w.find('.moves li input').trigger('change')
    await until('it is stored', () => here.network.latest().machines[0]!.leads.done!.includes(moves[0]!.id))
    await until('the others can be ticked', () => !second())
    await until('the next is marked', () => w.find('.moves li.coming').text().includes(moves[1]!.text))
  })

  it('begin anew when something else is said to be joined', async () => {
    const { w, job } = await mounted(Joints)
    await until('the moves are there', () => w.findAll('.moves li').length > 3)
    await w.find('.moves li input').trigger('change')
    await until('it is stored', () => here.network.documents.length === 2)
    job.commitAll({ 'leads.found': 'open', 'leads.done': [] })
    await until('it is stored', () => here.network.documents.length === 3)
    expect(here.network.latest().machines[0]!.leads.done).toEqual([])
    await until('the moves are others', () => !w.find('.moves').text().includes('Take the flat link'))
  })
})
