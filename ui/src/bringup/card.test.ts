// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { network, until } from '../job/network'
import { onCapacitor, onDrive, planOf } from '../job/planned'
import { rooms } from '../parts/injob'
import CardView from './CardView.vue'

/** The page for the machine, over the plan that the program itself makes. */
const { here, shown: mounted } = rooms()

beforeEach(() => {
  here.network = network(onCapacitor())
  here.network.plan = planOf
})

async function card() {
  const got = await mounted(CardView, { id: 'j1' })
  await until('the card is there', () => got.w.find('.card').exists())
  return got
}
const texts = (w: Awaited<ReturnType<typeof card>>['w'], of: string) => w.findAll(of).map((e) => e.text())

describe('the card', () => {
  it('carries the whole of what the plan gives it, in its order', async () => {
    const { w, job } = await card()
    const c = job.plan.value!.card
    expect(w.find('h1').text()).toBe(c.title)
    expect(texts(w, '.card-checks tbody td:nth-child(2)')).toEqual(c.checks)
    expect(texts(w, '.card-two section:nth-child(2) ul:first-of-type li')).toEqual(c.cautions)
    expect(w.findAll('.card-readings tbody tr')).toHaveLength(c.readings.length)
    for (const [i, r] of c.readings.entries()) {
      const row = w.findAll('.card-readings tbody tr')[i]!
      expect(row.findAll('td')[1]!.text()).toBe(r.where)
      expect(row.findAll('td')[2]!.text()).toBe(r.expect)
      expect(row.findAll('td')[3]!.text()).toBe(r.band ?? '')
      expect(row.findAll('td')[4]!.text(), 'room to write').toBe('')
      expect(row.find('.ring').classes()).toContain(`ring-${r.mark}`)
    }
  })

  it('says once when a group of readings is taken', async () => {
    const { w, job } = await card()
    const whens = texts(w, '.card-readings tbody td:first-child').filter(Boolean)
    expect(whens).toEqual([...new Set(job.plan.value!.card.readings.map((r) => r.when))])
  })

  it('is stamped with revision and day, and says what it does not replace', async () => {
    const { w } = await card()
    expect(w.find('.card-stamp').text()).toContain('revision 1')
    expect(w.find('.card-stamp').text()).toMatch(/2026-03-02/)
    expect(w.find('.card > footer, footer').text()).toContain('does not replace local rules')
  })

  it('says on itself that it is not to be fed, and why', async () => {
    const d = onCapacitor()
    d.bridge.capacitor!.microfarad = '200'
    here.network = network(d)
    here.network.plan = planOf
    const { w, job } = await card()
    const why = job.plan.value!.card.not_ready!
    expect(why).toContain('Not to be fed')
    expect(w.find('.card-warning').text()).toBe(why)
    expect(w.find('.card-bar .card-not').text()).toBe(why)
  })

  it('lists what nobody has checked yet', async () => {
    const { w, job } = await card()
    const open = job.plan.value!.card.open
    expect(open.length).toBeGreaterThan(0)
    for (const o of open) expect(w.text()).toContain(o)
  })

  it('prints at a touch or a key, and its PDF comes on both papers', async () => {
    const print = vi.fn()
    vi.stubGlobal('print', print)
    const { w } = await card()
    await w.find('.card-bar button').trigger('click')
    window.dispatchEvent(new KeyboardEvent('keydown', { key: 'p' }))
    expect(print).toHaveBeenCalledTimes(2)
    expect(w.findAll('.card-bar a').map((a) => a.attributes('href'))).toEqual(
      expect.arrayContaining(['/api/jobs/j1/card.pdf?paper=a4', '/api/jobs/j1/card.pdf?paper=letter']),
    )
  })

  it('of a drive has its settings, and no capacitor to discharge', async () => {
    here.network = network(onDrive())
    here.network.plan = planOf
    const { w, job } = await card()
    const c = job.plan.value!.card
    for (const s of c.settings) expect(w.text()).toContain(s.value)
    expect(c.cautions.join(' ')).toContain('link')
    expect(c.checks.join(' ')).not.toContain('Capacitor discharged through a resistor, then shorted')
  })
})

describe('a card that cannot be had', () => {
  it('says why in the place of the page', async () => {
    const { w } = await mounted(CardView, { id: 'gone' })
    await until('it is said', () => w.find('[role="alert"]').exists())
    expect(w.find('.card').exists()).toBe(false)
  })
})
