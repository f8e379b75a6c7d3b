// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest'
import { network, until } from '../job/network'
import { onCapacitor, planOf } from '../job/planned'
import { rooms } from '../parts/injob'
import PlateLine from './PlateLine.vue'

/** The whole plate in one field: what the program read of it goes to its places. */
const { here, shown } = rooms()
let asked = ''

beforeEach(() => {
  here.network = network(onCapacitor())
  here.network.plan = planOf
  here.network.answers['POST /api/plate/line'] = (body: { text: string }) => {
    asked = body.text
    return body.text.includes('kW')
      ? { entry: { power: '2.2 kW', rpm: '1430' }, kind: 'three-phase', words: 'a three-phase motor', left: 'greasy' }
      : { entry: {}, kind: 'unknown', left: body.text }
  }
})

const lay = async (text: string) => {
  const { w } = await shown(PlateLine)
  expect(w.find('button').attributes('disabled')).toBeDefined()
  const field = w.find('textarea')
  await field.setValue(text)
  await field.trigger('keydown', { key: 'Enter' })
  return { w, field: field.element as HTMLTextAreaElement }
}

describe('a plate as it is typed', () => {
  it('is laid out in one edit, and what was not understood stays in the field', async () => {
    const { w, field } = await lay('  2.2 kW 1430 greasy ')
    await until('it is stored', () => here.network.latest().machines[0]!.plate.power === '2.2 kW')
    expect(asked).toBe('2.2 kW 1430 greasy')
    expect(here.network.documents).toHaveLength(2)
    const plate = here.network.latest().machines[0]!.plate
    expect([plate.rpm, plate.volts]).toEqual(['1430', '230/400 V'])
    await until('it is said', () => w.find('#plate-line-read').text().includes('Read as a three-phase motor.'))
    expect(w.find('#plate-line-read').text()).toContain('power 2.2 kW · rpm 1430')
    expect(w.find('.plate-left').text()).toContain('greasy')
    expect(field.value).toBe('greasy')
  })

  it('changes nothing where nothing was understood', async () => {
    const { w, field } = await lay('hello there')
    await until('it is said', () => w.find('.plate-left').exists())
    expect(field.value).toBe('hello there')
    expect(here.network.documents).toHaveLength(1)
  })

  it('says that the server is away, and keeps what was typed', async () => {
    const { w } = await shown(PlateLine)
    here.network.cut = true
    await w.find('textarea').setValue('1.1 kW')
    await w.find('form').trigger('submit')
    await until('it is said', () => w.find('#plate-line-read').text().length > 0 && !/any order/.test(w.text()))
    expect((w.find('textarea').element as HTMLTextAreaElement).value).toBe('1.1 kW')
  })
})
