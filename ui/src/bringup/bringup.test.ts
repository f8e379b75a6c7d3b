// @vitest-environment happy-dom
import { readFileSync } from 'node:fs'
import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import type { BringUp, Gate, Take } from '../api/bringup'
import type { Waiting } from '../outbox/kept'
import { ahead, stands } from './ahead'
import GateStep from './GateStep.vue'
import SweepPart from './SweepPart.vue'
import HeatRunPart from './HeatRunPart.vue'

const meaning = { says: [] }
const take = (over: Partial<Take>): Take => ({
  id: 'volts',
  name: 'Volts',
  unit: 'V',
  mark: 'computed',
  above: meaning,
  below: meaning,
  ...over,
})
const gate = (id: string, after: string[], over: Partial<Gate> = {}): Gate =>
  ({
    id,
    title: id,
    do: ['Do it.'],
    by: 'you',
    after,
    must: false,
    asks: [],
    takes: [],
    basis: [],
    if_not: '',
    fed: false,
    state: after.length ? 'waiting' : 'open',
    ready: !after.length,
    waiting: after,
    read: [],
    ...over,
  }) as Gate
const machine = (gates: Gate[]): BringUp =>
  ({ job: 'j1', machine: 'm1', progress: { gates, next: gates[0]!.id } }) as unknown as BringUp
const waits = (entry: Partial<Waiting['entry']>, more: Partial<Waiting> = {}): Waiting =>
  ({ n: 1, job: 'j1', machine: 'm1', entry: { id: 'e1', taken: '', ...entry }, ...more }) as Waiting

describe('ahead of the server', () => {
  const three = () => [gate('a', []), gate('b', ['a']), gate('c', ['b'])]
  it('shows what the server said where nothing waits', () => {
    const far = ahead(machine(three()), [])
    expect(far.next).toBe('a')
    expect(far.gates.map((g) => g.ready)).toEqual([true, false, false])
  })
  it('goes on to the next step with what was done here', () => {
    const far = ahead(machine(three()), [waits({ kind: 'gate', gate: 'a', outcome: 'passed' })])
    expect(far.next).toBe('b')
    expect(far.gates[0]!.pending).toBe('passed')
    expect(far.gates[1]!.state).toBe('open')
    expect(far.gates[2]!.says).toBe('First do: b.')
  })
  it('stays where something failed', () => {
    expect(ahead(machine(three()), [waits({ kind: 'gate', gate: 'a', outcome: 'failed' })]).next).toBe('a')
  })
  it('passes by another machine and what was refused', () => {
    const passed = { kind: 'gate', gate: 'a', outcome: 'passed' } as const
    expect(ahead(machine(three()), [waits(passed, { machine: 'm2' }), waits(passed, { refused: 'no' })]).next).toBe('a')
  })
  it('opens nothing that the plan itself holds back', () => {
    const held = [gate('a', []), gate('b', ['a'], { of_plan: 'Not to be fed.' })]
    const far = ahead(machine(held), [waits({ kind: 'gate', gate: 'a', outcome: 'passed' })])
    expect(far.next).toBeUndefined()
  })
})

describe('where a reading stands', () => {
  it('is what the core says of it', () => {
    const cases = JSON.parse(readFileSync('../core/bringup/testdata/stands.json', 'utf8')) as {
      low?: number
      high?: number
      reads: [number, string][]
    }[]
    expect(cases.length).toBeGreaterThan(3)
    for (const c of cases)
      for (const [x, want] of c.reads) expect(stands(take({ low: c.low, high: c.high }), x), `${x}`).toBe(want)
  })
})

