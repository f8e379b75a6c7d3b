import { expect, it } from 'vitest'
import { pressed } from './keys'

const plain = { shiftKey: false, ctrlKey: false, metaKey: false }

it('names keys as the maps write them', () => {
  expect(pressed({ ...plain, key: 'z' })).toBe('z')
  expect(pressed({ ...plain, key: 'Z', shiftKey: true })).toBe('shift z')
  expect(pressed({ ...plain, key: 'z', ctrlKey: true })).toBe('mod z')
  expect(pressed({ ...plain, key: 'Z', metaKey: true, shiftKey: true })).toBe('mod shift z')
  expect(pressed({ ...plain, key: '?', shiftKey: true })).toBe('?')
  expect(pressed({ ...plain, key: '3' })).toBe('3')
})
