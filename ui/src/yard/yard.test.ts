// @vitest-environment happy-dom
import { flushPromises, mount, type VueWrapper } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { createMemoryHistory, createRouter } from 'vue-router'
import { offered } from '../desk/palette'
import { Still, until } from '../job/network'
import YardView from './YardView.vue'

/** A network with two workshops behind it: three machines in one, none in the other. */
const summary = (id: string, name: string, grade = 'good') => ({
  id,
  revision: 1,
  name,
  does: 'stirs slip',
  plate: '1.1 kW',
  saved_at: '2026-03-02T09:00:00Z',
  grade,
  sentence: `${name} as it is`,
  next: { bay: 'motor', text: 'Read the plate' },
  bays: [{ bay: 'supply', title: 'Supply', key: '', mark: 'good', do: { text: '', grade: 'good' } }],
  span: { title: name, width: 10, height: 10, items: [], facts: [] },
})
const settings = { name: 'Tansy Lane Tileworks', rules: 'metric', volts: 230, hertz: 50, colours: 'europe' }
const workshop = (id: string, name: string, jobs: unknown[], count = jobs.length) => ({
  id,
  revision: 1,
  settings: { ...settings, name },
  people: [],
  count,
  jobs,
})

let asked: { method: string; path: string; query: URLSearchParams; body?: Record<string, unknown> }[]
let pages: Record<string, unknown>[]
let w: VueWrapper | undefined
const router = createRouter({
  history: createMemoryHistory(),
  routes: ['yard', 'span', 'bring-up', 'log', 'desk'].map((name) => ({
    path: `/${name}/:id?/:bay?`,
    name,
    component: { template: '<p />' },
  })),
})

beforeEach(async () => {
  vi.stubGlobal('EventSource', Still)
  asked = []
  pages = [
    {
      workshops: [
        workshop('w1', 'Tansy Lane Tileworks', [summary('a', 'Blunger'), summary('b', 'Ball mill', 'stop')], 3),
        workshop('w2', 'Cold Ford Clay Co-op', []),
      ],
      binned: [],
      more: 'b',
    },
    {
      workshops: [
        workshop('w1', 'Tansy Lane Tileworks', [summary('c', 'Slip mixer')], 3),
        workshop('w2', 'Cold Ford Clay Co-op', []),
      ],
      binned: [],
    },
  ]
  globalThis.fetch = async (input: RequestInfo | URL, init?: RequestInit) => {
    const r = input instanceof Request ? input : new Request(new URL(String(input), 'http://there'), init)
    const url = new URL(r.url)
    const body = r.method === 'GET' ? undefined : ((await r.json().catch(() => undefined)) as Record<string, unknown>)
    asked.push({ method: r.method, path: url.pathname, query: url.searchParams, body })
    const given = (status: number, v: unknown) =>
      new Response(status === 204 ? null : JSON.stringify(v), {
        status,
        headers: { 'Content-Type': 'application/json' },
      })
    if (url.pathname === '/api/yard') return given(200, pages[url.searchParams.has('after') ? 1 : 0])
    if (url.pathname.endsWith('/shelf')) return given(204, undefined)
    if (url.pathname === '/api/jobs') return given(201, { id: 'new', revision: 1, document: {} })
    return given(404, { detail: 'There is nothing at this address.' })
  }
  await router.push('/yard')
})
afterEach(() => {
  w?.unmount()
  vi.unstubAllGlobals()
})

async function yard() {
  w = mount(YardView, { global: { plugins: [router] }, attachTo: document.body })
  await until('the machines are there', () => w!.findAll('.machine').length > 1)
  return w
}
const button = (text: string) => [...document.querySelectorAll('button')].find((b) => b.textContent?.trim() === text)!

describe('the Yard', () => {
  it('shows every workshop with its machines, each with its mark and what comes next', async () => {
    const v = await yard()
    expect(v.findAll('.workshop h2').map((h) => h.text())).toEqual(['Tansy Lane Tileworks', 'Cold Ford Clay Co-op'])
    const mill = v.find('[data-job="Ball mill"]')
    expect(mill.find('.grade').classes()).toContain('grade-stop')
    expect(mill.text()).toContain('Next: Read the plate')
    expect(mill.find('.machine-bays a').attributes('href')).toContain('/span/b/supply')
  })

  it('teaches where a workshop is empty', async () => {
    const v = await yard()
    expect(v.find('.machines-none').text()).toContain('photograph of a motor')
  })

  it('gives the next page where it is asked for', async () => {
    const v = await yard()
    expect(v.find('.yard-more').text()).toContain('2 shown of 3')
    await v.find('.yard-more button').trigger('click')
    await until('all are there', () => v.findAll('.machine').length === 3)
    expect(asked.at(-1)?.query.get('after')).toBe('b')
    expect(v.find('.yard-more').exists()).toBe(false)
  })

  it('finds in the database what is typed, once the hand rests', async () => {
    const v = await yard()
    const before = asked.length
    for (const text of ['s', 'sl', 'slip']) await v.find('.yard-question input').setValue(text)
    await until('it is asked', () => asked.length > before)
    await new Promise((r) => setTimeout(r, 300))
    expect(asked.slice(before).map((a) => a.query.get('find'))).toEqual(['slip'])
  })

  it('moves a machine to another shelf and brings it back', async () => {
    const v = await yard()
    await v
      .find('[data-job="Blunger"]')
      .findAll('button')
      .find((b) => b.text() === 'Archive')!
      .trigger('click')
    await until('it is said', () => v.text().includes('Blunger is in the archive'))
    expect(asked.find((a) => a.path === '/api/jobs/a/shelf')?.body).toEqual({ shelf: 'archive' })
    button('Bring it back').click()
    await until('it is back', () => asked.filter((a) => a.path === '/api/jobs/a/shelf').length === 2)
    expect(asked.filter((a) => a.path === '/api/jobs/a/shelf')[1]?.body).toEqual({ shelf: 'yard' })
  })

  it('starts a machine in its workshop and opens it', async () => {
    const v = await yard()
    await v
      .findAll('.workshop button')
      .find((b) => b.text() === 'New machine')!
      .trigger('click')
    await until('the name is asked for', () => !!document.querySelector('#machine-name'))
    const name = document.querySelector<HTMLInputElement>('#machine-name')!
    name.value = 'Pan mill'
    name.dispatchEvent(new Event('input'))
    await flushPromises()
    button('Start').click()
    await until('it is opened', () => router.currentRoute.value.params.id === 'new')
    const made = asked.find((a) => a.method === 'POST' && a.path === '/api/jobs')!
    expect(made.body).toMatchObject({ workshop_id: 'w1', name: 'Pan mill' })
  })

  it('lets the palette start a machine in each workshop', async () => {
    await yard()
    expect(offered.deeds.map((d) => d.text)).toContain('New machine in Cold Ford Clay Co-op')
  })

  it('says what went wrong and tries again by itself', async () => {
    globalThis.fetch = async () => {
      throw new TypeError('cut')
    }
    w = mount(YardView, { global: { plugins: [router] }, attachTo: document.body })
    await until('it is said', () => w!.find('.trouble').exists())
    expect(w.find('.trouble').text()).toContain('does not answer')
  })
})
