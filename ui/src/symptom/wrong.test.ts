// @vitest-environment happy-dom
import { flushPromises, mount, type VueWrapper } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { createMemoryHistory, createRouter } from 'vue-router'
import { Still, until } from '../job/network'
import TakeField from '../bringup/TakeField.vue'
import WrongView from './WrongView.vue'

const router = createRouter({
  history: createMemoryHistory(),
  routes: ['wrong', 'desk'].map((name) => ({ path: `/${name}/:id?`, name, component: { template: '<p />' } })),
})
const workshop = (id: string, name: string, volts: number, jobs: unknown[]) => ({
  id,
  revision: 1,
  settings: { name, rules: 'metric', volts, hertz: 50, colours: 'europe' },
  people: [],
  count: jobs.length,
  role: 'owner',
  jobs,
})
const all = [
  workshop('w1', 'Tansy Lane Tileworks', 230, [{ id: 'a', name: 'Blunger', does: 'stirs slip' }]),
  workshop('w2', 'Cold Ford Clay Co-op', 240, []),
]
let asked: { method: string; path: string; body?: Record<string, unknown> }[]
let found: unknown[]
let w: VueWrapper | undefined

beforeEach(() => {
  asked = []
  found = all
  vi.stubGlobal('EventSource', Still)
  vi.stubGlobal('fetch', async (r: Request) => {
    const text = await r.text()
    const url = new URL(r.url)
    asked.push({ method: r.method, path: url.pathname + url.search, ...(text && { body: JSON.parse(text) }) })
    const body = url.pathname === '/api/jobs' ? { id: 'new' } : { workshops: found, binned: [] }
    return new Response(JSON.stringify(body), { status: 200, headers: { 'Content-Type': 'application/json' } })
  })
})
afterEach(() => {
  w?.unmount()
  vi.unstubAllGlobals()
})
const shown = async () => {
  w = mount(WrongView, { global: { plugins: [router] }, attachTo: document.body })
  await until('the machines are there', () => w!.findAll('li').length > 0)
  return w
}

describe('something is wrong', () => {
  it('with one of the Yard’s machines leads to its desk', async () => {
    const v = await shown()
    expect(v.findAll('h3').map((h) => h.text())).toEqual(['Tansy Lane Tileworks'])
    expect(v.find('li a').attributes('href')).toBe('/desk/a')
    found = [workshop('w1', 'Tansy Lane Tileworks', 230, [])]
    await v.find('#wrong-find').setValue('grinder')
    await until('it is looked for', () => asked.some((a) => a.path.includes('find=grinder')))
    await until('nothing is found', () => v.text().includes('None is found by that'))
  })

  it('with a machine that is not there begins without a plate', async () => {
    const v = await shown()
    await v.find('select').setValue('w2')
    await v.find('#wrong-name').setValue(' Neighbour’s saw ')
    await v.find('.strong').trigger('click')
    await flushPromises()
    const made = asked.find((a) => a.method === 'POST')!
    expect(made.body).toMatchObject({ workshop_id: 'w2', name: 'Neighbour’s saw' })
    await until('its desk opens', () => router.currentRoute.value.name === 'desk')
    expect(router.currentRoute.value.params.id).toBe('new')
  })

  it('with no name has one', async () => {
    const v = await shown()
    await v.find('.strong').trigger('click')
    await flushPromises()
    expect(asked.find((a) => a.method === 'POST')!.body).toMatchObject({
      workshop_id: 'w1',
      name: 'A machine with a fault',
    })
  })
})

describe('a reading of the bring-up', () => {
  const meaning = { says: [{ id: 'load-too-heavy', text: 'the load is heavier', cure: 'Make it lighter.' }], next: '' }
  const take = {
    ...{ id: 'amps', name: 'Amps', unit: 'A', value: 4, low: 3.6, high: 4.4, expect: '4 A', band: '3.6 to 4.4 A' },
    ...{ mark: 'estimated', above: meaning, below: meaning },
  } as never
  const at = (value: number) =>
    mount(TakeField, {
      props: { take, here: { value, words: '' }, desk: { name: 'desk', params: { id: 'a' } } },
      global: { plugins: [router] },
    })
  it('far outside leads to the desk, one a little outside does not; both say the cure', () => {
    const [little, far] = [at(4.6), at(40)]
    expect(little.text()).toContain('the load is heavier. Make it lighter.')
    expect(little.find('a').exists()).toBe(false)
    expect(far.find('a').text()).toBe('Find out what is wrong')
    expect(far.find('a').attributes('href')).toBe('/desk/a')
  })
})
