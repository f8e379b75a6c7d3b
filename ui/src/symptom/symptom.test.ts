// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import CauseBars from './CauseBars.vue'
import CheckStep from './CheckStep.vue'
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
