// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest'
import { network, until } from '../job/network'
import { onDC, planOf } from '../job/planned'
import { rooms } from '../parts/injob'
import CandidatesSection from './CandidatesSection.vue'

/** Devices that may be bought, over the plan that the program itself makes. */
const { here, shown } = rooms()

describe('before money is spent', () => {
  beforeEach(() => {
    const d = onDC()
    const candidates = 'IN 230 V AC ARM 180 V DC 6 A FLD 200 V DC; 140 €\nIN 230 V AC ARM 180 V DC 1 A'
    here.network = network({ ...d, bridge: { ...d.bridge, dc: { ...d.bridge.dc, candidates } } } as typeof d)
    here.network.plan = planOf
  })

  it('controllers are laid beside each other with verdict, price and what they ask besides', async () => {
    const { w } = await shown(CandidatesSection, { kind: 'dc' })
    const rows = w.findAll('[data-candidate]').map((r) => r.text())
    expect(rows).toHaveLength(2)
    expect(rows[0]).toContain('140 €')
    expect(rows[0]).toContain('fuse')
    expect(rows[1]).toContain('does not fit')
    expect(w.find('[aria-label="For the shop"]').text()).toContain('Armature: at least')
  })

  it('the one that is touched is taken by its plate', async () => {
    const { w, job } = await shown(CandidatesSection, { kind: 'dc' })
    await w.find('[data-candidate] button').trigger('click')
    await until('it is taken', () => job.document.value?.bridge.dc?.controller === 'by-plate')
    expect(job.document.value?.bridge.dc?.plate).toBe('IN 230 V AC ARM 180 V DC 6 A FLD 200 V DC')
  })
})
