// @vitest-environment happy-dom
import 'fake-indexeddb/auto'
import { beforeEach, describe, expect, it } from 'vitest'
import type { BookEntry, Log } from '../api/bringup'
import { until } from '../job/network'
import { kept } from '../outbox/kept'
import { outbox } from '../outbox/outbox'
import { rooms } from '../parts/injob'
import LogView from './LogView.vue'

/** A machine's book over a network of its own. */
const { here, shown } = rooms()

const entry = (n: number, over: Partial<BookEntry> = {}): BookEntry =>
  ({
    n,
    id: `e${n}`,
    kind: 'note',
    taken: `2026-03-0${(n % 9) + 1}T18:00:00Z`,
    received: '',
    who: 'Bram T.',
    words: `Entry ${n}.`,
    ...over,
  }) as BookEntry
const log = (over: Partial<Log> = {}): Log =>
  ({
    job: 'j1',
    machine: 'm1',
    title: 'Blunger',
    entries: [entry(2), entry(1)],
    more: false,
    book: { n: 2, hash: 'abcdef0123456789' },
    others: [{ id: 'm1', name: 'Blunger' }],
    since: { known: false, n: 0, taken: '', events: [], facts: [] },
    sums: { hours: 0, money: {} },
    ...over,
  }) as Log

let asked: Record<string, string>[] = []
beforeEach(async () => {
  asked = []
  await kept.drop(...(await kept.waiting()).map((w) => w.n!))
})
const give = (of: (q: Record<string, string>) => Log) => {
  here.network.answers['GET /api/jobs/j1/log'] = ((q: Record<string, string>) => {
    asked.push(q)
    return of(q)
  }) as never
}
async function opened() {
  const got = await shown(LogView, { id: 'j1' })
  await until('the book is there', () => got.w.find('.log h1').exists())
  return got.w
}

describe('the log', () => {
  it('answers first what changed since it last ran well', async () => {
    give(() =>
      log({
        since: {
          known: true,
          n: 1,
          taken: '2026-03-02T18:00:00Z',
          events: [entry(2, { kind: 'part', part: { what: 'Belt' } })],
          facts: [{ name: 'Run capacitor', value: '52 µF → 60 µF' }],
        },
        stays: ['Insulation skipped by Bram T.: no tester'],
        pending: [{ name: 'load', value: '65 % → 80 %' }],
        sums: { hours: 3.5, money: { '€': 18.4 } },
      } as Partial<Log>),
    )
    const text = (await opened()).find('.log-since').text()
    for (const part of [
      '52 µF → 60 µF',
      'Belt fitted',
      'Insulation skipped',
      '65 % → 80 %',
      '3.5 h',
      '18.40 €',
      'abcdef012345',
    ])
      expect(text).toContain(part)
    expect(text.indexOf('52 µF')).toBeLessThan(text.indexOf('entries'))
  })
  it('says that nobody said yet that it ran well', async () => {
    give(() => log())
    expect((await opened()).find('.log-since').text()).toContain('Nobody has said yet that it ran well')
  })
  it('goes on to earlier entries, and asks for one kind alone', async () => {
    give((q) => (q.before ? log({ entries: [entry(1)] }) : log({ entries: [entry(3), entry(2)], more: true })))
    const w = await opened()
    await w.find('.log-bottom button').trigger('click')
    await until('the earlier one is there', () => w.findAll('.entry').length === 3)
    await w
      .findAll('.log-kinds button')
      .find((b) => b.text() === 'Part')!
      .trigger('click')
    await until('it was asked for', () => asked.some((q) => q.kinds === 'part'))
  })
  it('keeps earlier entries that were looked up when somebody writes', async () => {
    let all = [entry(3), entry(2)]
    give((q) => (q.before ? log({ entries: [entry(1)] }) : log({ entries: all, more: true })))
    here.network.answers['POST /api/jobs/j1/log'] = (() => {
      all = [entry(4), ...all]
      return { written: [], book: {}, received: '' }
    }) as never
    const w = await opened()
    await w.find('.log-bottom button').trigger('click')
    await until('the earlier one is there', () => w.findAll('.entry').length === 3)
    await w.find('.form textarea').setValue('Greased.')
    await w.find('.form').trigger('submit')
    await until('the new one is there', () => w.find('[data-n="4"]').exists())
    expect(w.findAll('.entry').map((e) => e.attributes('data-n'))).toEqual(['4', '3', '2', '1'])
    expect(w.find('.log-bottom button').exists()).toBe(false)
  })
  it('shows a corrected entry beside what corrects it', async () => {
    give(() => log({ entries: [entry(2, { corrects: 1 }), entry(1)] }))
    const w = await opened()
    expect(w.find('[data-n="1"]').classes()).toContain('corrected')
    expect(w.find('[data-n="1"]').text()).toContain('Corrected by entry 2')
    expect(w.find('[data-n="2"]').text()).toContain('Corrects entry 1')
  })
  it('writes an entry through this device', async () => {
    give(() => log())
    const sent: { kind: string; words?: string }[] = []
    here.network.answers['POST /api/jobs/j1/log'] = ((b: { entries: { id: string; kind: string }[] }) => {
      sent.push(...b.entries)
      return {
        written: b.entries.map((e) => ({ id: e.id, n: 3, hash: '', repeat: false, compared: [] })),
        book: {},
        received: '',
      }
    }) as never
    const w = await opened()
    await w.find('.form textarea').setValue('Greased.')
    await w.find('.form').trigger('submit')
    await until('it was sent', () => sent.length === 1)
    expect(sent[0]).toMatchObject({ kind: 'note', words: 'Greased.' })
    await until('nothing waits on this device', () => !outbox.waiting.length)
    expect(await kept.waiting()).toHaveLength(0)
  })
  it('warns of a look that is due', async () => {
    give(() => log({ book: { n: 2, hash: '', look: '2020-01-01', look_for: 'grease' } }))
    const w = await opened()
    expect(w.find('.log-late').text()).toContain('grease: it is due')
  })
})
