import { expect, it } from 'vitest'
import { stepTo } from './rove'

it('steps to the next and the one before, and stays inside', () => {
  expect(stepTo('ArrowDown', 0, 3)).toBe(1)
  expect(stepTo('ArrowRight', 2, 3)).toBe(2)
  expect(stepTo('ArrowUp', 2, 3)).toBe(1)
  expect(stepTo('ArrowLeft', 0, 3)).toBe(0)
  expect(stepTo('Home', 2, 3)).toBe(0)
  expect(stepTo('End', 0, 3)).toBe(2)
  expect(stepTo('x', 1, 3)).toBeUndefined()
})
