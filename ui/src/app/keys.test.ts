import { expect, it } from 'vitest'
import { pressed } from './keys'

it('names keys as the maps write them', () => {
  expect(pressed({ key: 'z', shiftKey: false })).toBe('z')
  expect(pressed({ key: 'Z', shiftKey: true })).toBe('shift z')
  expect(pressed({ key: '?', shiftKey: true })).toBe('?')
  expect(pressed({ key: '3', shiftKey: false })).toBe('3')
})
