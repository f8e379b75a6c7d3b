// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest'
import { ref } from 'vue'
import { network } from '../job/network'
import { onCapacitor, onDC, planOf } from '../job/planned'
import { rooms } from '../parts/injob'
import StatesBar from './StatesBar.vue'

const { here, shown } = rooms()

describe('the states', () => {
  it('shows a mistake that is chosen, and goes back only where none is', async () => {
    here.network = network(onCapacitor())
    here.network.plan = planOf
    const mistake = ref('')
    let back = 0
    const { w } = await shown(StatesBar, {
      state: 'wanted',
      mistake: mistake.value,
      'onUpdate:mistake': (m: string) => (mistake.value = m),
      onShow: () => back++,
    })
    const select = w.find('select')
    const one = select.findAll('option')[1]!.attributes('value')!
    await select.setValue(one)
    expect(mistake.value).toBe(one)
    expect(back).toBe(0)
    await select.setValue('')
    expect(back).toBe(1)
    await w.findAll('.states > button')[0]!.trigger('click')
    expect(back).toBe(2)
  })

  it('has nothing to choose for a brushed motor', async () => {
    here.network = network(onDC())
    here.network.plan = planOf
    const { w } = await shown(StatesBar, { state: 'wanted', mistake: '' })
    expect(w.find('select').exists()).toBe(false)
    expect(w.findAll('button')).toHaveLength(0)
  })
})
