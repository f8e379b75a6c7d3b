// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import type { BookEntry } from '../api/bringup'
import FileField from '../parts/FileField.vue'
import EntryForm from './EntryForm.vue'
import EntryLine from './EntryLine.vue'
import TrendPlot from './TrendPlot.vue'
import SpectrumPair from './SpectrumPair.vue'
import { titleOf } from './words'

const entry = (over: Partial<BookEntry>): BookEntry =>
  ({
    n: 3,
    kind: 'note',
    taken: '2026-03-02T18:00:00Z',
    received: '2026-03-02T18:00:01Z',
    who: 'Bram T.',
    words: 'Quiet.',
    ...over,
  }) as BookEntry

describe('an entry', () => {
  it('is told in words by its kind', () => {
    const reads = [{ take: 'a', name: 'Amps', unit: 'A', value: 4.8 }]
    expect(titleOf(entry({}))).toBe('Quiet.')
    expect(titleOf(entry({ kind: 'gate', title: 'Earth', outcome: 'failed', void: 'late' }))).toBe(
      'Earth: failed, does not count',
    )
    expect(titleOf(entry({ kind: 'reading', reads }))).toBe('Amps 4.8 A')
    expect(titleOf(entry({ kind: 'part', part: { what: 'Bearings', out: true } }))).toBe('Bearings taken out')
  })
  const line = (e: BookEntry, over = {}) =>
    mount(EntryLine, { props: { entry: e, job: 'j1', may: true, owns: true, ...over } })
  it('stays readable where it was corrected, and cannot be corrected twice', () => {
    const w = line(entry({}), { correctedBy: 7 })
    expect(w.text()).toContain('Corrected by entry 7')
    expect(w.text()).toContain('Quiet.')
    expect(w.findAll('button').map((b) => b.text())).not.toContain('Correct')
  })
  it('says that a clock was wrong, and both times', () => {
    const w = line(entry({ clock: 'the device’s clock was 3 hours behind' }))
    expect(w.text()).toContain('3 hours behind; received')
  })
  it('deletes a file only when asked twice, and keeps its digest', async () => {
    const file = { id: 'p1', type: 'image/jpeg', bytes: 9, sha256: 'abcdef0123456789' }
    const w = line(entry({ kind: 'photo', file }))
    const drop = w.findAll('button').at(-1)!
    await drop.trigger('click')
    expect(w.emitted('drop')).toBeUndefined()
    await drop.trigger('click')
    expect(w.emitted('drop')).toEqual([['p1']])
    await w.find('img').trigger('error')
    expect(w.text()).toContain('its digest is abcdef012345')
  })
})

describe('the form', () => {
  const form = (corrects?: number) => mount(EntryForm, { props: { corrects, currency: '€' } })
  it('writes words, hours, money, how it ran and the next look', async () => {
    const w = form(4)
    await w.find('textarea').setValue('Greased.')
    await w.find('#log-hours').setValue('1,5')
    await w.find('select').setValue('well')
    await w.find('input[type=date]').setValue('2027-03-01')
    await w.find('form').trigger('submit')
    expect(w.emitted('entered')![0]![0]).toEqual({
      kind: 'note',
      words: 'Greased.',
      hours: 1.5,
      ran: 'well',
      look: '2027-03-01',
      look_for: '',
      corrects: 4,
    })
  })
  it('sends a photograph with the entry that is written, not by itself', async () => {
    const w = form()
    w.findComponent(FileField).vm.$emit('taken', 'photo', new Blob(['x']))
    await w.vm.$nextTick()
    expect(w.emitted('entered')).toBeUndefined()
    expect(w.find('.form-acts').text()).toContain('A photograph of 1 kB goes with it')
    await w.find('textarea').setValue('The studs.')
    await w.find('form').trigger('submit')
    const [entry, file] = w.emitted('entered')![0] as [{ kind: string; words: string }, Blob]
    expect([entry.kind, entry.words, file.size]).toEqual(['photo', 'The studs.', 1])
    expect(w.find('.form-acts').text()).not.toContain('goes with it')
  })

  it('says what is missing and keeps what was typed', async () => {
    const w = form()
    await w.find('form').trigger('submit')
    expect(w.text()).toContain('Nothing is written yet')
    await w.find('textarea').setValue('x')
    await w.find('#log-hours').setValue('two')
    await w.find('form').trigger('submit')
    expect(w.text()).toContain('found “two”; a number is asked')
    expect(w.find('textarea').element.value).toBe('x')
    await w.find('input[value=part]').setValue()
    await w.find('#log-hours').setValue('')
    await w.find('form').trigger('submit')
    expect(w.text()).toContain('Which part?')
    expect(w.emitted('entered')).toBeUndefined()
  })
})

describe('pictures of readings', () => {
  it('set a reading beside plan and plate, and say what changed between', () => {
    const w = mount(TrendPlot, {
      props: {
        trend: {
          take: 'a',
          name: 'Amps',
          unit: 'A',
          expect: '4.8 A',
          low: 4.3,
          high: 5.4,
          plate: 4.7,
          points: [
            { n: 1, taken: '2026-03-02T18:00:00Z', value: 4.9, where: 'inside' },
            { n: 5, taken: '2026-06-02T18:00:00Z', value: 6.1, where: 'above', between: ['Bearings fitted'] },
          ],
        },
      },
    })
    expect(w.find('.plate').exists()).toBe(true)
    expect(w.findAll('circle.out')).toHaveLength(1)
    expect(w.text()).toContain('Bearings fitted')
  })
  it('draws two recordings beside each other', () => {
    const spectrum = (db: number) => ({
      seconds: 3,
      bands: [
        { hertz: 100, db },
        { hertz: 125, db: -80 },
      ],
      peaks: [],
      text: 'no tone',
    })
    const w = mount(SpectrumPair, {
      props: {
        shown: [
          { title: 'before', spectrum: spectrum(-10) },
          { title: 'after', spectrum: spectrum(-40) },
        ],
      },
    })
    const bars = w.findAll('svg[role=img] rect').map((r) => Number(r.attributes('height')))
    expect(bars).toHaveLength(4)
    expect(bars[0]).toBeGreaterThan(bars[2]!)
  })
})
