import { describe, expect, it } from 'vitest'
import { arcPath, classes, litBy, points } from './shapes'

describe('primitives of a drawing', () => {
  it('draw an arc clockwise from its first to its last angle', () => {
    expect(arcPath({ k: 'arc', x: 10, y: 10, r: 5, a0: 0, a1: 90 })).toBe('M15 10A5 5 0 0 1 10 15')
    expect(arcPath({ k: 'arc', x: 0, y: 0, r: 1, a0: 0, a1: 270 })).toContain('A1 1 0 1 1')
  })

  it('pair the points of a line', () => {
    expect(points({ k: 'line', p: [1, 2, 3.4567, 4] })).toBe('1,2 3.46,4')
    expect(points({ k: 'line' })).toBe('')
  })

  it('carry ink, tone and what is not made yet as classes', () => {
    expect(classes({ k: 'line', ink: 'wire-l1', dash: true }, new Set())).toEqual([
      'ink-wire-l1',
      'fill-none',
      'dashed',
    ])
    expect(classes({ k: 'text', size: 'm', bold: true, ink: 'soft' }, new Set())).toEqual([
      'text-m',
      'text-bold',
      'fill-soft',
    ])
    expect(classes({ k: 'arc', ink: 'tone', tone: 'over', of: 'coil U' }, new Set(['coil U']))).toContain('lit')
  })

  it('light a coil with its studs and a stud with its coil', () => {
    const coils = [
      { name: 'V', start: 'V1', finish: 'V2' },
      { name: 'W', start: 'W1', finish: 'W2' },
      { name: 'Ub', start: 'T7', finish: 'T2' },
    ]
    expect(litBy('coil V', coils)).toEqual(new Set(['coil V', 'stud V1', 'stud V2']))
    expect(litBy('stud W2', coils)).toEqual(new Set(['stud W2', 'coil W']))
    expect(litBy('stud T7', coils)).toEqual(new Set(['stud T7', 'coil Ub']))
    expect(litBy(undefined, coils).size).toBe(0)
  })
})
