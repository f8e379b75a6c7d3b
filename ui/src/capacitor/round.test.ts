import { describe, expect, it } from 'vitest'
import { roundLine } from './round'

describe('a round of readings', () => {
  const group = (word: string, ...values: string[]) => ({ word, values })

  it('is one line, with what was not read left out', () => {
    expect(
      roundLine('52', [group('leads', '4.1', '3,8 A', '2.2'), group('corner', '', ''), group('volts', '236')]),
    ).toBe('52 µF: leads 4.1 3,8 2.2; volts 236')
  })

  it('says what is missing', () => {
    expect(roundLine('', [group('leads', '1', '2', '3')])).toEqual({
      problem: 'Say how many µF were in the circuit, as a number.',
    })
    expect(roundLine('52', [group('leads', '1', '', '3')])).toEqual({ problem: 'Of leads all 3 are needed.' })
    expect(roundLine('52', [group('leads', '1', 'two', '3')])).toEqual({ problem: '“two” is no number.' })
    expect(roundLine('52', [group('volts', '236')])).toEqual({
      problem: 'Two readings are the least: the three leads, or the made line’s volts.',
    })
  })
})
