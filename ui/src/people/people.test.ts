// @vitest-environment happy-dom
import { flushPromises, mount, type VueWrapper } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { createMemoryHistory, createRouter } from 'vue-router'
import { deviceName, me, notes, owns, plans, remarksOn } from '../desk/person'
import { Still, until } from '../job/network'
import { mayEnter } from '../job/rights'
import BackupList from './BackupList.vue'
import PeopleView from './PeopleView.vue'
import SharingView from './SharingView.vue'

const router = createRouter({
  history: createMemoryHistory(),
  routes: ['yard', 'sharing', 'let-in'].map((name) => ({ path: `/${name}`, name, component: { template: '<p />' } })),
})
let asked: { method: string; path: string; body?: Record<string, unknown> }[]
let answers: Record<string, unknown>
let w: VueWrapper | undefined

beforeEach(() => {
  vi.stubGlobal('EventSource', Still)
  asked = []
  Object.assign(me, { asked: true, name: 'Odile W.', shared: true, in: true, keeper: true, guest: false, roles: [] })
  vi.stubGlobal('fetch', async (input: Request) => {
    const path = new URL(input.url).pathname
    const text = await input.text()
    asked.push({ method: input.method, path, ...(text && { body: JSON.parse(text) as Record<string, unknown> }) })
    const answer = answers[`${input.method} ${path}`]
    return new Response(answer === undefined ? null : JSON.stringify(answer), {
      status: answer === undefined ? 204 : 200,
      headers: { 'Content-Type': 'application/json' },
    })
  })
})
afterEach(() => {
  w?.unmount()
  vi.unstubAllGlobals()
  Object.assign(me, { name: '', shared: false, in: true, keeper: true, guest: false })
})

const person = (name: string, role: string, more: Record<string, unknown> = {}) => ({
  account: `a-${name}`,
  name,
  role,
  jobs: [],
  part: false,
  keeper: false,
  known: true,
  devices: [],
  ...more,
})
const code = { code: 'ABCD-EFGH-IJKL-MNOP', link: 'https://x/let-in#ABCD', qr: 'data:,', until: '2026-11-27T10:00:00Z' }

describe('what a role may', () => {
  it('is the same as the core says', () => {
    const may = (role: 'owner' | 'maker' | 'helper' | 'reviewer' | 'guest') =>
      [plans(role), notes(role), remarksOn(role), owns(role)].map((x) => (x ? 'y' : '-')).join('')
    expect(['owner', 'maker', 'helper', 'reviewer', 'guest'].map((r) => may(r as 'owner'))).toEqual([
      'yyyy',
      'yyy-',
      '-y--',
      '--y-',
      '----',
    ])
  })

  it('lets a helper enter readings and ticks, and nothing else', () => {
    expect(mayEnter('helper', 'machines.m1.leads.insulation')).toBe(true)
    expect(mayEnter('helper', 'machines.m1.leads.done')).toBe(true)
    expect(mayEnter('helper', 'supply.volts')).toBe(true)
    expect(mayEnter('helper', 'machines.m1.protection.breaker')).toBe(false)
    expect(mayEnter('helper')).toBe(false)
    expect(mayEnter('guest', 'supply.volts')).toBe(false)
    expect(mayEnter('maker')).toBe(true)
  })

  it('names a device so that it is known again in a list', () => {
    expect(deviceName('Mozilla/5.0 (Linux; Android 14; Pixel) AppleWebKit Chrome/120 Mobile Safari')).toBe(
      'Chromium on Android phone',
    )
    expect(deviceName('Mozilla/5.0 (iPhone; CPU) Version/17 Safari')).toBe('Safari on iPhone')
    expect(deviceName('something')).toBe('a browser')
  })
})

