// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { beforeEach, describe, expect, it } from 'vitest'
import { network, until } from '../job/network'
import { onCapacitor, planOf } from '../job/planned'
import { rooms } from '../parts/injob'
import CauseBars from './CauseBars.vue'
import CheckStep from './CheckStep.vue'
import DeskBench from './DeskBench.vue'
import MarksRuler from './MarksRuler.vue'
import { tilesIn } from './spoken'

const tiles = [
  { id: 'hums-stands', text: 'It hums and does not turn', words: ['buzz', 'needs a push'], on: [] },
  { id: 'motor-hot', text: 'The motor gets hot', words: ['hot', 'smells'], on: [] },
  { id: 'low-leg', text: 'One line reads off', words: ['OL', 'low leg'], on: ['rotary'] },
]

describe('one’s own words', () => {
  it('become tiles, whole words and beginnings of words', () => {
    expect(tilesIn('It buzzes and needs a push!', tiles)).toEqual(['hums-stands'])
    expect(tilesIn('smells HOT', tiles)).toEqual(['motor-hot'])
    expect(tilesIn('the old idler', tiles)).toEqual([])
    expect(tilesIn('display: OL', tiles)).toEqual(['low-leg'])
    expect(tilesIn('sings', tiles)).toEqual([])
    expect(tilesIn('photo', tiles)).toEqual([])
  })
})

const check = {
  id: 'microfarad',
  name: 'µF',
  do: 'Measure.',
  caution: 'Dead.',
  unit: 'µF',
  live: false,
  words: [{ value: 'short', text: 'It shows a short' }],
}
const mark = { cause: 'run-capacitor-open', name: 'Dead capacitor', text: '0 µF', share: 0.5, low: 0, high: 0 }
const cause = (id: string, share: number, more: object = {}) => ({
  ...{ id, name: id, cure: 'Mend it.', proof: 'It runs.', proof_by: 'microfarad', share, again: [] },
  ...{ for: ['It fits.'], against: [], job: { figures: ['The plan has 52 µF.'], sets: [] as object[] } },
  ...more,
})

describe('what a check would read', () => {
  it('stands on one ruler, and as a table for readers', () => {
    const other = { ...mark, cause: 'b', text: '40 to 50 µF', low: 40, high: 50 }
    const w = mount(MarksRuler, { props: { marks: [mark, other] } })
    expect(w.findAll('tbody tr').map((r) => r.find('.ruler-reads').text())).toEqual(['0 µF', '40 to 50 µF'])
    const at = (i: number) =>
      parseFloat(
        w
          .findAll('.ruler-line b')
          [i]!.attributes('style')!
          .match(/left: ([\d.]+)/)![1]!,
      )
    expect(at(0)).toBe(0)
    expect(at(1)).toBeGreaterThan(70)
    const words = mount(MarksRuler, { props: { marks: [{ ...mark, text: 'held', low: undefined, high: undefined }] } })
    expect(words.find('.ruler-line').exists()).toBe(false)
  })
})

