import { expect, it } from 'vitest'
import { found, nearest, type Deed } from './palette'

const deed = (kind: string, text: string, more = ''): Deed => ({ kind, text, more, run: () => {} })
const deeds = [
  deed('machine', 'Blunger', 'Tansy Lane Tileworks stirs slip 1.1 kW'),
  deed('machine', 'Slip mixer', 'mixes slip'),
  deed('place', 'Yard'),
  deed('command', 'Undo'),
  deed('finding', 'The relay cannot see winding W overheat', 'Protection'),
]

it('finds by every word, wherever it stands, best first', () => {
  expect(found(deeds, 'slip').map((d) => d.text)).toEqual(['Slip mixer', 'Blunger'])
  expect(found(deeds, 'tansy 1.1').map((d) => d.text)).toEqual(['Blunger'])
  expect(found(deeds, 'RELAY winding').map((d) => d.text)).toEqual(['The relay cannot see winding W overheat'])
  expect(found(deeds, 'nothing like it')).toEqual([])
  expect(found(deeds, '', 2)).toHaveLength(2)
  expect(found([deed('place', 'Étage')], 'etage')).toHaveLength(1)
})

it('offers the nearest where nothing is called so', () => {
  const wrong = deed('place', 'Something is wrong', 'hums buzzes trips wrong way')
  const all = [...deeds, wrong]
  expect(found(all, 'it only hums')).toEqual([])
  expect(nearest(all, 'it only hums').map((d) => d.text)).toEqual(['Something is wrong'])
  expect(nearest(all, 'blonger').map((d) => d.text)).toEqual(['Blunger'])
  expect(nearest(all, 'slipp mixxer')[0]!.text).toBe('Slip mixer')
  expect(nearest(all, 'zeppelin')).toEqual([])
  expect(nearest(all, '')).toEqual([])
})
