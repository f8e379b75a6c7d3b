// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest'
import { blank, network, until } from '../job/network'
import { rooms } from '../parts/injob'
import ConflictDialog from './ConflictDialog.vue'
import LedgerList from './LedgerList.vue'
import MachineChooser from './MachineChooser.vue'

const { here, shown } = rooms()

const found = (id: string, bay: string, grade: string, more: object = {}) => ({
  id,
  bay,
  grade,
  sentence: `${id} said`,
  detail: `${id} in full`,
  ...more,
})

describe('what this plan says', () => {
  beforeEach(() => {
    here.network.plan = () => ({
      findings: [
        found('a', 'leads', 'stop', { figure: '132 V', limit: 'made for 230 V', entries: ['machines.m1.leads.found'] }),
        found('b', 'bridge', 'caution', {
          cures: [{ label: 'Take 48 µF', path: 'bridge.capacitor.microfarad', value: '48' }],
          why: [
            { formula: 'amps of a winding', numbers: '112 %', source: 'engine', section: 'torque', estimated: true },
          ],
        }),
        found('c', 'bridge', 'note'),
        found('d', 'supply', 'good'),
        found('e', 'bridge', 'good'),
      ] as never,
    })
  })

  it('counts what stands against it, this bay’s own first', async () => {
    const { w } = await shown(LedgerList, { bay: 'bridge' })
    expect(w.find('header').text()).toContain('1 stop, 1 caution')
    const order = w.findAll('[data-finding]').map((f) => f.attributes('data-finding'))
    expect(order).toEqual(['b', 'c', 'a'])
  })

  it('keeps greens in one line that opens, and notes short', async () => {
    const { w } = await shown(LedgerList, { bay: 'bridge' })
    expect(w.find('[data-finding="d"]').exists()).toBe(false)
    expect(w.find('[data-finding="c"]').text()).not.toContain('c in full')
    await w.find('.greens').trigger('click')
    expect(w.findAll('[data-finding]').map((f) => f.attributes('data-finding'))).toEqual(['b', 'c', 'a', 'e', 'd'])
    await w.find('[data-finding="c"] .why').trigger('click')
    expect(w.find('[data-finding="c"]').text()).toContain('c in full')
  })

  it('shows the formula behind a finding, and that it leans on an estimate', async () => {
    const { w } = await shown(LedgerList, { bay: 'bridge' })
    const b = w.find('[data-finding="b"]')
    expect(b.text()).toContain('partly estimated')
    expect(b.text()).not.toContain('amps of a winding')
    await b.find('.why').trigger('click')
    expect(b.text()).toContain('amps of a winding')
    expect(b.find('a').attributes('href')).toContain('#torque')
  })

  it('cures by one press, and leads to the bay of what another says', async () => {
    const asked: unknown[] = []
    const { w } = await shown(LedgerList, { bay: 'bridge', onBay: (...a: unknown[]) => asked.push(a) })
    await w.find('[data-finding="a"] .why').trigger('click')
    expect(asked).toEqual([['leads', 'machines.m1.leads.found']])
    expect(w.find('[data-finding="a"]').text()).toContain('limit made for 230 V')
    await w.find('.cure').trigger('click')
    await until('it is stored', () => here.network.documents.length === 2)
    expect(here.network.latest().bridge.capacitor?.microfarad).toBe('48')
  })

  it('says that nothing stands against a plan', async () => {
    here.network.plan = () => ({ findings: [] })
    const { w } = await shown(LedgerList, { bay: 'bridge' })
    expect(w.find('header').text()).toContain('nothing against it')
    expect(w.find('.greens').exists()).toBe(false)
  })
})

describe('the machines of a job', () => {
  const [m1] = blank().machines

  it('have no chooser where there is one', async () => {
    const { w } = await shown(MachineChooser)
    expect(w.find('nav').exists()).toBe(false)
  })

  it('are chosen by a press, or by the keys beside P', async () => {
    here.network = network(
      blank({
        machines: [
          { ...m1!, name: 'Big one' },
          { ...m1!, id: 'm2', name: 'Crusher' },
          { ...m1!, id: 'm3' },
        ],
      }),
    )
    const { w, job } = await shown(MachineChooser)
    expect(w.findAll('button:not(.setting)').map((b) => b.text())).toEqual(['Big one', 'Crusher', 'Machine 3'])
    await w.findAll('button')[1]!.trigger('click')
    expect(job.machine.value?.id).toBe('m2')
    window.dispatchEvent(new KeyboardEvent('keydown', { key: ']' }))
    expect(job.machine.value?.id).toBe('m3')
    window.dispatchEvent(new KeyboardEvent('keydown', { key: ']' }))
    expect(job.machine.value?.id).toBe('m1')
    window.dispatchEvent(new KeyboardEvent('keydown', { key: '[' }))
    expect(job.machine.value?.id).toBe('m3')
    await w.vm.$nextTick()
    expect(w.find('[aria-current="true"]').text()).toBe('Machine 3')
  })
})

describe('a conflict', () => {
  it('shows both, entry by entry, and stores the one that is kept', async () => {
    const { job } = await shown(ConflictDialog)
    here.network.elsewhere('supply.volts', '229')
    job.commit('supply.volts', '240')
    await until('the person is asked', () => job.saving.value === 'conflict')
    await until('both are shown', () => document.querySelectorAll('.conflict tbody tr').length === 1)
    const cells = [...document.querySelectorAll('.conflict tbody td')].map((c) => c.textContent)
    expect(cells).toEqual(['240', '229'])
    const keep = [...document.querySelectorAll('button')].find((b) => b.textContent === 'Keep mine')
    keep!.click()
    await until('mine is stored', () => here.network.documents.length === 3)
    expect(here.network.latest().supply.volts).toBe('240')
  })
})
