import { describe, expect, it } from 'vitest'
import { figure, spoken } from './figures'
import { wav } from './recording'

describe('numbers', () => {
  it('are read with a comma or a point, and nothing else is one', () => {
    expect(['4.8', ' 4,8 ', '-3', '0', 'a few', '', '4.8 A'].map(figure)).toEqual([
      4.8,
      4.8,
      -3,
      0,
      undefined,
      undefined,
      undefined,
    ])
  })
  it('are heard as they are spoken', () => {
    expect(['four point eight', '231', 'two three one volts', '4 comma 8', 'no idea'].map(spoken)).toEqual([
      '4.8',
      '231',
      '231',
      '4.8',
      '',
    ])
  })
})

describe('a recording', () => {
  it('is a WAV of one channel and 16 bits', async () => {
    const bytes = new DataView(await wav(new Float32Array([0, 1, -1, 2]), 16000).arrayBuffer())
    const text = (at: number) => String.fromCharCode(...[0, 1, 2, 3].map((i) => bytes.getUint8(at + i)))
    expect([text(0), text(8), text(36)]).toEqual(['RIFF', 'WAVE', 'data'])
    expect(bytes.getUint32(24, true)).toBe(16000)
    expect([0, 1, 2, 3].map((i) => bytes.getInt16(44 + 2 * i, true))).toEqual([0, 32767, -32767, 32767])
  })
})
