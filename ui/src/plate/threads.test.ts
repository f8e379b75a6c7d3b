import { expect, it } from 'vitest'
import { threadPath } from './threads'

it('a thread goes through every entry, sagging between them', () => {
  expect(threadPath([])).toBe('')
  expect(threadPath([{ x: 0, y: 0 }])).toBe('M0 0')
  const d = threadPath([
    { x: 0, y: 0 },
    { x: 120, y: 40 },
    { x: 120, y: 80 },
  ])
  expect(d).toBe('M0 0Q60 44 120 40Q120 74 120 80')
})
