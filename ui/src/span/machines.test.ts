// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest'
import { network, until } from '../job/network'
import { onCapacitor, onRotary } from '../job/planned'
import { rooms } from '../parts/injob'
import MachinesDialog from './MachinesDialog.vue'

/** The machines of a job, as its dialog keeps them. */
const { here, shown } = rooms()
const mounted = () => shown(MachinesDialog, { modelValue: true })
const line = (id: string) => document.querySelector<HTMLElement>(`[data-machine="${id}"]`)!
const press = (within: ParentNode, text: string) =>
  [...within.querySelectorAll<HTMLButtonElement>('button')].find((b) => b.textContent.trim() === text)!.click()
const machines = () => here.network.latest().machines

beforeEach(() => {
  here.network = network(onRotary())
})

describe('the machines of a job', () => {
  it('are named, and a name that is taken out is none', async () => {
    await mounted()
    await until('they are listed', () => !!line('m3'))
    const field = line('m3').querySelector('input')!
    expect(field.value).toBe('Sieve')
    const write = (text: string) => {
      field.value = text
      field.dispatchEvent(new Event('input'))
      field.dispatchEvent(new Event('change'))
    }
    write('  Vibrating sieve ')
    await until('it is stored', () => machines()[2]!.name === 'Vibrating sieve')
    write('')
    await until('it has none', () => !machines()[2]!.name)
    await until('its place says one', () => line('m3').querySelector('input')!.placeholder === 'Machine 3')
  })

  it('have one idler at most', async () => {
    await mounted()
    await until('they are listed', () => !!line('m2'))
    press(line('m2'), 'Make it the idler')
    await until('it is', () => machines()[1]!.role === 'idler')
    expect(machines().filter((m) => m.role === 'idler')).toHaveLength(1)
    await until('it says so', () => line('m2').textContent.includes('Is the idler'))
    press(line('m2'), 'Is the idler')
    await until('there is none', () => machines().every((m) => !m.role))
  })

  it('are taken out after a second word, and with them what named them', async () => {
    const { job } = await mounted()
    await until('they are listed', () => !!line('m3'))
    press(line('m3'), 'Take out')
    await until('it asks', () => line('m3').textContent.includes('Really take it out?'))
    expect(machines()).toHaveLength(3)
    press(line('m3'), 'Really take it out?')
    await until('it is gone', () => machines().length === 2)
    expect(here.network.latest().bridge.rotary!.apart).toEqual([])
    expect(job.document.value!.machines.map((m) => m.id)).toEqual(['m1', 'm2'])
  })

  it('get a blank one, which is worked on', async () => {
    const { job } = await mounted()
    await until('they are listed', () => !!line('m3'))
    press(document, 'Add a machine')
    await until('it is stored', () => machines().length === 4)
    expect(job.machine.value!.id).toBe(machines()[3]!.id)
  })

  it('come in from another job as a copy that names where it came from', async () => {
    const from = '0190b6a0-0000-7000-8000-00000000000a'
    here.network.answers = {
      'GET /api/yard': (ask: { find: string }) => ({
        workshops: [{ jobs: ask.find === 'blun' ? [{ id: from, name: 'Blunger', revision: 7 }] : [] }],
      }),
      [`GET /api/jobs/${from}`]: () => ({ document: onCapacitor() }),
    }
    await mounted()
    await until('they are listed', () => !!line('m3'))
    const find = document.querySelector<HTMLInputElement>('.bring input')!
    find.value = 'blun'
    find.dispatchEvent(new Event('input'))
    document.querySelector('form.bring')!.dispatchEvent(new Event('submit'))
    await until('it is found', () => !!document.querySelector('.found button'))
    press(document.querySelector('.found')!, 'Blunger')
    await until('it is here', () => machines().length === 4)
    const m = machines()[3]!
    expect([m.name, m.came_from, m.role]).toEqual(['Blunger', `${from}@7`, undefined])
    expect(m.plate).toEqual(onCapacitor().machines[0]!.plate)
    await until('its own job may go', () => document.body.textContent.includes('Blunger stands here now.'))
    press(document, 'Put its own job into the archive')
    await until('what it meets is said', () => !!document.querySelector('.entry-problem'))
  })
})
