import { describe, expect, it } from 'vitest'
import { band, mirrored, outline, stateKey, withLine, type BalanceMap } from './map'

describe('the map as it comes', () => {
  it('begins with its head and grows row by row', () => {
    const map: BalanceMap = withLine(undefined, { steps: 3, reach_microfarad: 90, motors: ['m2'] })
    expect(map).toEqual({ steps: 3, reach: 90, motors: ['m2'], worst: [], who: [] })
    const one = withLine(map, { row: 0, worst: [1, 2, 0], who: [-1, 0, 0] })
    expect(one.worst).toEqual([[1, 2, 0]])
    expect(map.worst, 'the map before is as it was').toEqual([])
    expect(withLine(one, { steps: 2, reach_microfarad: 10, motors: [] }).worst).toEqual([])
  })
})

describe('the outline of a level', () => {
  const hill = [
    [2, 2, 2, 2],
    [2, 0.5, 0.5, 2],
    [2, 0.5, 0.5, 2],
    [2, 2, 2, 2],
  ]
  it('goes round what lies inside, between the points where it is passed', () => {
    const lines = outline(hill, 1)
    expect(lines).toHaveLength(8)
    const points = lines.flat()
    for (const [x, y] of points) {
      expect(Math.min(x, y)).toBeGreaterThan(0.5)
      expect(Math.max(x, y)).toBeLessThan(2.5)
    }
    // Every point belongs to two of the lines: the outline is closed.
    const seen = new Map<string, number>()
    const place = (p: number[]) => p.map((x) => x.toFixed(6)).join()
    for (const p of points) seen.set(place(p), (seen.get(place(p)) ?? 0) + 1)
    expect([...seen.values()].every((n) => n === 2)).toBe(true)
    // Straight between 2 and 0.5: a third of the way from the worse one is 1.5, two thirds 1.
    expect(points.some(([x, y]) => Math.abs(x - 2 / 3) < 1e-9 && y === 1)).toBe(true)
  })
  it('stops halfway to where a motor falls out', () => {
    const lines = outline(
      [
        [0.5, 0],
        [0.5, 0],
      ],
      1,
    )
    expect(lines).toEqual([
      [
        [0.5, 0],
        [0.5, 1],
      ],
    ])
  })
  it('has nothing to say of a plain, nor of a map that has not begun', () => {
    expect(
      outline(
        [
          [2, 2],
          [2, 2],
        ],
        1,
      ),
    ).toEqual([])
    expect(outline([], 1)).toEqual([])
  })
})

describe('the other direction', () => {
  it('is the banks exchanged', () => {
    const worst = [
      [1, 2],
      [3, 4],
    ]
    expect(mirrored(worst)).toEqual([
      [1, 3],
      [2, 4],
    ])
    expect(mirrored(mirrored(worst))).toEqual(worst)
  })
})

describe('words for a colour', () => {
  it('go by the worst winding', () => {
    expect([0, 0.4, 1, 1.1, 1.15, 1.3, 1.5, 1.6].map(band)).toEqual([
      'out', 'ok', 'ok', 'near', 'near', 'hot', 'hot', 'over',
    ]) // prettier-ignore
  })
})

describe('a state', () => {
  it('is named by what runs, in the order of the street', () => {
    const street = [{ id: 'm2' }, { id: 'm3' }, { id: 'm10' }]
    expect(stateKey(street, new Set(['m10', 'm2']))).toBe('m2+m10')
    expect(stateKey(street, new Set())).toBe('')
  })
})
