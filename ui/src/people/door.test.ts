// @vitest-environment happy-dom
import { flushPromises, mount, type VueWrapper } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { createMemoryHistory, createRouter } from 'vue-router'
import { askPerson, me, outside } from '../desk/person'
import { Still, until } from '../job/network'
import LetInView from './LetInView.vue'
import LogInView from './LogInView.vue'
import MachinePicks from './MachinePicks.vue'
import PasswordForm from './PasswordForm.vue'

const page = { template: '<p />' }
const router = createRouter({
  history: createMemoryHistory(),
  routes: [
    { path: '/', name: 'yard', component: page },
    { path: '/let-in', name: 'let-in', component: page },
  ],
})
type Call = { method: string; path: string; body?: Record<string, unknown> }
let asked: Call[]
let refuse: { status: number; detail: string } | undefined
let inside: boolean
let w: VueWrapper | undefined

beforeEach(() => {
  vi.stubGlobal('EventSource', Still)
  asked = []
  refuse = undefined
  inside = false
  Object.assign(me, { asked: true, name: '', shared: true, in: false, keeper: false, guest: false, roles: [] })
  vi.stubGlobal('fetch', async (input: Request) => {
    const text = await input.text()
    const call: Call = { method: input.method, path: new URL(input.url).pathname }
    if (text) call.body = JSON.parse(text) as Record<string, unknown>
    asked.push(call)
    const json = (status: number, body: unknown) =>
      new Response(JSON.stringify(body), { status, headers: { 'Content-Type': 'application/json' } })
    if (call.path === '/api/person')
      return json(200, {
        name: inside ? 'Bram T.' : '',
        shared: true,
        in: inside,
        keeper: false,
        guest: false,
        roles: [],
      })
    if (refuse) return json(refuse.status, { status: refuse.status, detail: refuse.detail })
    if (call.method === 'PUT') return new Response(null, { status: 204 })
    inside = true
    return json(200, { name: 'Bram T.', needs_password: call.path.endsWith('/code') })
  })
})
afterEach(() => {
  w?.unmount()
  vi.unstubAllGlobals()
  Object.assign(me, { name: '', shared: false, in: true, keeper: true })
})
const shown = (view: typeof LogInView, props = {}) =>
  (w = mount(view, { props, global: { plugins: [router] }, attachTo: document.body }))

describe('the door', () => {
  it('lets in by name and password, and keeps no password that was wrong', async () => {
    refuse = { status: 401, detail: 'This name with this password lets nobody in.' }
    const view = shown(LogInView)
    await until('the fields are there', () => view.find('#door-name').exists())
    await view.find('#door-name').setValue('Bram T.')
    await view.find('#door-password').setValue('not this one')
    await view.find('form').trigger('submit')
    await until('it is refused', () => view.text().includes('lets nobody in'))
    expect((view.find('#door-password').element as HTMLInputElement).value).toBe('')
    expect(outside.value).toBe(true)
    refuse = undefined
    await view.find('#door-password').setValue('wet clay and slip')
    await view.find('form').trigger('submit')
    await until('it is open', () => !outside.value)
    expect(me.name).toBe('Bram T.')
  })

  it('takes a code out of the address before it is used, and asks for a password', async () => {
    await router.push('/let-in#ABCD-EFGH')
    const view = shown(LetInView as never)
    await until('a password is asked for', () => view.text().includes('Welcome, Bram T.'))
    expect(router.currentRoute.value.hash).toBe('')
    expect(asked.find((a) => a.path === '/api/session/code')?.body).toMatchObject({ code: 'ABCD-EFGH' })
  })

  it('says so where a code lets nobody in', async () => {
    refuse = { status: 401, detail: 'This code lets nobody in: it was used.' }
    await router.push('/let-in#USED')
    const view = shown(LetInView as never)
    await until('it is said', () => view.text().includes('it was used'))
  })

  it('shuts where a session has ended meanwhile', async () => {
    inside = true
    await askPerson(true)
    expect(outside.value).toBe(false)
    inside = false
    await askPerson(true)
    expect(outside.value).toBe(true)
  })
})

it('a password is typed twice and is ten letters long', async () => {
  const view = shown(PasswordForm as never, { fresh: true })
  await until('the fields are there', () => view.find('#password-new').exists())
  const ready = () => view.find('button[type=submit]').attributes('disabled') === undefined
  await view.find('#password-new').setValue('too short')
  await view.find('#password-again').setValue('too short')
  expect(ready()).toBe(false)
  expect(view.text()).toContain('Ten letters at least')
  await view.find('#password-new').setValue('wet clay and slip')
  expect(view.text()).toContain('The two differ')
  await view.find('#password-again').setValue('wet clay and slip')
  expect(ready()).toBe(true)
  await view.find('form').trigger('submit')
  await flushPromises()
  expect(asked.find((a) => a.method === 'PUT')?.body).toEqual({ old: '', new: 'wet clay and slip' })
})

it('machines are picked and put back by a touch each', async () => {
  const machines = [
    { id: 'j1', name: 'Blunger' },
    { id: 'j2', name: 'Slip mixer' },
  ]
  const view = shown(MachinePicks as never, { machines, modelValue: ['j1'], label: 'on these' })
  const [first, second] = view.findAll('button')
  expect(first!.attributes('aria-pressed')).toBe('true')
  await second!.trigger('click')
  await first!.trigger('click')
  expect(view.emitted('update:modelValue')).toEqual([[['j1', 'j2']], [['j2']]])
})
