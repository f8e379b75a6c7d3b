// @vitest-environment happy-dom
import { mount, type VueWrapper } from '@vue/test-utils'
import { createMemoryHistory, createRouter } from 'vue-router'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { network, until, type Network } from '../job/network'
import { offered } from '../desk/palette'
import PaletteDialog from './PaletteDialog.vue'

/** Find or do, over a yard of three machines. */
const page = { template: '<p />' }
const router = createRouter({
  history: createMemoryHistory(),
  routes: [
    { path: '/', component: page },
    { path: '/engine', component: page },
    { path: '/span/:id', name: 'span', component: page },
  ],
})
const yard = ['Ball mill', 'Blunger', 'Jigger wheel'].map((name, n) => ({ id: `j${n}`, name, plate: '', sentence: '' }))
let w: VueWrapper<InstanceType<typeof PaletteDialog>> | undefined
let n: Network

beforeEach(async () => {
  n = network()
  n.answers['GET /api/yard'] = (ask: { shelf: string; find?: string }) => ({
    workshops: [
      {
        settings: { name: 'Tansy Lane Tileworks' },
        jobs:
          ask.shelf === 'yard' ? yard.filter((j) => j.name.toLowerCase().includes((ask.find ?? '').toLowerCase())) : [],
      },
    ],
  })
  offered.deeds = []
  await router.push('/')
  w = mount(PaletteDialog, { props: { modelValue: true }, global: { plugins: [router] }, attachTo: document.body })
  await w.setProps({ modelValue: false })
  await w.setProps({ modelValue: true, 'onUpdate:modelValue': (v: boolean) => w!.setProps({ modelValue: v }) })
  await until('the yard is there', () => rows().some((r) => r.includes('Jigger wheel')))
})
afterEach(() => {
  w?.unmount()
  document.body.replaceChildren()
})

const rows = () => [...document.querySelectorAll('#palette-list li')].map((r) => r.textContent.trim())
const field = () => document.querySelector<HTMLInputElement>('.palette-field')!
const write = (text: string) => {
  field().value = text
  field().dispatchEvent(new Event('input'))
}
const key = (k: string) =>
  field().dispatchEvent(new KeyboardEvent('keydown', { key: k, bubbles: true, cancelable: true }))

describe('find or do', () => {
  it('finds a machine by a part of its name and goes there', async () => {
    write('jig')
    await until('one is left', () => rows().length === 1)
    key('Enter')
    await until('it is there', () => router.currentRoute.value.fullPath === '/span/j2')
    await until('it is closed', () => w!.props('modelValue') === false)
  })

  it('is walked with the arrows, round at the ends', async () => {
    const chosen = () => [...document.querySelectorAll('#palette-list li')].findIndex((r) => r.className === 'chosen')
    const all = rows().length
    expect(chosen()).toBe(0)
    key('ArrowDown')
    await until('the second', () => chosen() === 1)
    expect(field().getAttribute('aria-activedescendant')).toBe('palette-1')
    key('ArrowUp')
    key('ArrowUp')
    await until('the last', () => chosen() === all - 1)
  })

  it('does what the view on screen offers', async () => {
    let done = 0
    offered.deeds = [{ kind: 'command', text: 'Print the card', more: 'paper', run: () => void done++ }]
    write('paper')
    await until('it is found', () => rows()[0] === 'Print the card command')
    document.querySelector<HTMLElement>('#palette-list li')!.click()
    expect(done).toBe(1)
  })

  it('says where nothing is called that', async () => {
    write('zeppelin')
    await until('it says so', () => document.body.textContent.includes('Nothing is called that.'))
    key('Enter')
    expect(w!.props('modelValue')).toBe(true)
  })
})