describe('in a job', () => {
  const { here, shown } = rooms()
  const asked: { machines: { desk?: { said?: string[]; told?: string[]; proof?: string } }[] }[] = []
  let found = cause('run-capacitor-open', 0.9, { name: 'Dead can' })
  beforeEach(() => {
    asked.length = 0
    found = cause('run-capacitor-open', 0.9, { name: 'Dead can' })
    here.network = network(onCapacitor())
    here.network.plan = planOf
    here.network.answers['GET /api/symptom/words'] = () => ({
      danger: [{ id: 'smoke', text: 'It smokes', words: [], on: [] }],
      tiles,
      when: [{ id: 'at-work', text: 'At work', words: [], on: [] }],
      changed: [{ id: 'moved', text: 'It was moved', words: [], on: [] }],
    })
    here.network.answers['GET /api/jobs/j1/desk'] = () => ({
      said: [],
      told: ['insulation=80'],
      read: [{ told: 'insulation=80', name: 'Insulation', text: '80 MΩ', day: '2026-11-02' }],
      changed: [{ day: '2026-11-03', text: 'Fitted: drive belt', changed: 'moved' }],
    })
    here.network.answers['POST /api/symptom'] = (d: (typeof asked)[0]) => {
      asked.push(d)
      const desk = d.machines[0]!.desk
      const told = desk?.told ?? []
      const done = told.includes('microfarad=0')
      const asks = told.includes('microfarad=52000')
        ? [{ check: 'microfarad', name: 'µF', value: '52000', text: 'Hardly possible.', twice: true }]
        : []
      const looked = told.map((t) => ({ check: t.split('=')[0], name: t.split('=')[0], text: t.split('=')[1] }))
      const proof = { check, expect: 'about 52 µF', holds: !!desk?.proof, text: desk?.proof ? 'That proves it.' : '' }
      const more = { marks: [mark], asks, looked, codes: [], missing: [], story: 'Something was wrong.' }
      return { causes: [found], next: done || asks.length ? undefined : check, done, proof, ...more }
    }
  })

  it('a check is answered by a figure, by a word, or cannot be done', async () => {
    const given: string[][] = []
    const onAnswer = (...all: string[]) => given.push(all)
    const { w } = await shown(CheckStep, { check, marks: [mark], onAnswer })
    expect(w.find('.caution').text()).toBe('Dead.')
    expect(w.find('tbody tr').text()).toContain('0 µF')
    expect(w.find('.strong').attributes('disabled')).toBeDefined()
    await w.find('input').setValue(' 12 ')
    await w.find('form').trigger('submit')
    await w.findAll('.check-words button')[0]!.trigger('click')
    await w.findAll('.check-words button')[1]!.trigger('click')
    expect(given).toEqual([
      ['microfarad', '12'],
      ['microfarad', 'short'],
      ['microfarad', ''],
    ])
  })

  it('the causes stand with a bar each, those hardly believed folded, and say why', async () => {
    const causes = [cause('a', 0.9), cause('b', 0.095), cause('c', 0.005)]
    const { w } = await shown(CauseBars, { causes, left: 2 })
    expect(w.find('h2').text()).toBe('2 causes left')
    expect(w.findAll('[data-cause]').map((x) => x.attributes('data-cause'))).toEqual(['a', 'b'])
    expect(w.text()).toContain('90 %')
    expect(w.find('[aria-label="What speaks for it"]').text()).toBe('It fits.')
    await w.find('.why').trigger('click')
    expect(w.findAll('[data-cause]')).toHaveLength(3)
    expect(w.text()).toContain('under 1 %')
  })

  it('the desk asks once something is said, goes on by answers, and ends with a cure', async () => {
    const { w, job } = await shown(DeskBench)
    await until('the tiles are there', () => w.findAll('.tile').length === 3)
    expect(w.text()).toContain('Touch what it does')
    expect(w.findAll('.tile').map((t) => t.text())).not.toContain('One line reads off')
    await w.find('#symptom-words').setValue('it buzzes and smokes')
    await w.find('.symptom-own').trigger('submit')
    await until('the first check is there', () => w.find('.check').exists())
    expect(job.machine.value!.desk!.said).toEqual(['hums-stands'])
    await w.find('.said-since button').trigger('click')
    await until('what changed is said', () => job.machine.value!.desk!.changed?.[0] === 'moved')
    await w.find('.symptom-offered button').trigger('click')
    await until('the book is taken over', () => !!job.machine.value!.desk!.told?.includes('insulation=80'))
    await w.find('#check-value').setValue('0')
    await w.find('.check-answer').trigger('submit')
    await until('it is found', () => w.find('.symptom-found').exists())
    expect(w.find('.symptom-found').text()).toContain('Dead can')
    expect(w.find('.symptom-found').text()).toContain('The plan has 52 µF.')
    expect(w.findAll('.chip').map((c) => c.text())).toContain('It was moved ×')
    await w.find('#found-value').setValue('51')
    await w.find('.found-proof form').trigger('submit')
    await until('it is proved', () => w.text().includes('It runs again: into the log'))
    expect(job.machine.value!.desk!.proof).toBe('microfarad=51')
    await w.findAll('.symptom-found button').at(-1)!.trigger('click')
    await until('it goes on without that cause', () => w.find('.check').exists())
    expect(job.machine.value!.desk!.cured).toEqual(['run-capacitor-open'])
    expect(job.machine.value!.desk!.told).toEqual(['insulation=80', 'microfarad=51'])
    await w.findAll('.symptom-head button').at(-1)!.trigger('click')
    await until('it begins anew', () => w.text().includes('Touch what it does'))
    expect(asked.length).toBeGreaterThan(1)
  })

  it('a reading that cannot be is asked back, and counts when it is said again', async () => {
    const { w, job } = await shown(DeskBench)
    await until('the tiles are there', () => w.findAll('.tile').length === 3)
    await w.findAll('.tile')[1]!.trigger('click')
    await until('the first check is there', () => w.find('.check').exists())
    await w.find('#check-value').setValue('52000')
    await w.find('.check-answer').trigger('submit')
    await until('it is asked back', () => w.text().includes('Hardly possible.'))
    await w.find('.symptom-asks .plain').trigger('click')
    await until('it counts', () => job.machine.value!.desk!.told?.[0] === 'microfarad=!52000')
  })

  it('a cure that is a change of the plan is one touch, and is undone', async () => {
    found = cause('load-too-heavy', 0.95, {
      job: { label: 'Plan it heavier', figures: [], sets: [{ path: 'machines.m1.load.share', value: '90 %' }] },
    })
    const { w, job } = await shown(DeskBench)
    await until('the tiles are there', () => w.findAll('.tile').length === 3)
    job.commitAll({ 'desk.said': ['motor-hot'], 'desk.told': ['microfarad=0'] })
    await until('it is found', () => w.find('.found-take button').exists())
    await w.find('.found-take button').trigger('click')
    await until('it stands in the plan', () => job.machine.value!.load.share === '90 %')
    expect(w.find('.found-take').text()).toContain('Undo')
  })

  it('work on a cause opens the bring-up again, and the whole way goes into the log', async () => {
    found = cause('run-capacitor-open', 0.95, { name: 'Dead can', again: ['direction', 'free'] })
    const gate = (id: string, state: string) => ({ id, title: id === 'direction' ? 'Direction' : id, state })
    here.network.answers['GET /api/jobs/j1/bringup'] = () => ({
      progress: { gates: [gate('joints', 'passed'), gate('direction', 'passed'), gate('free', 'open')] },
    })
    const { w, job } = await shown(DeskBench)
    await until('the tiles are there', () => w.findAll('.tile').length === 3)
    job.commitAll({ 'desk.said': ['hums-stands'], 'desk.told': ['microfarad=0'] })
    await until('the bring-up is looked at', () => w.text().includes('Open the bring-up again for it'))
    expect(w.find('.found-take').text()).toContain('Direction')
    expect(w.find('.found-take').text()).not.toContain('free')
    expect(w.find('.symptom-found').text()).toContain('Write it into the log')
  })

  it('a page for an electrician says what was said, read and believed', async () => {
    const { w, job } = await shown(DeskBench)
    await until('the tiles are there', () => w.findAll('.tile').length === 3)
    job.commitAll({ 'desk.said': ['hums-stands'], 'desk.danger': ['smoke'], 'desk.told': ['microfarad=0'] })
    await until('the page is there', () => w.find('.desk-sheet').exists())
    const text = w.find('.desk-sheet').text()
    expect(text).toContain('Something was wrong.')
    expect(text).toContain('Danger found: It smokes')
    expect(text).toContain('power 1.1 kW')
    expect(text).toContain('Dead can')
    expect(text).toContain('Proved by: It runs.')
    expect(w.find('.desk-sheet').attributes('aria-hidden')).toBe('true')
  })

  it('a machine whose plate nobody has typed says so, and is asked what feeds it', async () => {
    const bare = onCapacitor()
    bare.machines[0]!.plate = {} as never
    here.network = Object.assign(network(bare), { plan: planOf, answers: here.network.answers })
    here.network.answers['POST /api/symptom'] = () => ({
      ...{ causes: [found], next: check, done: false, marks: [], asks: [], looked: [], codes: [], story: '' },
      ...{ presumed: true, missing: ['volts', 'amps'] },
    })
    const { w, job } = await shown(DeskBench)
    await until('the tiles are there', () => w.findAll('.tile').length > 3)
    expect(w.find('#symptom-fed').exists()).toBe(true)
    await w
      .findAll('.tile')
      .find((t) => t.text().startsWith('A rotary'))!
      .trigger('click')
    await until('its bridge is known', () => job.document.value!.bridge.kind === 'rotary')
    expect(w.findAll('.tile').map((t) => t.text())).toContain('One line reads off')
    await w
      .findAll('.tile')
      .find((t) => t.text() === 'It hums and does not turn')!
      .trigger('click')
    await until('it says what is not known', () => w.find('.symptom-presumed').exists())
    expect(w.find('.symptom-presumed').text()).toContain('Most would help: volts, amps.')
  })

  it('the code of a drive is chosen, or typed as it stands', async () => {
    here.network.answers['POST /api/symptom'] = () => ({
      ...{ causes: [found], next: check, done: false, marks: [], asks: [], looked: [], story: '', missing: [] },
      codes: [{ code: 'E.OC1', says: 'Too many amps', look: 'A longer ramp.' }],
    })
    const { w, job } = await shown(DeskBench)
    await until('the tiles are there', () => w.findAll('.tile').length === 3)
    await w.findAll('.tile')[1]!.trigger('click')
    await until('its codes are asked', () => w.find('#symptom-code').exists())
    await w.find('#symptom-code').setValue('E.OC1')
    await until('it is kept', () => job.machine.value!.desk!.code === 'E.OC1')
    expect(w.find('.said-code').text()).toContain('A longer ramp.')
    await w.find('#symptom-code').setValue('')
    await until('it is taken off', () => !job.machine.value!.desk!.code)
    await w.find('#symptom-words').setValue('e.oc1')
    await w.find('.symptom-own').trigger('submit')
    await until('it is understood', () => job.machine.value!.desk!.code === 'E.OC1')
  })

  it('says what it could not understand', async () => {
    const { w } = await shown(DeskBench)
    await until('the tiles are there', () => w.findAll('.tile').length === 3)
    await w.find('#symptom-words').setValue('it sings')
    await w.find('.symptom-own').trigger('submit')
    await until('it is said', () => w.text().includes('None of the tiles says that'))
  })
})
