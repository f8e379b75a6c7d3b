// @vitest-environment happy-dom
import { afterAll, describe, expect, it } from 'vitest'
import { until } from '../job/network'
import BayAnswer from './BayAnswer.vue'
import BayTabs from './BayTabs.vue'
import ChoiceField from './ChoiceField.vue'
import EntryField from './EntryField.vue'
import FindingLine from './FindingLine.vue'
import { rooms } from './injob'

const { here, shown } = rooms()

/** The server says that something was stored. */
const live = new BroadcastChannel('gray-bridge-live')
const noticed = () => live.postMessage({ notice: {} })
afterAll(() => live.close())

describe('an entry', () => {
  const props = { path: 'plate.power', label: 'Power', placeholder: '1½ HP' }

  it('shows what is stored, and how it was read', async () => {
    here.network.plan = () => ({
      readings: [{ path: 'machines.m1.plate.power', typed: '1.1 kW', read_as: '1100 W' }] as never,
    })
    const { w } = await shown(EntryField, props)
    expect((w.find('input').element as HTMLInputElement).value).toBe('1.1 kW')
    expect(w.find('.entry-read').text()).toBe('1100 W')
    expect(w.find('[data-entry="plate.power"]').exists()).toBe(true)
    expect(w.find('label').attributes('for')).toBe(w.find('input').attributes('id'))
  })

  it('says what would do where it could not be read', async () => {
    here.network.plan = () => ({
      readings: [
        {
          path: 'machines.m1.plate.power',
          typed: 'x',
          read_as: '',
          problem: 'This could not be read.',
          wanted: '1½ HP',
        },
      ] as never,
    })
    const { w } = await shown(EntryField, props)
    expect(w.find('.entry-problem').text()).toContain('Like 1½ HP')
    expect(w.find('input').attributes('aria-invalid')).toBe('true')
  })

  it('plans while it is typed and stores when it is left', async () => {
    const { w, job } = await shown(EntryField, props)
    const input = w.find('input')
    await input.trigger('focus')
    await input.setValue('1.5 kW')
    expect(job.text('plate.power')).toBe('1.5 kW')
    expect(here.network.documents).toHaveLength(1)
    await input.trigger('blur')
    await until('it is stored', () => here.network.documents.length === 2)
    expect(here.network.latest().machines[0]!.plate.power).toBe('1.5 kW')
  })

  it('is left as it was by Escape', async () => {
    const { w, job } = await shown(EntryField, props)
    const input = w.find('input')
    await input.trigger('focus')
    await input.setValue('9 kW')
    await input.trigger('keydown', { key: 'Escape' })
    await input.trigger('blur')
    expect(job.text('plate.power')).toBe('1.1 kW')
    expect(here.network.documents).toHaveLength(1)
  })

  it('shows both where another window stored it under the hand, and takes what is chosen', async () => {
    const { w, job } = await shown(EntryField, props)
    const input = w.find('input')
    await input.trigger('focus')
    await input.setValue('1.5 kW')
    here.network.elsewhere('machines.m1.plate.power', '80 kW')
    noticed()
    await until('the other one is here', () => job.stored('plate.power') === '80 kW')
    expect((input.element as HTMLInputElement).value).toBe('1.5 kW')
    await input.trigger('blur')
    expect(w.find('.clash').text()).toContain('80 kW')
    expect(w.find('.clash').text()).toContain('1.5 kW')
    expect(here.network.latest().machines[0]!.plate.power).toBe('80 kW')
    await w.findAll('.clash button')[0]!.trigger('click')
    await until('it is stored', () => here.network.latest().machines[0]!.plate.power === '1.5 kW')
    expect(w.find('.clash').exists()).toBe(false)
  })

  it('leaves what another window stored alone where nothing was typed', async () => {
    const { w, job } = await shown(EntryField, props)
    const input = w.find('input')
    await input.trigger('focus')
    here.network.elsewhere('machines.m1.plate.power', '80 kW')
    noticed()
    await until('the other one is here', () => job.stored('plate.power') === '80 kW')
    await input.trigger('blur')
    expect(w.find('.clash').exists()).toBe(false)
    expect((input.element as HTMLInputElement).value).toBe('80 kW')
    expect(here.network.latest().machines[0]!.plate.power).toBe('80 kW')
  })

  it('takes no more letters than the document does', async () => {
    const { w } = await shown(EntryField, props)
    expect(w.find('input').attributes('maxlength')).toBe('400')
  })

  it('wears the gravest doubt about it', async () => {
    here.network.plan = () => ({
      findings: [
        { id: 'a', bay: 'motor', grade: 'caution', sentence: '', entries: ['machines.m1.plate.power'] },
      ] as never,
    })
    const { w } = await shown(EntryField, props)
    expect(w.find('.entry').classes()).toContain('entry-caution')
  })
})

