// @vitest-environment happy-dom
import 'fake-indexeddb/auto'
import { mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { nextTick } from 'vue'
import { kept, type Waiting } from './kept'
import WaitingList from './WaitingList.vue'

/** What the server answers to a writing, and what was sent there. */
let answer = 200
let sent: string[] = []
let box: typeof import('./outbox')

const reading = { kind: 'reading', reads: [{ take: 'insulation', name: 'Insulation', unit: 'MΩ', value: 90 }] } as never
async function until(what: () => boolean) {
  for (let i = 0; i < 200 && !what(); i++) await new Promise((r) => setTimeout(r, 5))
  expect(what()).toBe(true)
}

beforeEach(async () => {
  vi.resetModules()
  answer = 200
  sent = []
  vi.stubGlobal('fetch', async (input: Request) => {
    if (!input.url.endsWith('/log')) return new Response('{}', { status: 404 })
    sent.push(((await input.json()) as { entries: { id: string }[] }).entries.map((e) => e.id).join())
    const body = answer === 200 ? { written: [], book: { n: 1, hash: '' }, received: '' } : { detail: `no: ${answer}` }
    return new Response(JSON.stringify(body), { status: answer, headers: { 'Content-Type': 'application/json' } })
  })
  await kept.drop(...(await kept.waiting()).map((w) => w.n!))
  document.cookie = 'gray-bridge-unsent=0; path=/; max-age=0'
  box = await import('./outbox')
})
afterEach(() => vi.unstubAllGlobals())

describe('an entry that the server does not take', () => {
  it('is held while its machine is away, and goes when the server is reached anew', async () => {
    answer = 404
    await box.enter('j1', 'm1', reading)
    await until(() => !!box.outbox.waiting[0]?.held)
    await box.send()
    expect(sent).toHaveLength(1)
    answer = 200
    await box.reachedAnew()
    expect(box.outbox.waiting).toEqual([])
    expect(sent[1]).toBe(sent[0])
  })

  it('shows what it says and why, and is sent again, or thrown away when asked twice', async () => {
    answer = 409
    await box.enter('j1', 'm1', reading)
    await until(() => !!box.outbox.waiting[0]?.refused)
    const shown = mount(WaitingList, { props: { waiting: box.outbox.waiting as Waiting[] } })
    expect(shown.text()).toContain('Insulation 90 MΩ')
    expect(shown.text()).toContain('no: 409')
    await box.sendAgain(box.outbox.waiting[0] as Waiting)
    expect(sent).toHaveLength(2)
    const drop = () => shown.findAll('button').find((b) => b.text().startsWith('Throw'))!
    await drop().trigger('click')
    expect(await kept.waiting()).toHaveLength(1)
    expect(drop().text()).toBe('Throw it away for good')
    await drop().trigger('click')
    await nextTick()
    for (let i = 0; i < 100 && (await kept.waiting()).length; i++) await new Promise((r) => setTimeout(r, 5))
    expect(await kept.waiting()).toHaveLength(0)
    shown.unmount()
  })

  it.each([429, 499, 503])('is sent again by itself after %i', async (status) => {
    answer = status
    await box.enter('j1', 'm1', reading)
    await until(() => sent.length > 0)
    answer = 200
    await until(() => sent.length > 1)
    await until(() => box.outbox.waiting.length === 0)
  })

  it('is missed where the browser emptied its store', async () => {
    answer = 503
    await box.enter('j1', 'm1', reading)
    await until(() => sent.length > 0)
    await kept.drop(...(await kept.waiting()).map((w) => w.n!)) // as a browser that runs short of room does
    vi.resetModules()
    const anew = await import('./outbox')
    await anew.lookAtWaiting()
    expect(anew.outbox.lost).toBe(1)
    anew.sawLoss()
    expect(anew.outbox.lost).toBe(0)
    vi.resetModules()
    const later = await import('./outbox')
    await later.lookAtWaiting()
    expect(later.outbox.lost).toBe(0)
  })
})
