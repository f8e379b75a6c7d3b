// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { defineComponent } from 'vue'
import DrawingView from '../drawing/DrawingView.vue'
import FigureList from './FigureList.vue'
import GradeMark from './GradeMark.vue'
import LineChart from './LineChart.vue'
import { vRove } from './rove'

const link = { RouterLink: { props: ['to'], template: '<a :href="to.hash"><slot /></a>' } }

describe('a grade', () => {
  it('has a shape and words of its own', () => {
    const seen = new Set<string>()
    for (const grade of ['stop', 'caution', 'open', 'note', 'good']) {
      const w = mount(GradeMark, { props: { grade } })
      expect(w.attributes('aria-label')).toBeTruthy()
      seen.add(w.html().replaceAll(/class="[^"]*"|aria-label="[^"]*"/g, ''))
    }
    expect(seen.size).toBe(5)
  })
})

describe('figures', () => {
  it('say where each comes from, and lead to how it is computed', () => {
    const w = mount(FigureList, {
      props: {
        figures: [
          {
            id: 'worst',
            name: 'Worst winding',
            value: 0.9,
            text: '90 %',
            note: 'W',
            mark: 'estimated',
            section: 'torque',
          },
          { id: 'power', name: 'Power', value: 1100, text: '1.1 kW', note: '', mark: 'plate' },
        ] as never,
      },
      global: { stubs: link },
    })
    expect(w.find('[data-figure="worst"] a').attributes('href')).toBe('#torque')
    expect(w.find('[data-figure="power"] a').exists()).toBe(false)
    expect(w.find('[data-figure="worst"] .ring').classes()).toContain('ring-estimated')
    expect(w.find('[data-figure="worst"] .ring').attributes('aria-label')).not.toBe(
      w.find('[data-figure="power"] .ring').attributes('aria-label'),
    )
  })
})

describe('a chart of lines', () => {
  const props = {
    title: 'Winding amps over load',
    xUnit: '%',
    yUnit: '% of plate',
    x: [0, 50, 100],
    lines: [
      { id: 'u', text: 'winding U', y: [80, 90, 120] },
      { id: 'v', text: 'winding V', y: [60, 70, Number.NaN], dashed: true },
    ],
    limit: { y: 100, text: 'plate' },
    marks: [{ x: 65, text: 'your load' }],
    band: { from: 0, to: 20, text: 'blind' },
  }

  it('draws each line, the limit, the marks and the band, by name', () => {
    const w = mount(LineChart, { props: props as never })
    expect(w.findAll('polyline')).toHaveLength(2)
    expect(w.find('.line-limit').exists()).toBe(true)
    expect(w.find('.line-band').exists()).toBe(true)
    for (const name of ['winding U', 'winding V', 'plate', 'your load', 'blind']) expect(w.text()).toContain(name)
    expect(w.html()).not.toContain('NaN')
  })

  it('has the same numbers as a table', () => {
    const w = mount(LineChart, { props: props as never })
    expect(w.find('caption').text()).toBe(props.title)
    expect(w.findAll('tbody tr')).toHaveLength(3)
    expect(
      w
        .findAll('tbody tr')[2]!
        .findAll('td')
        .map((c) => c.text()),
    ).toEqual(['120', ''])
  })
})

describe('a drawing', () => {
  const drawing = {
    title: 'Terminal box',
    width: 100,
    height: 60,
    items: [
      { k: 'line', p: [0, 0, 10, 10], of: 'coil U', stroke: 2 },
      { k: 'circle', x: 5, y: 5, r: 2, of: 'U1' },
      { k: 'rect', x: 1, y: 1, w: 3, h: 4 },
      { k: 'text', x: 1, y: 2, t: 'U1', anchor: 'middle' },
    ],
    facts: [{ name: 'U1', value: 'joined with L1' }],
  }

  it('carries a table of the same facts', () => {
    const w = mount(DrawingView, { props: { drawing: drawing as never } })
    expect(w.find('svg').attributes('viewBox')).toBe('0 0 100 60')
    expect(w.find('th').text()).toBe('U1')
    expect(w.find('td').text()).toBe('joined with L1')
    expect(w.find('text').text()).toBe('U1')
  })

  it('tells what the hand points at, and shows a part of itself', async () => {
    const w = mount(DrawingView, { props: { drawing: drawing as never, crop: [20, 40] } })
    expect(w.find('svg').attributes('viewBox')).toBe('20 0 40 60')
    await w.find('circle').trigger('pointerenter')
    await w.find('svg').trigger('pointerleave')
    expect(w.emitted('point')).toEqual([['U1'], [undefined]])
  })
})

describe('a list', () => {
  const list = defineComponent({
    directives: { rove: vRove },
    data: () => ({ names: ['a', 'b', 'c'] }),
    template: `<ul v-rove="'li'"><li v-for="n in names" :key="n"><button>{{ n }}</button><button>more {{ n }}</button></li></ul>`,
  })
  const stops = (w: ReturnType<typeof mount>) =>
    w.findAll('button').map((b) => (b.element as HTMLButtonElement).tabIndex)

  it('is one stop of Tab; the arrows go from item to item', async () => {
    const w = mount(list, { attachTo: document.body })
    expect(stops(w)).toEqual([0, 0, -1, -1, -1, -1])
    ;(w.findAll('button')[0]!.element as HTMLElement).focus()
    await w.findAll('button')[0]!.trigger('keydown', { key: 'ArrowDown' })
    expect(document.activeElement?.textContent).toBe('b')
    expect(stops(w)).toEqual([-1, -1, 0, 0, -1, -1])
    await w.findAll('button')[2]!.trigger('keydown', { key: 'End' })
    expect(document.activeElement?.textContent).toBe('c')
    w.unmount()
  })

  it('stays one stop when its items change', async () => {
    const w = mount(list, { attachTo: document.body })
    await w.setData({ names: ['b', 'c', 'd'] })
    await new Promise((r) => setTimeout(r, 20))
    expect(stops(w).filter((t) => t === 0)).toHaveLength(2)
    w.unmount()
  })
})
