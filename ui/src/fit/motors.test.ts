// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest'
import { network, until } from '../job/network'
import { onDrive, planOf } from '../job/planned'
import { rooms } from '../parts/injob'
import MotorsSection from './MotorsSection.vue'

const { here, shown } = rooms()
const plates = '0.75 kW 230/400 V 3.8/2.2 A 925 rpm 50 Hz; 60 €'

describe('motors that may be bought', () => {
  beforeEach(() => {
    const d = onDrive()
    d.machines[0]!.plate.candidates = plates
    here.network = network(d)
    here.network.plan = planOf
    here.network.answers['POST /api/weigh/motors'] = () => ({
      rows: [
        { plate: plates, name: '0.75 kW', price: '60 €', grade: 'good', words: 'suits', text: '', also: 'Breaker' },
      ],
      shopping: ['Three-phase, 230 V among its volts.'],
    })
  })

  it('are asked about where some are typed, and laid beside each other with price and what they ask', async () => {
    const { w } = await shown(MotorsSection)
    await until('it is weighed', () => w.findAll('[data-candidate]').length === 1)
    const row = w.find('[data-candidate]')
    for (const part of ['0.75 kW', 'suits', 'Breaker', '60 €']) expect(row.text()).toContain(part)
    expect(row.find('button').exists()).toBe(false)
    expect(w.find('[aria-label="For the shop"]').text()).toContain('230 V')
  })
})
