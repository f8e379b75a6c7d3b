// @vitest-environment happy-dom
import { flushPromises, mount, type VueWrapper } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { createMemoryHistory, createRouter } from 'vue-router'
import { until } from '../job/network'
import BayHelp from '../glossary/BayHelp.vue'
import { pieces, pocket, termOf, touch, touched, wantPocket } from '../glossary/pocket'
import ReferenceView from './ReferenceView.vue'
import TermCard from '../glossary/TermCard.vue'
import TermText from '../glossary/TermText.vue'

const drawing = { title: 'can', width: 200, height: 96, items: [], facts: [] }
const given = {
  terms: [
    {
      name: 'made third line',
      also: ['wild leg'],
      means: 'The line that is made. Feed no lights from it.',
      at: 'bridge',
    },
    { name: 'run capacitor', means: 'It stays in. It is a film type.', drawn: 'can', section: 'capacitor' },
    { name: 'earth', america: 'ground', means: 'The wire that ties metal to earth. It opens the breaker.' },
    { name: 'capacitor', means: 'Two foils in a can. It keeps volts.' },
    { name: 'load', means: 'What the shaft gives.' },
  ],
  helps: [
    {
      bay: 'bridge',
      kind: 'capacitor',
      for: 'It sizes the run capacitor.',
      needs: 'A plate.',
      wrong: 'More is worse.',
    },
    { bay: 'bridge', kind: 'drive', for: 'It chooses a drive.', needs: 'Amps.', wrong: 'Kilowatts.' },
    { bay: 'load', for: 'How hard it works.', needs: 'A guess.', wrong: 'Idling.' },
  ],
  sheets: [
    {
      id: 'colours',
      title: 'Wire colours',
      about: 'A habit.',
      columns: ['Region', 'Line 1'],
      rows: [['Europe', 'brown']],
      colours: [['', '#7d4526']],
      source: 'usual codes',
    },
    { id: 'namings', title: 'Names', about: 'Two.', columns: ['Winding'], rows: [['First']], source: 'standards' },
  ],
  formulas: [
    {
      id: 'belt',
      title: 'How fast?',
      says: 'a = b · c',
      about: 'Less 1 %.',
      inputs: [
        { id: 'rpm', label: 'Motor rpm', example: '1420' },
        { id: 'own', label: 'Motor sheave', example: '80 mm' },
      ],
    },
  ],
  drawings: { can: drawing },
}
const diagrams = (naming: string) => [
  { kind: 'six', title: 'Six leads: star', joints: [naming === 't' ? 'T4-T5-T6' : 'U2-V2-W2'], drawing },
]

const router = createRouter({
  history: createMemoryHistory(),
  routes: [
    { path: '/reference', name: 'reference', component: { template: '<p />' } },
    { path: '/engine', name: 'engine', component: { template: '<p />' } },
  ],
})
let asked: string[]
let lost = false
let w: VueWrapper | undefined

beforeEach(async () => {
  asked = []
  lost = false
  vi.stubGlobal('fetch', async (r: Request) => {
    const url = new URL(r.url)
    const typed = r.method === 'POST' ? ((await r.json()) as { typed: Record<string, string> }).typed : {}
    asked.push(url.pathname + url.search)
    if (lost) throw new TypeError('no network')
    const body =
      url.pathname === '/api/reference/leads'
        ? { diagrams: diagrams(url.searchParams.get('naming') ?? '') }
        : url.pathname === '/api/reference/try'
          ? typed.own === 'wide'
            ? { results: [], problems: { own: '“wide” could not be read: write it like 80 mm.' } }
            : { results: typed.rpm && typed.own ? ['568 rpm'] : [] }
          : given
    return new Response(JSON.stringify(body), { status: 200, headers: { 'Content-Type': 'application/json' } })
  })
  await wantPocket()
})
afterEach(() => {
  w?.unmount()
  w = undefined
  touched.value = undefined
  vi.unstubAllGlobals()
})
const at = async (hash: string, query = {}) => {
  await router.push({ name: 'reference', hash, query })
  w = mount(ReferenceView, { global: { plugins: [router] }, attachTo: document.body })
  await flushPromises()
  return w
}