describe('a step', () => {
  const step = (g: Gate, over = {}) =>
    mount(GateStep, { props: { gate: { ...g, here: {}, ...over }, place: 'Step 1 of 3' } })
  const discharge = gate('discharge', [], {
    must: true,
    opens: 'volts',
    asks: ['volts'],
    takes: [take({ high: 5, expect: '0 V', band: '0 to 5 V' })],
    caution: 'It holds a charge.',
    wait: { seconds: 120, text: '2 min', why: { formula: 't', numbers: '', source: '' } },
  } as Partial<Gate>)
  it('opens on the reading alone', async () => {
    const w = step(discharge)
    const done = () => w.find('.step-buttons .strong').attributes('disabled')
    expect(done()).toBeDefined()
    await w.find('.step-wait button').trigger('click')
    expect(w.find('[role=timer]').text()).toBe('2:00')
    expect(done(), 'waiting opens nothing').toBeDefined()
    await w.setProps({ gate: { ...discharge, here: { volts: { value: 80, words: '' } } } })
    expect(done(), 'charged').toBeDefined()
    expect(w.text()).toContain('far above: stop and look')
    await w.setProps({ gate: { ...discharge, here: { volts: { value: 0.4, words: '' } } } })
    expect(done()).toBeUndefined()
    await w.find('.step-buttons .strong').trigger('click')
    expect(w.emitted('outcome')).toEqual([['passed', '', '']])
  })
  it('says its caution before the buttons, and cannot be skipped', () => {
    const text = step(discharge).text()
    expect(text.indexOf('It holds a charge.')).toBeLessThan(text.indexOf('Done, as it should be'))
    expect(text).toContain('This gate cannot be skipped')
  })
  it('asks a reason for failing, for skipping and for a reading far outside', async () => {
    const w = step(gate('ohms', [], { takes: [take({ low: 4, high: 5 })] }), {
      here: { volts: { value: 9, words: '' } },
    })
    for (const [press, outcome] of [
      ['.step-no', 'failed'],
      ['.step-skip .why', 'skipped'],
      ['.step-buttons .strong', 'passed'],
    ] as const) {
      await w.find(press).trigger('click')
      expect(w.find('.step-why .strong').attributes('disabled')).toBeDefined()
      await w.find('.step-why input').setValue('because')
      await w.find('.step-why').trigger('submit')
      expect(w.emitted('outcome')!.at(-1)).toEqual([outcome, 'because', ''])
    }
  })
  it('asks who skips a gate where no name was chosen', async () => {
    const w = step(gate('ohms', []))
    await w.setProps({ nameless: true })
    await w.find('.step-skip .why').trigger('click')
    await w.find('.step-why input').setValue('no meter')
    expect(w.find('.step-why .strong').attributes('disabled')).toBeDefined()
    await w.find('.step-who').setValue('Bram T.')
    await w.find('.step-why').trigger('submit')
    expect(w.emitted('outcome')).toEqual([['skipped', 'no meter', 'Bram T.']])
  })
  it('takes a number with a comma and refuses what is none', async () => {
    const w = step(gate('a', [], { takes: [take({ low: 1, high: 9, expect: '5 V', band: '1 to 9 V' })] }))
    const text = w.text()
    expect(text.indexOf('Expect')).toBeLessThan(text.indexOf('Enter'))
    await w.find('.take input').setValue('4,8')
    await w.find('.take form').trigger('submit')
    expect(w.emitted('read')).toEqual([['volts', 4.8, '']])
    await w.find('.take input').setValue('a few')
    expect(w.text()).toContain('A number is asked here')
  })
  it('names what a reading usually means and what would tell next', () => {
    const above = {
      says: [{ text: 'the load is heavier', would: '6.1 A' }, { text: 'the meter' }],
      next: 'Next read the speed.',
    }
    const w = step(gate('a', [], { takes: [take({ low: 1, high: 2, above })] }), {
      here: { volts: { value: 2.5, words: '' } },
    })
    expect(w.find('.take-said').text()).toContain('the load is heavier (would read 6.1 A)')
    expect(w.find('.take-said').text()).toContain('Next read the speed.')
  })
})

describe('heat and sweep', () => {
  it('says what each point forecast', () => {
    const w = mount(HeatRunPart, {
      props: {
        heat: {
          points: [
            { minutes: 0, celsius: 21 },
            { minutes: 10, celsius: 32 },
          ],
          curve: [
            { minutes: 0, celsius: 21 },
            { minutes: 60, celsius: 55 },
          ],
          forecasts: [{ after: 2, settles: 59, low: 44, high: 80, tau: 30, text: 'settles at 59 °C' }],
          says: 'After 2 readings the frame looks to settle at 59 °C (44 to 80 °C).',
        },
      },
    })
    expect(w.find('.heat-table tbody tr:last-child').text()).toContain('59 °C (44 to 80)')
  })
  it('asks how it runs at a frequency', async () => {
    const words = ['quiet', 'hums', 'buzzes', 'shakes', 'shakes badly']
    const sweep = { words, points: [], from: 0, skip: [], says: '3 more frequencies' }
    const w = mount(SweepPart, { props: { sweep } })
    await w.find('input').setValue('34')
    await w.find('form').trigger('submit')
    await w.findAll('.sweep-words button')[3]!.trigger('click')
    expect(w.emitted('heard')).toEqual([[34, 'shakes']])
  })
})
