import { describe, expect, it } from 'vitest'
import { asText, moved, touchLine, withLine } from './joints'

describe('a lead under the hand', () => {
  const high = [
    ['L1', 'T1'],
    ['T4', 'T7'],
    ['T5', 'T8'],
  ]
  it('goes from its joint to another, and a joint of one is none', () => {
    expect(asText(moved(high, 'T7', 'T1'))).toBe('L1-T1-T7; T5-T8')
    expect(asText(moved(high, 'T4', 'T5'))).toBe('L1-T1; T5-T8-T4')
    expect(asText(moved(high, 'T9', 'T6'))).toBe('L1-T1; T4-T7; T5-T8; T6-T9')
  })
  it('hangs free where nothing is, and nothing joined is said so', () => {
    expect(asText(moved(high, 'T4'))).toBe('L1-T1; T5-T8')
    expect(asText(moved([['T4', 'T7']], 'T4'))).toBe('open')
    expect(moved(high, 'T4', 'T4')).toEqual(high)
  })
})

describe('a touch as typed', () => {
  it('is two names, with what the meter said or a beep', () => {
    expect(touchLine('1 4', ['2', '3'], ['1', '2', '3', '4'])).toBe('1 4 beep')
    expect(touchLine('1-4 open', [], ['1', '4'])).toBe('1 4 open')
    expect(touchLine('2 frame 0.3', [], ['1', '2'])).toBe('2 frame 0.3')
  })
  it('without names belongs to the pair asked for', () => {
    expect(touchLine('1.9', ['2', '3'], ['2', '3'])).toBe('2 3 1.9')
    expect(touchLine('open', ['2', '3'], ['2', '3'])).toBe('2 3 open')
    expect(touchLine('open', [], ['2', '3'])).toBeUndefined()
    expect(withLine('1 2 beep\n', '1 3 open')).toBe('1 2 beep\n1 3 open')
  })
})
