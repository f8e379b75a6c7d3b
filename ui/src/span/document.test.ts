import { describe, expect, it } from 'vitest'
import type { Document } from '../api/client'
import { differences, entryName, merged, same, textAt, withText, withoutLine } from './document'

const job = (): Document => ({
  format: 'gray-bridge/job',
  version: 1,
  name: 'Blunger',
  workshop: { name: 'Tansy Lane Tileworks', rules: 'metric', volts: 230, hertz: 50, colours: 'europe' },
  supply: { volts: '236' },
  plate: { power: '1.1 kW' },
  leads: { kind: 'six', done: ['lock-off'] },
  bridge: { kind: 'capacitor' },
  load: {},
  protection: {},
})

describe('a job document', () => {
  it('gives the text at a path, and nothing where nothing was entered', () => {
    expect(textAt(job(), 'supply.volts')).toBe('236')
    expect(textAt(job(), 'supply.breaker')).toBe('')
    expect(textAt(job(), 'name')).toBe('Blunger')
  })

  it('is changed in a copy; an empty text takes the entry out', () => {
    const before = job()
    const after = withText(before, 'plate.power', '2 HP')
    expect(textAt(after, 'plate.power')).toBe('2 HP')
    expect(before.plate.power).toBe('1.1 kW')
    expect(withText(after, 'plate.power', '').plate).toEqual({})
    expect(after.supply).toBe(before.supply)
  })

  it('is the same whatever the order of its keys', () => {
    const a = job()
    const b = { ...a, plate: { volts: '230', power: '1.1 kW' } }
    const c = { ...a, plate: { power: '1.1 kW', volts: '230' } }
    expect(same(b, c)).toBe(true)
    expect(same(a, b)).toBe(false)
  })

  it('names every entry in which two differ', () => {
    const mine = withText(withText(job(), 'supply.volts', '231'), 'name', 'Blunger 2')
    const theirs = { ...job(), leads: { ...job().leads, done: ['lock-off', 'check'] } }
    expect(differences(mine, theirs)).toEqual([
      { path: 'name', mine: 'Blunger 2', theirs: 'Blunger' },
      { path: 'supply.volts', mine: '231', theirs: '236' },
      { path: 'leads.done', mine: '1 ticked', theirs: '2 ticked' },
    ])
    expect(differences(job(), job())).toEqual([])
    expect(entryName('plate.power_factor')).toBe('plate: power factor')
  })

  it('takes changes of two people into one where they touch different entries', () => {
    const base = job()
    const theirs = withText(withText(base, 'supply.volts', '231'), 'plate.rpm', '1410')
    const mine = withText(withText(base, 'load.share', '65 %'), 'plate.power', '')
    const both = merged(base, theirs, mine)!
    expect(textAt(both, 'supply.volts')).toBe('231')
    expect(textAt(both, 'plate.rpm')).toBe('1410')
    expect(textAt(both, 'load.share')).toBe('65 %')
    expect(both.plate).not.toHaveProperty('power')
    expect(merged(base, theirs, base)).toEqual(theirs)
    expect(merged(base, base, mine)).toEqual(mine)
  })

  it('leaves the choice to a person where both changed one entry', () => {
    const base = job()
    expect(merged(base, withText(base, 'supply.volts', '231'), withText(base, 'supply.volts', '229'))).toBeUndefined()
    expect(merged(base, withText(base, 'supply.volts', '231'), withText(base, 'supply.volts', '231'))).toBeDefined()
    expect(merged(base, withText(base, 'name', 'A'), withText(base, 'name', 'B'))).toBeUndefined()
  })

  it('takes in a part that one of them did not have yet', () => {
    const base = job()
    const mine = withText(base, 'drive.at', '40 Hz')
    expect(differences(mine, base)).toEqual([{ path: 'drive.at', mine: '40 Hz', theirs: '' }])
    expect(textAt(merged(base, withText(base, 'load.share', '60 %'), mine)!, 'drive.at')).toBe('40 Hz')
    expect(merged(base, base, base)).toEqual(base)
  })
})

it('a line is taken by its place among all lines, readable or not', () => {
  expect(withoutLine('1-2 4-5 2.9\nrubbish\n1-3 4-6 5\n', 2)).toBe('1-2 4-5 2.9\nrubbish')
  expect(withoutLine('one', 0)).toBe('')
})
