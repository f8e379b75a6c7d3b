import { describe, expect, it } from 'vitest'
import { withCode } from './codes'

describe('the codes of a leaflet', () => {
  it('are a function and its code a line', () => {
    expect(withCode('', 'motor-amps', ' P3.05 ')).toBe('motor-amps P3.05')
    expect(withCode('motor-amps P3.05', 'overload', 'P9')).toBe('motor-amps P3.05\noverload P9')
  })
  it('are changed and taken out', () => {
    expect(withCode('motor-amps P3.05\noverload P9', 'motor-amps', 'P3.06')).toBe('overload P9\nmotor-amps P3.06')
    expect(withCode('motor-amps P3.05\noverload P9', 'motor-amps', '')).toBe('overload P9')
  })
})