describe('the people of a workshop', () => {
  const shown = async (mine: string) => {
    answers = {
      'GET /api/workshops/w1/people': {
        workshop: 'Tansy Lane Tileworks',
        mine,
        machines: [
          { id: 'j1', name: 'Blunger' },
          { id: 'j2', name: 'Slip mixer' },
        ],
        people: [
          person('Odile W.', 'owner', { keeper: true, seen: '2026-11-26T09:00:00Z' }),
          person('Tom H.', 'helper', { jobs: ['j2'], part: true, devices: [] }),
          person('the electrician', 'guest', { until: '2026-12-03T00:00:00Z' }),
        ],
      },
      'POST /api/workshops/w1/people': code,
      'POST /api/workshops/w1/guests': code,
    }
    w = mount(PeopleView, { props: { id: 'w1' }, global: { plugins: [router] }, attachTo: document.body })
    await until('they are listed', () => w!.text().includes('Tom H.'))
    await flushPromises()
    return w
  }

  it('are added by an owner, who gets the code to show', async () => {
    const view = await shown('owner')
    expect(view.find('[data-person="Tom H."]').text()).toContain('Helper: Slip mixer')
    await view.find('.people-form input').setValue('Bram T.')
    await view.find('.people-form').trigger('submit')
    await until('the code is there', () => view.text().includes('ABCD-EFGH-IJKL-MNOP'))
    expect(asked.find((a) => a.method === 'POST')?.body).toMatchObject({ name: 'Bram T.', role: 'maker' })
  })

  it('are taken out only after a second touch, and a role changes by one deed', async () => {
    answers = {}
    const view = await shown('owner')
    const tom = () => view.find('[data-person="Tom H."]')
    await tom().find('.why').trigger('click')
    const out = () =>
      tom()
        .findAll('.why')
        .find((b) => b.text().includes('out of this workshop'))!
    await out().trigger('click')
    expect(asked.some((a) => a.method === 'DELETE')).toBe(false)
    await tom()
      .findAll('.choice-one')
      .find((b) => b.text() === 'Maker')!
      .trigger('click')
    await tom()
      .findAll('button')
      .find((b) => b.text() === 'Store the change')!
      .trigger('click')
    await flushPromises()
    expect(asked.find((a) => a.method === 'PUT')).toMatchObject({ body: { role: 'maker', jobs: [] } })
  })

  it('are only read by who is no owner', async () => {
    const view = await shown('maker')
    expect(view.find('.people-form').exists()).toBe(false)
    expect(view.text()).not.toContain('Change')
    expect(view.text()).not.toContain('Everything of this workshop')
  })
})

describe('sharing', () => {
  it('is opened with a password typed twice, and not before', async () => {
    const closed = { open: false, links: [], offers: ['192.0.2.7:8463'], keeper: true, known: false }
    answers = {
      'GET /api/sharing': closed,
      'GET /api/backups': { backups: [] },
      'POST /api/sharing': { ...closed, open: true, links: ['https://192.0.2.7:8463'] },
      'GET /api/person': { name: 'Odile W.', shared: true, in: true, keeper: true, guest: false, roles: [] },
    }
    me.shared = false
    w = mount(SharingView, { global: { plugins: [router] }, attachTo: document.body })
    await until('the form is there', () => w!.find('#share-name').exists())
    const button = () => w!.findAll('button').find((b) => b.text() === 'Open it to the shop')!
    await w.find('#share-name').setValue('Odile W.')
    await w.find('#share-password').setValue('wet clay and slip')
    await w.find('#share-again').setValue('wet clay and slap')
    expect(button().attributes('disabled')).toBeDefined()
    await w.find('#share-again').setValue('wet clay and slip')
    expect(button().attributes('disabled')).toBeUndefined()
    await w.find('.sharing-form').trigger('submit')
    await until('it is open', () => w!.text().includes('Open to the shop'))
    expect(asked.find((a) => a.method === 'POST')?.body).toMatchObject({ address: '192.0.2.7:8463' })
  })

  it('says how old the last backup is, and what went wrong since', () => {
    const at = (hours: number) => new Date(Date.now() - hours * 3600000).toISOString()
    w = mount(BackupList, {
      props: {
        where: '/b',
        backups: [
          { at: at(1), trouble: 'no room' },
          { at: at(75), file: 'x', rows: 9 },
        ],
      },
    })
    expect(w.text()).toContain('The last is 3 days old')
    expect(w.text()).toContain('was not taken: no room')
    w.unmount()
    w = mount(BackupList, { props: { where: '', backups: [] } })
    expect(w.text()).toContain('None are taken by themselves')
  })
})
