import { expect, it } from 'vitest'
import { found, type Deed } from './palette'

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
