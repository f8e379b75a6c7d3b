import { expect, it } from 'vitest'
import { blindStretch } from './relay'

const point = (load: number, worst: number, supply_amps: number) => ({ load, worst, supply_amps })

it('finds where the relay is blind, and nothing where it sees', () => {
  const points = [point(0, 1.2, 2), point(0.2, 1.05, 3), point(0.4, 0.9, 4), point(0.8, 1.1, 6)]
  expect(blindStretch(points, 5)).toEqual({ from: 0, to: 20 })
  expect(blindStretch(points.slice(2), 5)).toBeUndefined()
  expect(blindStretch([], 5)).toBeUndefined()
})
