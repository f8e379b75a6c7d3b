import { describe, expect, it } from 'vitest'
import { needle, tilt } from './pot'
import { waves } from './wave'

const box = { left: 0, right: 100, top: 0, bottom: 100 }

describe('the wave', () => {
  it('lays volts and amps on scales of their own over one zero', () => {
    const w = waves(
      { at: [0, 90, 180], volts: [0, 150, 0], amps: [0, 0, 10], mean: 4, rms: 6, unit: '° of the line' },
      box,
    )
    expect(w.volts).toBe('0.0,100.0 50.0,0.0 100.0,100.0')
    expect(w.amps).toBe('0.0,100.0 50.0,100.0 100.0,25.0')
    expect(w.rms).toBeLessThan(w.mean)
    expect(w.mostVolts).toBe('150 V')
    expect(w.ticks.map((t) => t.text)).toEqual(['0', '90', '180'])
  })
  it('counts periods of a chopper and stands flat where nothing flows', () => {
    const w = waves({ at: [0, 1, 2], volts: [0, 0, 0], amps: [0, 0, 0], mean: 0, rms: 0, unit: 'periods' }, box)
    expect(w.amps).not.toContain('NaN')
    expect(w.ticks.map((t) => t.text)).toEqual(['0', '0.5', '1', '1.5', '2'])
  })
})

describe('a pot', () => {
  it('points up at half its turn, left below at its beginning and right below at its end', () => {
    expect(needle(0.5).x).toBeCloseTo(41.5)
    expect(needle(0.5).y).toBeLessThan(42.5)
    expect(needle(0).x).toBeLessThan(41.5)
    expect(needle(0).y).toBeGreaterThan(42.5)
    expect(needle(1).x).toBeCloseTo(83 - needle(0).x)
    expect(needle(7)).toEqual(needle(1))
  })
  it('says what it does for each trim, and nothing for what is none', () => {
    for (const turn of ['least', 'most', 'ir', 'current-limit', 'accelerate', 'decelerate'])
      expect(tilt(turn).map((l) => l.kind)).toEqual(['before', 'after'])
    expect(tilt('')).toEqual([])
  })
})
