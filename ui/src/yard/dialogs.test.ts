// @vitest-environment happy-dom
import { mount, type VueWrapper } from '@vue/test-utils'
import { afterEach, describe, expect, it } from 'vitest'
import { nextTick } from 'vue'
import type { Summary, Workshop } from '../api/client'
import MachineCard from './MachineCard.vue'
import NameDialog from './NameDialog.vue'
import WorkshopDialog from './WorkshopDialog.vue'
import YardFind from './YardFind.vue'

const made: VueWrapper[] = []
afterEach(() => {
  for (const w of made.splice(0)) w.unmount()
  document.body.replaceChildren()
})
const keep = <T extends VueWrapper>(w: T): T => {
  made.push(w)
  return w
}
const link = { RouterLink: { props: ['to'], template: '<a :data-to="JSON.stringify(to)"><slot /></a>' } }

const summary = {
  id: 'j7',
  name: 'Ball mill',
  does: 'grinds glaze',
  grade: 'caution',
  sentence: 'It asks more than its cooling gives.',
  next: { bay: 'supply', text: 'Measure the supply' },
  saved_at: '2026-03-02T09:00:00Z',
  bays: [
    { bay: 'supply', title: 'Supply', mark: 'open' },
    { bay: 'bridge', title: 'Bridge', mark: 'caution' },
  ],
  span: { title: 'Span', width: 220, height: 48, items: [], facts: [] },
} as unknown as Summary

const card = (shelf: 'yard' | 'archive' | 'bin', sure = false) =>
  keep(mount(MachineCard, { props: { job: summary, shelf, sure }, global: { stubs: link } }))

describe('a machine of the Yard', () => {
  it('says what it is, how it stands and what comes next, and leads to each bay', () => {
    const w = card('yard')
    expect(w.find('h3').text()).toBe('Ball mill')
    expect(w.text()).toContain('grinds glaze')
    expect(w.text()).toContain('It asks more than its cooling gives.')
    expect(w.text()).toContain('Next: Measure the supply')
    const to = w.findAll('.machine-bays a').map((a) => JSON.parse(a.attributes('data-to')!).params)
    expect(to).toEqual([
      { id: 'j7', bay: 'supply' },
      { id: 'j7', bay: 'bridge' },
    ])
  })

  it('can be renamed, copied, exported and put into the archive', async () => {
    const w = card('yard')
    for (const text of ['Rename', 'Copy', 'Archive'])
      await w
        .findAll('button')
        .find((b) => b.text() === text)!
        .trigger('click')
    expect(w.emitted('rename')).toHaveLength(1)
    expect(w.emitted('copy')).toHaveLength(1)
    expect(w.emitted('move')).toEqual([['archive']])
    expect(w.find('a[download]').attributes('href')).toBe('/api/jobs/j7/document.json')
  })

  it('opens from the bin only once it is back, and deleting for good is asked twice', async () => {
    const w = card('bin')
    expect(w.find('.machine-bays a').exists()).toBe(false)
    expect(w.find('div.machine-link').exists()).toBe(true)
    const first = w.findAll('button').map((b) => b.text())
    const again = card('bin', true)
      .findAll('button')
      .map((b) => b.text())
    expect(again).not.toEqual(first)
    await w.findAll('button')[0]!.trigger('click')
    expect(w.emitted('move')?.[0] ?? w.emitted('purge')?.[0]).toBeTruthy()
  })
})

describe('what is looked for', () => {
  it('is a shelf, some words, and whether only what needs attention is shown', async () => {
    const w = keep(
      mount(YardFind, {
        props: {
          shelves: [
            { id: 'yard', name: 'Yard' },
            { id: 'archive', name: 'Archive' },
            { id: 'bin', name: 'Bin' },
          ],
          shelf: 'yard',
          question: '',
          attention: false,
        },
      }),
    )
    expect(w.find('[aria-pressed="true"]').text()).toBe('Yard')
    await w.findAll('.shelves button')[2]!.trigger('click')
    expect(w.emitted('update:shelf')).toEqual([['bin']])
    await w.find('input[aria-label="Find machines"]').setValue('mixer')
    expect(w.emitted('update:question')!.at(-1)).toEqual(['mixer'])
    await w.find('input[type="checkbox"]').setValue(true)
    expect(w.emitted('update:attention')).toEqual([[true]])
  })
})

