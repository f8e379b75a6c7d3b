// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { afterEach, describe, expect, it } from 'vitest'
import { defineComponent, h } from 'vue'
import { head, setHead } from './head'
import { letters, setLetters, typing, useKeys, type Keys } from './keys'
import { answer, closedAmong, thisWindow } from './windows'

const press = (key: string, more: KeyboardEventInit = {}, on: EventTarget = window) =>
  on.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more }))

const heard: string[] = []
let view: ReturnType<typeof mount> | undefined
const listening = (keys: Record<string, string>) => {
  const acts: Keys = Object.fromEntries(Object.entries(keys).map(([k, say]) => [k, () => void heard.push(say)]))
  view = mount(
    defineComponent(() => {
      useKeys(acts)
      return () => h('div', [h('input', { id: 'field' }), h('input', { id: 'box', type: 'checkbox' })])
    }),
    { attachTo: document.body },
  )
}
afterEach(() => {
  view?.unmount()
  heard.length = 0
  setLetters(true)
})

describe('the keys', () => {
  it('act by one letter, by shift, by a sequence, and by Ctrl or Cmd', () => {
    listening({ n: 'next', 'shift z': 'redo', 'g y': 'yard', 'mod z': 'undo' })
    press('n')
    press('Z', { shiftKey: true })
    press('g')
    press('y')
    press('z', { ctrlKey: true })
    press('z', { metaKey: true })
    expect(heard).toEqual(['next', 'redo', 'yard', 'undo', 'undo'])
  })

  it('never fire while somebody types, but on a box to tick', () => {
    listening({ n: 'next' })
    press('n', {}, document.getElementById('field')!)
    expect(heard).toEqual([])
    press('n', {}, document.getElementById('box')!)
    expect(heard).toEqual(['next'])
    expect(typing(document.body)).toBe(false)
  })

  it('can be turned off, all but the help', () => {
    listening({ n: 'next', '?': 'help', 'mod k': 'palette' })
    setLetters(false)
    press('n')
    press('?')
    press('k', { ctrlKey: true })
    expect(heard).toEqual(['help', 'palette'])
    expect(letters.value).toBe(false)
  })

  it('leave what something else has taken', () => {
    listening({ n: 'next' })
    window.addEventListener('keydown', (e) => e.preventDefault(), { capture: true, once: true })
    press('n')
    press('n', { altKey: true })
    expect(heard).toEqual([])
  })

  it('are gone with the view that had them', () => {
    listening({ n: 'next' })
    view?.unmount()
    view = undefined
    press('n')
    expect(heard).toEqual([])
  })
})

describe('the head of the page', () => {
  it('says where we are, in the window’s title too', () => {
    setHead('Tansy Lane Tileworks', 'Blunger', 'Saved')
    expect(head).toEqual({ workshop: 'Tansy Lane Tileworks', name: 'Blunger', saved: 'Saved' })
    expect(document.title).toBe('Blunger – Gray Bridge')
    setHead('', '')
    expect(document.title).toBe('Gray Bridge')
  })
})

describe('the windows of a browser', () => {
  it('are closed where nobody answers to their name', async () => {
    const there = new BroadcastChannel('gray-bridge-windows')
    there.onmessage = (e: MessageEvent<{ ask?: string }>) => {
      if (e.data.ask === 'open') there.postMessage({ here: 'open' })
    }
    expect(await closedAmong(['open', 'gone', thisWindow])).toEqual(['gone'])
    expect(await closedAmong([thisWindow])).toEqual([])
    there.close()
  })

  it('answer to their own name alone', async () => {
    answer()
    const asking = new BroadcastChannel('gray-bridge-windows')
    const said: unknown[] = []
    asking.onmessage = (e: MessageEvent) => void said.push(e.data)
    asking.postMessage({ ask: 'somebody else' })
    asking.postMessage({ ask: thisWindow })
    await new Promise((r) => setTimeout(r, 60))
    expect(said).toEqual([{ here: thisWindow }])
    asking.close()
  })
})
