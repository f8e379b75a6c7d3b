import { describe, expect, it } from 'vitest'
import { ticks } from '../parts/ticks'
import { bounds, outline, ufAt, widest, xOf, yOf, type Frame } from './chart'

const frame: Frame = { left: 40, right: 540, top: 20, bottom: 300, toMicrofarad: 100, toLoad: 1.1 }
const spans = [
  { microfarad: 20, low: 0, high: 0.3, high_winding: 'U' },
  { microfarad: 50, low: 0, high: 0.7, high_winding: 'U' },
  { microfarad: 60, low: 0.2, high: 0.5, low_winding: 'W', high_winding: 'V' },
]

describe('the island chart', () => {
  it('puts a place back where it came from', () => {
    for (const uf of [0, 12.5, 52, 100]) expect(ufAt(frame, xOf(frame, uf))).toBeCloseTo(uf)
    expect(ufAt(frame, -500)).toBe(0)
    expect(ufAt(frame, 5000)).toBe(100)
    expect(yOf(frame, 0)).toBe(300)
    expect(yOf(frame, 1.1)).toBe(20)
  })

  it('outlines along the low ends and back along the high ones', () => {
    const points = outline(frame, spans).split(' ')
    expect(points).toHaveLength(6)
    expect(points[0]).toBe('140.0,300.0')
    expect(points[5]!.startsWith('140.0,')).toBe(true)
    expect(outline(frame, spans.slice(0, 1))).toBe('')
  })

  it('knows the peak and which winding bounds each side', () => {
    expect(widest(spans)?.microfarad).toBe(50)
    expect(bounds(spans)).toEqual({ few: 'U', many: 'W' })
    expect(widest([])).toBeUndefined()
  })

  it('keeps ruler steps round and few', () => {
    expect(ticks(110, 10)).toEqual([0, 20, 40, 60, 80, 100])
    expect(ticks(1.1, 5)).toEqual([0, 0.5, 1])
    expect(ticks(30, 6)).toEqual([0, 5, 10, 15, 20, 25, 30])
  })
})
