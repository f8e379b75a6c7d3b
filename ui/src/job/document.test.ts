import { describe, expect, it } from 'vitest'
import type { Document } from '../api/client'
import { about, local, placed, same, textAt, valueAt, withoutLine, withValue } from './document'

const base = {
  format: 'gray-bridge/job',
  version: 2,
  name: 'Blunger',
  supply: { volts: '236' },
  bridge: { kind: 'capacitor', capacitor: { microfarad: '52' } },
  machines: [
    { id: 'm1', plate: { power: '1.1 kW' }, leads: { done: ['lock-off'] }, load: {}, protection: {} },
    { id: 'm2', name: 'Crusher', plate: { power: '1½ HP' }, leads: {}, load: {}, protection: {} },
  ],
} as unknown as Document

describe('paths', () => {
  it('finds where a bay’s entry stands in the document, and back', () => {
    for (const [own, there] of [
      ['plate.power', 'machines.m2.plate.power'],
      ['leads.found', 'machines.m2.leads.found'],
      ['drive.at', 'bridge.drive.at'],
      ['bridge.microfarad', 'bridge.capacitor.microfarad'],
      ['bridge.kind', 'bridge.kind'],
      ['supply.volts', 'supply.volts'],
      ['name', 'name'],
    ] as const) {
      expect(placed('m2', own)).toBe(there)
      expect(placed('m1', there)).toBe(there)
      expect(local(there)).toBe(own)
    }
  })

  it('reads and changes one entry without touching the rest', () => {
    expect(textAt(base, 'machines.m2.plate.power')).toBe('1½ HP')
    expect(textAt(base, 'machines.m9.plate.power')).toBe('')
    expect(textAt(base, 'bridge.drive.at')).toBe('')
    const next = withValue(base, 'machines.m2.plate.power', '2 HP')
    expect(textAt(next, 'machines.m2.plate.power')).toBe('2 HP')
    expect(next.machines[0]).toBe(base.machines[0])
    expect(textAt(base, 'machines.m2.plate.power')).toBe('1½ HP')
    expect(valueAt(withValue(base, 'bridge.drive.done', ['row:1']), 'bridge.drive.done')).toEqual(['row:1'])
  })

  it('takes an entry out when it is emptied, but never the name', () => {
    expect('microfarad' in withValue(base, 'bridge.capacitor.microfarad', '').bridge.capacitor!).toBe(false)
    expect(withValue(base, 'name', '').name).toBe('')
  })

  it('puts the machine that is asked about first', () => {
    expect(about(base, 'm2').machines.map((m) => m.id)).toEqual(['m2', 'm1'])
    expect(about(base, '')).toBe(base)
    expect(about(base, 'm1')).toBe(base)
  })
})

describe('same', () => {
  it('does not mind the order of keys', () => {
    expect(same({ a: 1, b: [1, 2] }, { b: [1, 2], a: 1 })).toBe(true)
    expect(same({ a: 1 }, { a: 2 })).toBe(false)
  })
})

describe('withoutLine', () => {
  it('counts every line, readable or not', () => {
    expect(withoutLine('1 2\n\nnonsense\n3 4', 2)).toBe('1 2\n3 4')
  })
})