describe('a choice', () => {
  const props = {
    path: 'load.kind',
    label: 'It asks',
    fallback: 'constant',
    choices: [
      { value: 'constant', label: 'Constant' },
      { value: 'fan', label: 'Like a fan', note: 'stirrers too' },
    ],
  }

  it('shows the one that stands, and what is assumed until somebody says', async () => {
    const { w } = await shown(ChoiceField, props)
    expect(w.findAll('[aria-pressed="true"]').map((b) => b.text())).toEqual(['Constant'])
  })

  it('stores the one that is pressed', async () => {
    const { w } = await shown(ChoiceField, props)
    await w.findAll('button')[1]!.trigger('click')
    await until('it is stored', () => here.network.documents.length === 2)
    expect(here.network.latest().machines[0]!.load.kind).toBe('fan')
    expect(w.findAll('[aria-pressed="true"]')[0]!.text()).toContain('Like a fan')
  })
})

describe('the answer first', () => {
  it('is the bay’s own sentence with its mark', async () => {
    here.network.plan = () => ({
      bays: [
        { bay: 'motor', title: 'Motor', key: '', mark: 'stop', do: { text: 'Read the plate.', grade: 'stop' } },
      ] as never,
    })
    const { w } = await shown(BayAnswer, { bay: 'motor' })
    expect(w.find('[data-answer]').text()).toContain('Read the plate.')
    expect(w.find('[data-answer]').classes()).toContain('answer-stop')
    expect(w.find('svg').attributes('aria-label')).toBeTruthy()
  })

  it('is not there for a bay that the plan does not know', async () => {
    const { w } = await shown(BayAnswer, { bay: 'weigh' })
    expect(w.find('[data-answer]').exists()).toBe(false)
  })
})

describe('a finding where the hand is', () => {
  it('changes the document by its cure', async () => {
    const { w } = await shown(FindingLine, {
      finding: {
        id: 'capacitor.idle',
        bay: 'bridge',
        grade: 'caution',
        sentence: 'Too many µF.',
        cures: [{ label: 'Take 48 µF', path: 'bridge.capacitor.microfarad', value: '48' }],
      },
    })
    expect(w.text()).toContain('Too many µF.')
    await w.find('button').trigger('click')
    await until('it is stored', () => here.network.documents.length === 2)
    expect(here.network.latest().bridge.capacitor?.microfarad).toBe('48')
  })
})

describe('the parts of a bay', () => {
  const tabs = [
    { id: 'size', title: 'Size', entries: ['bridge.microfarad'] },
    { id: 'start', title: 'Start', entries: ['bridge.start_microfarad'] },
  ]

  it('open by a press, and by themselves where an entry of theirs is asked for', async () => {
    const chosen: string[] = []
    const { w, job } = await shown(BayTabs, {
      label: 'Parts',
      tabs,
      modelValue: 'size',
      'onUpdate:modelValue': (v: string) => chosen.push(v),
    })
    expect(w.find('[aria-current="true"]').text()).toBe('Size')
    await w.findAll('button')[1]!.trigger('click')
    job.asked.value = 'bridge.start_microfarad'
    await w.vm.$nextTick()
    expect(chosen).toEqual(['start', 'start'])
  })
})
