import { describe, expect, it } from 'vitest'
import { sorted } from './leaflet'

const sheet = [
  { function: 'motor-amps', name: 'Motor’s rated amps' },
  { function: 'accelerate', name: 'Acceleration time' },
  { function: 'boost', name: 'Torque boost' },
]
const line = (code: string, of: string) => ({ code, name: code, function: of })

describe('a leaflet’s table beside a sheet', () => {
  it('fills what is sure and asks what is not', () => {
    const { sure, doubtful } = sorted(
      [
        line('P1', 'motor-amps'),
        line('P2', 'accelerate'),
        line('P3', 'accelerate'),
        line('P4', 'ask'),
        line('P5', 'other'),
        line('P6', 'carrier'),
      ],
      sheet,
    )
    expect([...sure].map(([f, l]) => [f, l.code])).toEqual([['motor-amps', 'P1']])
    expect(doubtful.map((l) => l.code)).toEqual(['P4', 'P2', 'P3'])
  })
})
