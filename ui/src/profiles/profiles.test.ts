// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { figureOf, formPath, withAt } from './at'
import { valueAt } from '../job/document'
import { sectionsOf, type Field } from './form'
import ProfileField from './ProfileField.vue'
import ProfileRows from './ProfileRows.vue'

describe('a value inside a profile', () => {
  it('is read and put by its path, and leaves nothing empty behind', () => {
    const one = withAt({}, 'input.volts.least', 200)
    expect(one).toEqual({ input: { volts: { least: 200 } } })
    expect(valueAt(one, 'input.volts.least')).toBe(200)
    expect(valueAt(one, 'input.amps.least')).toBeUndefined()
    expect(withAt(one, 'input.volts.least', undefined)).toEqual({})
  })
  it('is a figure where it is one, and is kept as typed where it is none', () => {
    expect(figureOf(' 4,7 ')).toBe(4.7)
    expect(figureOf('')).toBeUndefined()
    expect(figureOf('seven')).toBe('seven')
  })
  it('has its bad places named as the form names them', () => {
    expect(formPath('parameters[2].choices[0].means')).toBe('parameters.2.choices.0.means')
  })
})

describe('the form', () => {
  it('asks each thing once', () => {
    for (const kind of ['drive', 'dc'] as const) {
      const paths = sectionsOf(kind).flatMap((s) => s.fields.map((f) => f.path))
      expect(new Set(paths).size).toBe(paths.length)
    }
  })
  it('keeps a word that its list does not have, and says what is wrong with it', async () => {
    const field: Field = { path: 'way', label: 'How', kind: 'choice', choices: [['pwm', 'A chopper']] }
    const w = mount(ProfileField, { props: { field, value: 'magic', wrong: 'Found "magic"; pwm.' } })
    expect(w.find('select').element.value).toBe('magic')
    expect(w.text()).toContain('Found "magic"')
    await w.find('select').setValue('pwm')
    expect(w.emitted('put')).toEqual([['pwm']])
  })
  it('adds, changes and takes out a row, and asks what its answers mean', async () => {
    const codes = sectionsOf('drive')
      .flatMap((s) => s.fields)
      .find((f) => f.path === 'parameters')!
    const words = {
      functions: [
        { word: 'stop-mode', name: 'How it stops', means: [{ word: 'coast', name: 'coasting' }] },
        { word: 'motor-amps', name: 'Amps' },
      ],
      terminals: [],
      shipped: [],
    }
    const value = [{ code: 'A1', function: 'stop-mode', name: 'Stop', choices: [{ value: '1', text: 'free' }] }]
    const w = mount(ProfileRows, {
      props: { field: codes, value, path: 'parameters', words, wrong: new Map([['parameters.0.code', 'twice']]) },
    })
    expect(w.text()).toContain('twice')
    expect(w.text()).toContain('coasting')
    await w.find('[data-path="code"] input').setValue('A2')
    expect(w.emitted('put')!.at(-1)).toEqual([[{ ...value[0], code: 'A2' }]])
    await w.find('button.why').trigger('click')
    expect(w.emitted('put')!.at(-1)).toEqual([undefined])
    await w.findAll('.profile-rows > button.plain').at(-1)!.trigger('click')
    expect((w.emitted('put')!.at(-1)![0] as unknown[]).length).toBe(2)
  })
})
