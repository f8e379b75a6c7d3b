// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest'
import type { Column, Weighing } from '../api/weigh'
import type { Document } from '../api/client'
import { blank, until } from '../job/network'
import { rooms } from '../parts/injob'
import WeighView from './WeighView.vue'

/** The place where the bridges are weighed, over a network of its own. */
const { here, shown } = rooms()

const column = (kind: Column['kind'], grade: string, more: Partial<Column> = {}): Column => ({
  kind,
  name: `The ${kind}`,
  best: `best ${kind}`,
  grade,
  verdict: `verdict of ${kind}`,
  may: true,
  schools: [],
  cells: [
    { row: 'starts', text: `starts ${kind}`, notes: [], grade, mark: 'computed', why: [], decides: true },
    { row: 'all-day', text: `all day ${kind}`, notes: [], grade: 'good', mark: 'computed', why: [] },
  ],
  ...more,
})
const waiting = column('rotary', 'open', { waits: true, may: false, cells: [] })
const weighing = (more: Partial<Weighing> = {}): Weighing => ({
  rows: [
    { id: 'starts', title: 'Will it start?' },
    { id: 'all-day', title: 'How much all day?' },
  ],
  columns: [column('capacitor', 'caution', { chosen: true }), waiting, column('drive', 'good')],
  best: 'drive',
  grade: 'good',
  sentence: 'Take the drive: best drive.',
  reasons: ['The capacitor: would do, with limits.'],
  changes: [],
  assumed: ['4 hours a day'],
  ...more,
})
const whole = () =>
  weighing({
    columns: [column('capacitor', 'caution'), column('rotary', 'stop', { may: false }), column('drive', 'good')],
    changes: ['Run capacitor would do, if it started free.'],
  })

let asked: Document[] = []
beforeEach(() => {
  asked = []
  here.network.answers['POST /api/weigh'] = ((d: Document) => {
    asked.push(d)
    return weighing()
  }) as never
  here.network.answers['POST /api/weigh/converter'] = () => ({ weighing: whole() })
  here.network.answers['GET /api/jobs/j1/revisions'] = ((of: { before?: string }) => ({
    revisions: Number(of.before ?? 0)
      ? []
      : [{ revision: 1, label: 'as found', who: '', what: '', at: '', signed: false }],
  })) as never
  here.network.answers['POST /api/weigh/column'] = ((d: Document) =>
    column(d.bridge.kind as 'drive', 'good', { chosen: true })) as never
})

async function opened() {
  const { w } = await shown(WeighView, { id: 'j1' })
  await until('it is weighed', () => w.text().includes('The rotary') && w.text().includes('What would change'))
  return w
}

describe('the weighing', () => {
  it('puts the answer first, why not the others after it, and what was assumed', async () => {
    const w = await opened()
    expect(w.find('.weigh-answer').text()).toContain('Take the drive')
    expect(w.text()).toContain('The capacitor: would do, with limits.')
    expect(w.text()).toContain('Run capacitor would do, if it started free.')
    expect(w.text()).toContain('Assumed, since nobody said it: 4 hours a day.')
  })
  it('takes what is chosen into the job in one change', async () => {
    here.network.answers['POST /api/weigh/taken'] = ((d: Document) => ({
      ...d,
      bridge: { ...d.bridge, kind: 'drive' },
    })) as never
    const w = await opened()
    const before = here.network.documents.length
    await w.findAll('th[data-column="drive"] button')[0]!.trigger('click')
    await until('it is stored', () => here.network.documents.length > before)
    expect(here.network.documents).toHaveLength(before + 1)
    expect(here.network.latest().bridge.kind).toBe('drive')
  })
  it('offers no bridge that something stops', async () => {
    const w = await opened()
    expect(w.find('th[data-column="rotary"] button').exists()).toBe(false)
  })
  it('asks anew for what is wanted and stores nothing by it', async () => {
    const w = await opened()
    const stored = here.network.documents.length
    await w.find('input[name="share"]').setValue('40')
    await until('it is asked', () => asked.length > 1)
    expect(asked.at(-1)!.machines[0]!.load.share).toBe('40 %')
    expect(here.network.documents).toHaveLength(stored)
    await w.findAll('.wants-differs button')[0]!.trigger('click')
    await until('it is put into the job', () => here.network.documents.length > stored)
    expect(here.network.latest().machines[0]!.load.share).toBe('40 %')
  })
  it('says what comes first where nothing can be weighed', async () => {
    here.network.answers['POST /api/weigh'] = () =>
      weighing({ columns: [], waits: 'First: “Read the plate”.', sentence: 'First: “Read the plate”.', grade: 'open' })
    const { w } = await shown(WeighView, { id: 'j1' })
    await until('it says so', () => w.text().includes('Read the plate'))
    expect(w.find('.weigh-table').exists()).toBe(false)
    expect(here.network.asked).not.toContain('POST /api/weigh/converter')
  })
  it('weighs a machine behind the idler, not the idler', async () => {
    const two = blank()
    here.network.documents[0] = {
      ...two,
      machines: [
        { ...two.machines[0]!, id: 'm1', role: 'idler' },
        { ...two.machines[0]!, id: 'm2', name: 'Pug mill' },
      ],
    }
    const w = await opened()
    expect(asked[0]!.machines[0]!.id).toBe('m2')
    expect(w.findAll('.weigh-where option').map((o) => o.text())).toEqual(['Pug mill'])
    expect(w.text()).toContain('share one bridge')
  })
})

describe('variants', () => {
  it('are kept by a name and set beside the job as it is', async () => {
    const put: unknown[] = []
    here.network.answers['PUT /api/jobs/j1/revisions/2/name'] = ((b: unknown) => put.push(b)) as never
    here.network.elsewhere('supply.volts', '231')
    const w = await opened()
    await w.find('#variant-name').setValue('with 231 V')
    await w.find('.variants-keep').trigger('submit')
    await until('it is kept', () => put.length === 1)
    expect(put[0]).toEqual({ name: 'with 231 V' })
    await w.findAll('.variants-list button')[0]!.trigger('click')
    await until('both stand there', () => w.findAll('.variants thead th[data-column]').length === 2)
    expect(w.findAll('.variants .weigh-name').map((t) => t.text())).toEqual(['As it is now', 'as found'])
  })
  it('that are taken come back as a change', async () => {
    here.network.elsewhere('supply.volts', '231')
    const w = await opened()
    await w.findAll('.variants-list button')[0]!.trigger('click')
    await until('both stand there', () => w.findAll('.variants thead th[data-column]').length === 2)
    await w.find('.variants thead button').trigger('click')
    await until('it is back', () => here.network.documents.length === 3)
    expect(here.network.latest()).toEqual(here.network.documents[0])
  })
})
