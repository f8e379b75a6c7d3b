import { expect, it } from 'vitest'
import { labelled, path, room, scale } from './lines'

it('scales and joins points', () => {
  expect(scale(50, 100, 40, 240)).toBe(140)
  expect(scale(0, 0, 40, 240)).toBe(40)
  expect(path([[1, 2.345]])).toBe('1.0,2.3')
})

const within = { left: 40, right: 766, top: 24, bottom: 214 }
const along = (y: (i: number) => number) => Array.from({ length: 21 }, (_, i) => ({ x: 40 + 36 * i, y: y(i) }))

it('gives every line a name that stands on no other and that no line crosses', () => {
  const lines = [along(() => 100), along(() => 103), along((i) => 60 + 6 * i), along(() => 200)]
  const texts = ['worst winding, of plate', 'busiest motor lead, of its setting', 'in the supply lines', 'load']
  const limit = [
    { x: 40, y: 130 },
    { x: 766, y: 130 },
  ]
  const places = labelled(lines, texts, within, [room('it trips above', { x: 690, y: 125 })], [limit])
  expect(places.every(Boolean)).toBe(true)
  const rooms = places.map((p, i) => room(texts[i]!, p!))
  for (const [i, a] of rooms.entries()) {
    for (const b of rooms.slice(i + 1))
      expect(a.right <= b.left || b.right <= a.left || a.bottom <= b.top || b.bottom <= a.top).toBe(true)
    for (const line of [...lines, limit])
      for (const p of line)
        expect(p.x > a.left && p.x < a.right && p.y > a.top && p.y < a.bottom, `${texts[i]} at ${p.x}`).toBe(false)
  }
})

it('keeps a name inside the chart', () => {
  const [at] = labelled([along(() => 25)], ['at the top'], within)
  expect(room('at the top', at!).top).toBeGreaterThanOrEqual(24)
})
