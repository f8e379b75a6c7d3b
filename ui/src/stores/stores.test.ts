// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Document, StoreLine } from '../api/client'
import { network, Still, until } from '../job/network'
import { onCapacitor, planOf } from '../job/planned'
import { enter, rooms } from '../parts/injob'
import PartsList from './PartsList.vue'
import StoresView from './StoresView.vue'

/** Parts out of the drawers, over the plan that the program itself makes. */
const { here, shown } = rooms()
const contactor = { id: 's1', kind: 'contactor', what: '9 A AC-3, coil 230 V', count: 1, free: 1, place: 'drawer 2' }
const cable = { id: 's2', kind: 'cable', what: '1.5 mm² three-core', count: 22, free: 22 }

const start = (stores: unknown[] = [contactor, cable]) => {
  const d = onCapacitor()
  here.network = network({ ...d, workshop: { ...d.workshop, stores } } as Document)
  here.network.plan = planOf
}

describe('the parts of a bridge', () => {
  beforeEach(() => start())

  it('say what must be, and what of it lies in the stores', async () => {
    const { w, job } = await shown(PartsList)
    expect(w.findAll('tbody tr')).toHaveLength(job.plan.value!.buys.length)
    expect(w.find('[data-part="contactor"]').text()).toContain('drawer 2')
    expect(w.find('[data-part="contactor"]').text()).toContain('1 free')
    expect(w.find('[data-part="label"]').text()).toContain('–')
    expect(w.find('.caution').text()).toContain('discharged')
  })

  it('are reserved for this machine and this part', async () => {
    const asked: unknown[] = []
    const { w, job } = await shown(PartsList)
    here.network.answers['POST /api/jobs/j1/stores'] = (body) => {
      asked.push(body)
      const d = here.network.latest()
      const taken = [{ machine: 'm1', part: 'contactor', count: 1 }]
      const stores = [{ ...contactor, taken }, cable]
      const document = { ...d, workshop: { ...d.workshop, stores } } as Document
      here.network.documents[here.network.documents.length - 1] = document
      return {
        id: 'j1',
        revision: 1,
        saved_at: '',
        document,
        plan: planOf(document),
        drawings: job.answer.value!.drawings,
      }
    }
    await w.find('[data-part="contactor"] button').trigger('click')
    await until('it is reserved', () => w.find('[data-part="contactor"]').text().includes('1 reserved'))
    expect(asked).toEqual([{ stock: 's1', machine: 'm1', part: 'contactor', count: 1, do: 'reserve' }])
    expect(w.findAll('[data-part="contactor"] button').map((b) => b.text())).toEqual(['Fitted', 'Give back'])
  })

  it('come to a sum, as far as they have prices', async () => {
    const { w, job } = await shown(PartsList)
    job.commit('parts.prices', 'isolator: 14.20 €, corner shop\nbreaker: 9.80 €')
    await until('they are priced', () => w.text().includes('24.00'))
    expect(w.find('[data-part="isolator"]').text()).toContain('corner shop')
    expect(w.text()).toContain('without a price')
    await enter(w, 'parts.hours', '6 h')
    await until('the work is said', () => w.text().includes('6\u00a0h of work'))
  })

  it('ask how many metres of a cable', async () => {
    start([contactor, { ...cable, price: '1.90 €' }])
    const { w } = await shown(PartsList)
    expect(w.find('[data-part="wire"]').text()).toContain('22\u00a0m free')
    expect(w.find('[data-part="wire"] .have input').exists()).toBe(true)
    expect(w.find('[data-part="contactor"] .have input').exists()).toBe(false)
    const reserve = w.find('[data-part="wire"] .have button')
    expect(reserve.attributes('disabled')).toBeDefined()
    await w.find('[data-part="wire"] .have input').setValue('7')
    expect(reserve.attributes('disabled')).toBeUndefined()
    expect(w.find('[data-part="wire"] .price').text()).toContain('a metre')
  })

  it('list the tools, and go along as files', async () => {
    const { w, job } = await shown(PartsList)
    for (const t of job.plan.value!.parts.tools) expect(w.find('.tools').text()).toContain(t)
    expect(w.findAll('.files a').map((a) => a.attributes('href'))).toEqual([
      '/api/jobs/j1/parts.csv?machine=m1',
      '/api/jobs/j1/parts.xlsx?machine=m1',
    ])
  })

  it('point to the stores where nothing lies in them', async () => {
    start([])
    const { w } = await shown(PartsList)
    expect(w.text()).toContain('entered once, in the workshop’s stores')
  })
})

describe('the stores', () => {
  const line = (over: Partial<StoreLine>): StoreLine => ({ ...contactor, held: [], ...over }) as StoreLine
  const opened = async (lines: StoreLine[]) => {
    vi.stubGlobal('EventSource', Still)
    here.network = network()
    const kept = { lines }
    here.network.answers['GET /api/workshops/w1/stores'] = () => ({
      workshop: 'Tansy Lane Tileworks',
      lines: kept.lines,
    })
    const w = mount(StoresView, {
      props: { id: 'w1' },
      global: { stubs: { RouterLink: { template: '<a><slot /></a>' } } },
    })
    await until('they are there', () => w.text().includes('Tansy Lane'))
    return { w, kept }
  }

  it('teach where they are empty', async () => {
    const { w } = await opened([])
    expect(w.find('.stores-none').text()).toContain('run capacitors')
  })

  it('say who has taken what', async () => {
    const held = [
      { job_id: 'j1', job: 'Blunger', part: 'contactor', count: 1, fitted: false },
      { job_id: 'j2', job: 'Slip mixer', part: 'contactor', count: 1, fitted: true },
    ]
    const { w } = await opened([line({ held, free: 0 })])
    expect(w.find('[data-stock]').text()).toContain('Blunger 1 reserved')
    expect(w.find('[data-stock]').text()).toContain('Slip mixer 1 fitted')
  })

  it('take a line in, and let it be changed', async () => {
    const { w, kept } = await opened([])
    const asked: Record<string, unknown>[] = []
    here.network.answers['POST /api/workshops/w1/stores'] = (body: never) => {
      asked.push(body)
      kept.lines = [line({ what: '50 µF 450 V film', kind: 'capacitor' })]
      return kept.lines[0]
    }
    await w.find('.stock-what input').setValue('50 µF 450 V film')
    await w.find('.stock-form').trigger('submit')
    await until('it lies there', () => w.find('[data-stock="50 µF 450 V film"]').exists())
    expect(asked[0]).toMatchObject({ kind: 'capacitor', what: '50 µF 450 V film', count: 1 })
    await w.find('[data-stock] button').trigger('click')
    expect((w.find('.stock-what input').element as HTMLInputElement).value).toBe('50 µF 450 V film')
    expect(w.find('.stock-form .strong').text()).toBe('Store the change')
  })
})
