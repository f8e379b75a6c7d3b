// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { beforeEach, describe, expect, it } from 'vitest'
import { network, until } from '../job/network'
import { onCapacitor, planOf } from '../job/planned'
import { rooms } from '../parts/injob'
import CauseBars from './CauseBars.vue'
import CheckStep from './CheckStep.vue'
import DeskBench from './DeskBench.vue'
import { tilesIn } from './spoken'

const tiles = [
  { id: 'hums-stands', text: 'It hums and stands', words: ['buzz', 'needs a push'] },
  { id: 'motor-hot', text: 'The motor gets hot', words: ['hot', 'smells'] },
  { id: 'low-leg', text: 'One line reads off', words: ['OL', 'low leg'] },
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

describe('a check', () => {
  it('is answered by a figure, by a word, or cannot be done', async () => {
    const marks = [{ cause: 'run-capacitor-open', name: 'Dead capacitor', text: '0 µF', share: 0.5 }]
    const w = mount(CheckStep, { props: { check, marks } })
    expect(w.find('.caution').text()).toBe('Dead.')
    expect(w.find('tbody tr').text()).toContain('0 µF')
    expect(w.find('.strong').attributes('disabled')).toBeDefined()
    await w.find('input').setValue(' 12 ')
    await w.find('form').trigger('submit')
    await w.findAll('.check-words button')[0]!.trigger('click')
    await w.findAll('.check-words button')[1]!.trigger('click')
    expect(w.emitted('answer')).toEqual([
      ['microfarad', '12'],
      ['microfarad', 'short'],
      ['microfarad', ''],
    ])
  })
})

describe('the causes', () => {
  const cause = (id: string, share: number) => ({ id, name: id, cure: 'Mend it.', proof: 'It runs.', share })
  it('stand with a bar each, those hardly believed folded', async () => {
    const w = mount(CauseBars, { props: { causes: [cause('a', 0.9), cause('b', 0.095), cause('c', 0.005)], left: 2 } })
    expect(w.find('h2').text()).toBe('2 causes left')
    expect(w.findAll('[data-cause]').map((x) => x.attributes('data-cause'))).toEqual(['a', 'b'])
    expect(w.text()).toContain('90 %')
    await w.find('.why').trigger('click')
    expect(w.findAll('[data-cause]')).toHaveLength(3)
    expect(w.text()).toContain('under 1 %')
  })
})

describe('the desk', () => {
  const { here, shown } = rooms()
  const asked: { machines: { desk?: { said?: string[]; told?: string[]; danger?: string[] } }[] }[] = []
  beforeEach(() => {
    asked.length = 0
    here.network = network(onCapacitor())
    here.network.plan = planOf
    here.network.answers['GET /api/symptom/words'] = () => ({
      danger: [{ id: 'smoke', text: 'It smokes', words: [] }],
      tiles,
    })
    here.network.answers['POST /api/symptom'] = (d: (typeof asked)[0]) => {
      asked.push(d)
      const done = !!d.machines[0]!.desk?.told?.length
      const causes = [{ id: 'run-capacitor-open', name: 'Dead can', cure: 'A new one.', proof: 'Its µF.', share: 0.9 }]
      return { causes, next: done ? undefined : check, done, marks: [], unread: [] }
    }
  })

  it('asks once something is said, goes on by answers, and ends with a cure', async () => {
    const { w, job } = await shown(DeskBench)
    await until('the tiles are there', () => w.findAll('.tile').length === 3)
    expect(w.text()).toContain('Touch what it does')
    expect(w.findAll('.tile').map((t) => t.text())).not.toContain('One line reads off')
    await w.find('#symptom-words').setValue('it buzzes and smokes')
    await w.find('.symptom-own').trigger('submit')
    await until('the first check is there', () => w.find('.check').exists())
    expect(job.machine.value!.desk!.said).toEqual(['hums-stands'])
    await w.find('#check-value').setValue('0')
    await w.find('.check-answer').trigger('submit')
    await until('it is found', () => w.find('.symptom-found').exists())
    expect(job.machine.value!.desk!.told).toEqual(['microfarad=0'])
    expect(w.find('.symptom-found').text()).toContain('Dead can')
    await w.find('.symptom-told button').trigger('click')
    await until('it is asked again', () => w.find('.check').exists())
    await w.find('.tile').trigger('click')
    await until('danger is told', () => !w.find('.symptom-stop').exists() || !!job.machine.value!.desk!.danger?.length)
    await w.find('.symptom-head button').trigger('click')
    await until('it begins anew', () => w.text().includes('Touch what it does'))
    expect(asked.length).toBeGreaterThan(1)
  })

  it('says what it could not understand', async () => {
    const { w } = await shown(DeskBench)
    await until('the tiles are there', () => w.findAll('.tile').length === 3)
    await w.find('#symptom-words').setValue('it sings')
    await w.find('.symptom-own').trigger('submit')
    await until('it is said', () => w.text().includes('None of the tiles says that'))
  })
})