describe('words in a sentence', () => {
  it('are found by the longest name, once each, by either name and in the plural', () => {
    expect(pieces('A run capacitor and two run capacitors').map((p) => [p.text, p.term?.name])).toEqual([
      ['A ', undefined],
      ['run capacitor', 'run capacitor'],
      [' and two run capacitors', undefined],
    ])
    expect(pieces('Grounds and capacitors').map((p) => p.term?.name)).toEqual(['earth', undefined, 'capacitor'])
    expect(pieces('unearthed').map((p) => p.term)).toEqual([undefined])
    expect(termOf('Ground')?.name).toBe('earth')
  })

  it('stay words where everybody says them', () => {
    expect(pieces('at your load')).toEqual([{ text: 'at your load' }])
  })

  it('are touched for their meaning, and let go by Escape', async () => {
    w = mount(
      { components: { TermText, TermCard }, template: '<p><TermText text="Fit a run capacitor." /></p><TermCard />' },
      { global: { plugins: [router] }, attachTo: document.body },
    )
    await flushPromises()
    await w.find('.term').trigger('click')
    await flushPromises()
    expect(w.find('.term-card').text()).toContain('It stays in.')
    expect(w.find('.term-card svg').exists()).toBe(true)
    expect(document.activeElement?.className).toContain('term-card')
    window.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape' }))
    await flushPromises()
    expect(w.find('.term-card').exists()).toBe(false)
    expect(document.activeElement?.className).toContain('term')
  })

  it('say their other names and lead to all words', async () => {
    w = mount(TermCard, { global: { plugins: [router] }, attachTo: document.body })
    touch(termOf('made third line')!)
    await flushPromises()
    expect(w.text()).toContain('Also called: wild leg')
    expect(w.find('a').attributes('href')).toBe('/reference?word=made+third+line#words')
  })
})

describe('the help of a bay', () => {
  it('is that of the bridge which stands there', async () => {
    w = mount(BayHelp, { props: { bay: 'bridge', kind: 'drive' } })
    await flushPromises()
    expect(w.text()).toContain('It chooses a drive.')
    await w.setProps({ kind: '' })
    expect(w.text()).toContain('It sizes the run capacitor.')
    await w.setProps({ bay: 'load', kind: 'drive' })
    expect(w.text()).toContain('How hard it works.')
  })
})

describe('the pocket reference', () => {
  it('finds a word by any of its names, else by its meaning', async () => {
    const v = await at('#words')
    expect(v.findAll('.word')).toHaveLength(5)
    await v.find('.words-find input').setValue('wild leg')
    expect(v.findAll('.word').map((x) => x.attributes('data-word'))).toEqual(['made third line'])
    await v.find('.words-find input').setValue('opens the breaker')
    expect(v.findAll('.word').map((x) => x.attributes('data-word'))).toEqual(['earth'])
    await v.find('.words-find input').setValue('xyzzy')
    expect(v.text()).toContain('No word of that name')
  })

  it('opens on the word that was asked for', async () => {
    const v = await at('#words', { word: 'earth' })
    expect(v.findAll('.word').map((x) => x.attributes('data-word'))).toEqual(['earth'])
  })

  it('shows the tables of a part, each with its source', async () => {
    const v = await at('#marks')
    expect(v.findAll('.sheet')).toHaveLength(2)
    expect(v.find('#colours').text()).toContain('Source: usual codes.')
    expect(v.find('#colours .swatch').attributes('style')).toContain('#7d4526')
    expect(v.find('[aria-current="page"]').text()).toBe('Colours and marks')
  })

  it('opens the part in which a table stands', async () => {
    const v = await at('#namings')
    expect(v.find('[aria-current="page"]').text()).toBe('Colours and marks')
  })

  it('draws the leads in either naming', async () => {
    const v = await at('#leads')
    expect(v.find('.diagram li').text()).toBe('U2-V2-W2')
    await v.findAll('.choice-one')[1]!.trigger('click')
    await until('it is drawn anew', () => v.find('.diagram li').text() === 'T4-T5-T6')
    expect(asked).toContain('/api/reference/leads?naming=t')
  })

  it('tries a formula, says what cannot be read, and fills in an example', async () => {
    const v = await at('#formulas')
    const fields = v.findAll('[data-formula="belt"] input')
    await fields[0]!.setValue('1420')
    await fields[1]!.setValue('wide')
    await until('it is refused', () => v.find('[role="alert"]').exists())
    expect(v.find('[role="alert"]').text()).toContain('“wide” could not be read')
    expect(fields[1]!.attributes('aria-invalid')).toBe('true')
    await v.find('[data-formula="belt"] .why').trigger('click')
    await until('it is worked out', () => v.find('.formula-result').exists())
    expect(v.find('.formula-result').text()).toBe('568 rpm')
    expect((fields[1]!.element as HTMLInputElement).value).toBe('80 mm')
  })

  it('says that the server does not answer', async () => {
    const v = await at('#formulas')
    lost = true
    await v.find('[data-formula="belt"] .why').trigger('click')
    await until('it is said', () => v.find('.trouble').exists())
    expect(v.find('.trouble').text()).toContain('server')
    expect(pocket.value).toBeDefined()
  })
})
