import { expect, it } from 'vitest'
import { matching, needing } from './find'

const job = (name: string, grade: string, plate = '', does = '') => ({
  name,
  grade,
  plate,
  does,
  sentence: '',
  next: { bay: 'motor', text: 'Read the plate' },
})
const jobs = [
  job('Blunger', 'caution', '1.1 kW · 230/400 V', 'stirs slip'),
  job('Slip mixer', 'open'),
  job('Turntable', 'stop'),
  job('Pugmill', 'good'),
]

it('finds machines by every word, in the plate and the workshop too', () => {
  const names = (q: string) => matching(jobs, q, 'Tansy Lane').map((j) => j.name)
  expect(names('slip')).toEqual(['Blunger', 'Slip mixer'])
  expect(names('1.1 STIRS')).toEqual(['Blunger'])
  expect(names('tansy turn')).toEqual(['Turntable'])
  expect(names('')).toHaveLength(4)
  expect(names('lathe')).toEqual([])
})

it('puts what needs attention gravest first', () => {
  expect(needing(jobs).map((j) => j.name)).toEqual(['Turntable', 'Blunger', 'Slip mixer'])
})
