import { expect, test } from 'vitest'
import { count, joined } from './pages'

test('a page goes after what is there, workshop by workshop', () => {
  const first = [
    { id: 'a', jobs: [1, 2], count: 3 },
    { id: 'b', jobs: [] as number[], count: 2 },
  ]
  const next = [
    { id: 'a', jobs: [3], count: 3 },
    { id: 'b', jobs: [4, 5], count: 2 },
  ]
  const all = joined(first, next)
  expect(all.map((w) => w.jobs)).toEqual([
    [1, 2, 3],
    [4, 5],
  ])
  expect(count(all)).toBe(5)
})