const settings = { name: 'Tansy Lane Tileworks', rules: 'metric', volts: 230, hertz: 50, colours: 'europe' } as Workshop

async function dialog(props: Partial<{ settings: Workshop; people: string[]; there: boolean }> = {}) {
  const w = keep(mount(WorkshopDialog, { props: { modelValue: false, ...props }, attachTo: document.body }))
  await w.setProps({ modelValue: true })
  await nextTick()
  const field = (id: string) => document.querySelector<HTMLInputElement>(`#${id}`)!
  const type = async (id: string, text: string) => {
    field(id).value = text
    field(id).dispatchEvent(new Event('input', { bubbles: true }))
    await nextTick()
  }
  const press = async (text: string) => {
    const b = [...document.querySelectorAll<HTMLButtonElement>('.workshop-form button')].find((one) =>
      one.textContent!.includes(text),
    )!
    b.click()
    await nextTick()
  }
  const submit = async () => {
    document.querySelector('.workshop-form')!.dispatchEvent(new Event('submit', { bubbles: true, cancelable: true }))
    await nextTick()
  }
  return { w, field, type, press, submit }
}

describe('a new workshop', () => {
  it('starts from what its rule set usually has', async () => {
    const { field, press } = await dialog()
    expect(field('workshop-volts').value).toBe('230')
    await press('North American')
    expect(field('workshop-volts').value).toBe('240')
    expect(field('workshop-hertz').value).toBe('60')
    expect(document.querySelector('.colours-north-america-240')!.getAttribute('aria-pressed')).toBe('true')
  })

  it('is made once it has a name and volts that can be', async () => {
    const { w, type, submit } = await dialog()
    await submit()
    expect(w.emitted('done'), 'no name').toBeUndefined()
    await type('workshop-name', '  Cold Ford Clay Co-op ')
    await type('workshop-volts', '2300')
    expect(document.body.textContent).toContain('90 to 600 V')
    await submit()
    expect(w.emitted('done'), 'no such volts').toBeUndefined()
    await type('workshop-volts', '232,5 V')
    await submit()
    expect(w.emitted('done')).toHaveLength(1)
    const [entry] = w.emitted('done')![0] as [{ settings: Workshop; people: string[] }]
    expect(entry.settings).toMatchObject({ name: 'Cold Ford Clay Co-op', volts: 232.5, hertz: 50, rules: 'metric' })
    expect(entry.people).toEqual([])
  })
})

describe('a workshop that is there', () => {
  it('keeps its volts when its rule set changes: they were measured', async () => {
    const { field, press } = await dialog({ settings, people: ['Odile W.'], there: true })
    expect(field('workshop-name').value).toBe('Tansy Lane Tileworks')
    await press('North American')
    expect(field('workshop-volts').value).toBe('230')
    expect(field('workshop-hertz').value).toBe('50')
  })
})

describe('a name', () => {
  it('is asked with the one there is, and given without the blanks around it', async () => {
    const w = keep(
      mount(NameDialog, {
        props: { modelValue: false, title: 'Rename', name: 'Ball mill', act: 'Rename it' },
        attachTo: document.body,
      }),
    )
    await w.setProps({ modelValue: true })
    await nextTick()
    const field = document.querySelector<HTMLInputElement>('#machine-name')!
    expect(field.value).toBe('Ball mill')
    const form = field.closest('form')!
    const type = async (text: string) => {
      field.value = text
      field.dispatchEvent(new Event('input', { bubbles: true }))
      await nextTick()
      form.dispatchEvent(new Event('submit', { bubbles: true, cancelable: true }))
      await nextTick()
    }
    await type('   ')
    expect(w.emitted('done')).toBeUndefined()
    await type(' Ball mill, upstairs ')
    expect(w.emitted('done')).toEqual([['Ball mill, upstairs']])
  })
})
