/** For tests: the plan that the program itself makes of a document. */
import { execFileSync } from 'node:child_process'
import type { Document, Plan } from '../api/client'
import { blank } from './network'

const program = '../bin/graybridge'

export const planOf = (d: Document): Plan =>
  JSON.parse(execFileSync(program, ['plan', '-'], { input: JSON.stringify(d), maxBuffer: 1 << 26 }).toString()) as Plan

/** A motor of 1.1 kW on a capacitor, found in star and wanted in delta. */
export const onCapacitor = (): Document =>
  blank({
    supply: { volts: '236', feeder_length: '18 m', feeder_size: '6 mm²', breaker: '32 A' },
    bridge: { kind: 'capacitor', capacitor: { microfarad: '52', corner_to: 'L1', drawer: '40, 12, 2×30' } },
    machines: [
      {
        id: 'm1',
        plate: {
          power: '1.1 kW',
          volts: '230/400 V',
          connection: 'Δ/Y',
          amps: '4.7/2.7',
          rpm: '1410',
          hertz: '50',
          power_factor: '0.79',
          phases: '3',
        },
        leads: { kind: 'six', naming: 'iec', found: 'star', done: [] },
        load: { kind: 'fan', share: '65 %' },
        protection: {},
      },
    ],
  } as Partial<Document>)

/** The same motor on a drive, second-hand. */
export const onDrive = (): Document => ({
  ...onCapacitor(),
  bridge: { kind: 'drive', drive: { profile: 'tarn-22', second_hand: 'yes' } },
})

const six = (power: string, amps: string, rpm: string, power_factor: string) => ({
  plate: { power, volts: '230/400 V', connection: 'Δ/Y', amps, rpm, hertz: '50', power_factor, phases: '3' },
  leads: { kind: 'six', naming: 'iec', found: 'delta', done: [] },
  protection: {},
})

/** An idler of 4 kW with two machines on it, the second kept apart from the first. */
export const onRotary = (): Document =>
  blank({
    name: 'Slip room converter',
    supply: { volts: '232' },
    bridge: { kind: 'rotary', rotary: { spun: 'forward', start_by: 'rope', apart: ['m2+m3'] } },
    machines: [
      { id: 'm1', name: 'Idler', role: 'idler', ...six('4 kW', '14.6/8.4', '1440', '0.82'), load: { kind: 'none' } },
      {
        id: 'm2',
        name: 'Mud pan',
        ...six('2.2 kW', '8.7/5.0', '1430', '0.81'),
        load: { kind: 'constant', share: '85 %' },
      },
      { id: 'm3', name: 'Sieve', ...six('0.75 kW', '3.3/1.9', '1400', '0.76'), load: { kind: 'fan', share: '60 %' } },
    ],
  } as Partial<Document>)

/** A shunt motor on a controller bought used, its armature not found yet. */
export const onDC = (): Document =>
  blank({
    name: 'Press feed',
    supply: { volts: '236' },
    bridge: { kind: 'dc', dc: { controller: 'sike-90', second_hand: 'yes', start_by: 'buttons' } },
    machines: [
      {
        id: 'm1',
        plate: {
          power: '0.55 kW',
          armature_volts: '180 V',
          armature_amps: '3.9',
          field_volts: '200 V',
          field_amps: '0.32',
          rpm: '2000',
          winding: 'shunt',
          form_factor: '1.35',
        },
        leads: { done: [], brushed: { ohms: '1 2 4.6\n3 4 515' } },
        load: { kind: 'constant', share: '50 %' },
        protection: {},
      },
    ],
  } as Partial<Document>)
