import { expect, it } from 'vitest'
import { labelled, path, scale } from './lines'

it('scales and joins points', () => {
  expect(scale(50, 100, 40, 240)).toBe(140)
  expect(scale(0, 0, 40, 240)).toBe(40)
  expect(path([[1, 2.345]])).toBe('1.0,2.3')
})

it('gives every line a name that stands on no other', () => {
  const flat = (y: number) => Array.from({ length: 21 }, (_, i) => ({ x: 40 + 30 * i, y }))
  const places = labelled([flat(100), flat(103), flat(106), flat(200)], 20)
  expect(places.every(Boolean)).toBe(true)
  for (const [i, a] of places.entries())
    for (const b of places.slice(i + 1)) expect(Math.abs(a!.x - b!.x) >= 124 || Math.abs(a!.y - b!.y) >= 15).toBe(true)
  expect(labelled([flat(10)], 20)[0]!.y).toBeGreaterThanOrEqual(32)
})
