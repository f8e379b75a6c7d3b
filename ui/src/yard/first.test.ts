// @vitest-environment happy-dom
import { flushPromises, mount, type VueWrapper } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { createMemoryHistory, createRouter } from 'vue-router'
import type { YardWorkshop } from '../api/client'
import { me } from '../desk/person'
import { until } from '../job/network'
import FirstPlate from './FirstPlate.vue'

const router = createRouter({
  history: createMemoryHistory(),
  routes: ['yard', 'wrong', 'span'].map((name) => ({
    path: `/${name}/:id?/:bay?`,
    name,
    component: { template: '<p />' },
  })),
})
const shop = (id: string, example = false, role = 'owner') =>
  ({
    id,
    revision: 1,
    settings: { name: id, rules: 'metric', volts: 230, hertz: 50, colours: 'europe' },
    people: [],
    count: 0,
    jobs: [],
    role,
    example,
  }) as YardWorkshop
let asked: { path: string; body?: Record<string, unknown> }[]
let w: VueWrapper | undefined

beforeEach(() => {
  asked = []
  me.keeper = true
  vi.stubGlobal('fetch', async (r: Request) => {
    const path = new URL(r.url).pathname
    asked.push({ path, body: (await r.json().catch(() => undefined)) as Record<string, unknown> })
    const answers: Record<string, unknown> = {
      '/api/plate/first': {
        read: {
          kind: 'three-phase',
          words: 'a three-phase motor',
          entry: { power: '1 HP', volts: '230/460' },
          left: 'cow',
        },
        name: 'Motor of 1 HP',
        workshop: {
          name: 'My workshop',
          rules: 'north-america',
          volts: 240,
          hertz: 60,
          colours: 'north-america-240',
        },
      },
      '/api/workshops': { id: 'mine', revision: 1 },
      '/api/jobs': { id: 'j1', revision: 1, document: {} },
    }
    return new Response(JSON.stringify(answers[path]), {
      status: 200,
      headers: { 'Content-Type': 'application/json' },
    })
  })
})
afterEach(() => {
  w?.unmount()
  vi.unstubAllGlobals()
})
async function shown(workshops: YardWorkshop[]) {
  w = mount(FirstPlate, { props: { workshops }, global: { plugins: [router] }, attachTo: document.body })
  await flushPromises()
  return w
}
const press = (v: VueWrapper, text: string) =>
  v
    .findAll('button')
    .find((b) => b.text().includes(text))!
    .trigger('click')
const submit = async (v: VueWrapper) => {
  await v.find('form').trigger('submit')
  await flushPromises()
}

describe('the first plate', () => {
  it('makes a workshop of one’s own in one line, never one of the examples', async () => {
    const v = await shown([shop('Tansy Lane', true)])
    await v.find('#first-plate').setValue('1 HP 230/460 V cow')
    await submit(v)
    expect(v.text()).toContain('Read as a three-phase motor')
    expect(v.text()).toContain('power 1 HP · volts 230/460')
    expect(v.text()).toContain('Not understood, enter it on the plate: cow')
    expect(v.find('.first-shop').text()).toContain('My workshop')
    await v.find('.first-shop select').setValue('metric')
    expect((v.findAll('.first-shop input')[0]!.element as HTMLInputElement).value).toBe('230')
    await submit(v)
    await until('it is begun', () => router.currentRoute.value.params.id === 'j1')
    const made = asked.find((a) => a.path === '/api/workshops')!.body as { settings: object }
    expect(made.settings).toMatchObject({ name: 'My workshop', rules: 'metric', volts: 230, hertz: 50 })
    expect(asked.find((a) => a.path === '/api/jobs')!.body).toMatchObject({
      workshop_id: 'mine',
      name: 'Motor of 1 HP',
      plate: '1 HP 230/460 V cow',
    })
  })

  it('goes on without a plate, and back', async () => {
    const v = await shown([shop('mine')])
    expect(v.find('button[type="submit"]').text()).toContain('I cannot read it')
    await submit(v)
    expect(v.find('.first-shop').exists()).toBe(false)
    await press(v, 'Back')
    expect(v.find('#first-plate').exists()).toBe(true)
  })

  it('asks where it stands where there are several', async () => {
    const v = await shown([shop('shed'), shop('barn'), shop('Tansy Lane', true)])
    await submit(v)
    expect(v.findAll('option').map((o) => o.text())).toEqual(['shed', 'barn'])
  })

  it('is not asked of who may begin nothing', async () => {
    me.keeper = false
    const v = await shown([shop('shed', false, 'helper')])
    expect(v.find('.first').exists()).toBe(false)
  })
})
