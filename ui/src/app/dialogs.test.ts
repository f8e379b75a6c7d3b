// @vitest-environment happy-dom
import { mount, type VueWrapper } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { nextTick } from 'vue'
import { letters, setLetters } from '../desk/keys'
import { me } from '../desk/person'
import { until } from '../job/network'
import KeysDialog from './KeysDialog.vue'
import PersonChooser from './PersonChooser.vue'

const made: VueWrapper[] = []
const keep = <T extends VueWrapper>(w: T): T => {
  made.push(w)
  return w
}
afterEach(() => {
  for (const w of made.splice(0)) w.unmount()
  document.body.replaceChildren()
  vi.unstubAllGlobals()
  setLetters(true)
})
const press = (key: string, at: EventTarget = window) =>
  at.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }))

describe('the keys', () => {
  it('are listed at the question mark, not while someone types one', async () => {
    keep(mount(KeysDialog, { attachTo: document.body }))
    const field = document.createElement('input')
    document.body.append(field)
    press('?', field)
    await nextTick()
    expect(document.querySelector('.keys')).toBeNull()
    press('?')
    await until('they are listed', () => !!document.querySelector('.keys'))
    const rows = [...document.querySelectorAll('.keys th')].map((r) => r.textContent)
    for (const key of ['/', 'N', 'Z, Shift Z', '[ ]']) expect(rows).toContain(key)
  })

  it('can be told to act no more, but for the one that lists them', async () => {
    keep(mount(KeysDialog, { attachTo: document.body }))
    press('?')
    await until('they are listed', () => !!document.querySelector('.keys'))
    const box = document.querySelector<HTMLInputElement>('.keys-off input')!
    box.checked = false
    box.dispatchEvent(new Event('change'))
    expect(letters.value).toBe(false)
    expect(localStorage.getItem('gray-bridge-letters-off')).toBe('1')
    setLetters(true)
    expect(localStorage.getItem('gray-bridge-letters-off')).toBeNull()
  })
})

describe('who works in this browser', () => {
  let refused = false
  const stored: string[] = []
  beforeEach(() => {
    refused = false
    stored.length = 0
    me.name = ''
    vi.stubGlobal('fetch', async (input: Request) => {
      const path = new URL(input.url, 'http://there').pathname
      const given = (status: number, body: unknown) =>
        new Response(JSON.stringify(body), { status, headers: { 'Content-Type': 'application/json' } })
      if (path.endsWith('/yard'))
        return given(200, { jobs: [], workshops: [{ people: ['Odile W.', 'Bram T.'] }, { people: ['Odile W.'] }] })
      if (path.endsWith('/person') && input.method === 'GET') return given(200, { name: '' })
      const { name } = (await input.json()) as { name: string }
      if (refused) return given(422, { detail: 'A name is at most 60 letters.' })
      stored.push(name)
      return given(200, { name })
    })
  })
  const opened = async () => {
    const w = keep(mount(PersonChooser, { attachTo: document.body }))
    await w.find('.person').trigger('click')
    await until('the people are there', () => document.querySelectorAll('.person-names button').length > 0)
    return w
  }

  it('is asked, and the workshops’ people are offered once each', async () => {
    const w = await opened()
    expect(w.find('.person').text()).toBe('Who are you?')
    const names = [...document.querySelectorAll('.person-names button')].map((b) => b.textContent)
    expect(names).toEqual(['Odile W.', 'Bram T.'])
    document.querySelector<HTMLButtonElement>('.person-names button')!.click()
    await until('it is chosen', () => w.find('.person').text() === 'Odile W.')
    expect(stored).toEqual(['Odile W.'])
  })

  it('may be another, without the blanks around the name', async () => {
    await opened()
    const field = document.querySelector<HTMLInputElement>('#person-other')!
    const form = field.closest('form')!
    form.dispatchEvent(new Event('submit', { bubbles: true, cancelable: true }))
    await nextTick()
    expect(stored, 'no name').toEqual([])
    field.value = '  Ansel R. '
    field.dispatchEvent(new Event('input', { bubbles: true }))
    await nextTick()
    form.dispatchEvent(new Event('submit', { bubbles: true, cancelable: true }))
    await until('it is chosen', () => stored.length === 1)
    expect(stored).toEqual(['Ansel R.'])
  })

  it('says why a name is refused, and keeps the choice open', async () => {
    await opened()
    refused = true
    document.querySelector<HTMLButtonElement>('.person-names button')!.click()
    await until('it is said', () => document.body.textContent!.includes('A name is at most 60 letters.'))
    expect(me.name).toBe('')
  })
})
