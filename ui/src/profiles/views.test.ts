// @vitest-environment happy-dom
import { mount, type VueWrapper } from '@vue/test-utils'
import type { Component } from 'vue'
import { createMemoryHistory, createRouter, type Router } from 'vue-router'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { network, Still, until, type Network } from '../job/network'
import { onDrive, planOf } from '../job/planned'
import { rooms } from '../parts/injob'
import LeafletPaste from './LeafletPaste.vue'
import OwnProfiles from './OwnProfiles.vue'
import ProfilesView from './ProfilesView.vue'
import ProfileView from './ProfileView.vue'
import TerminalStrip from './TerminalStrip.vue'
import TryPanel from './TryPanel.vue'

type Rec = Record<string, unknown>

/** A workshop's profiles on a server that stores them as they come. */
const plate = {
  format: 'gray-bridge/drive-profile',
  version: 1,
  name: 'Your 1.5 kW drive',
  input: { volts: { least: 200, most: 240 }, phases: 1 },
  output: { amps: 7, volts: 240 },
}
let n: Network
let w: VueWrapper | undefined
let router: Router
let versions: Rec[]

const checked = (p: Rec) => ({
  usable: p.name !== 'bad',
  problems: p.name === 'bad' ? [{ path: 'output.amps', found: '"seven"', wanted: 'a number' }] : [],
  lacks: [{ path: 'wait_minutes', text: 'How long its link stays charged. 10 minutes are taken.' }],
})
const line = (revision: number) => ({
  id: 'p1',
  kind: 'drive',
  own: 'beck-15',
  name: String(versions[revision - 1]!.name),
  about: '',
  revision,
  who: 'Odile W.',
  at: '2026-11-30T09:00:00Z',
  usable: checked(versions[revision - 1]!).usable,
  open: 1,
})
const answer = (revision = versions.length) => ({
  ...line(revision),
  workshop: 'Tansy Lane Tileworks',
  profile: versions[revision - 1],
  checked: checked(versions[revision - 1]!),
  versions: versions.map((_, i) => ({ revision: i + 1, who: 'Odile W.', at: '2026-11-30T09:00:00Z' })).reverse(),
})

beforeEach(async () => {
  vi.stubGlobal('EventSource', Still)
  n = network()
  versions = []
  n.answers['GET /api/profiles/words'] = () => ({
    functions: [
      { word: 'accelerate', name: 'Acceleration time' },
      { word: 'motor-amps', name: "Motor's rated amps" },
    ],
    terminals: [{ word: 'line', name: 'Line' }],
    shipped: [{ word: 'tarn-22', name: 'Tarn 22' }],
  })
  n.answers['POST /api/profiles/begin'] = () => ({ profile: plate, checked: checked(plate) })
  n.answers['POST /api/profiles/check'] = (body: { profile: Rec }) => checked(body.profile)
  n.answers['POST /api/workshops/w1/profiles'] = (body: { profile: Rec }) => {
    versions.push({ ...body.profile, id: 'beck-15' })
    return answer()
  }
  n.answers['GET /api/workshops/w1/profiles'] = () => ({
    workshop: 'Tansy Lane Tileworks',
    profiles: versions.length ? [line(versions.length)] : [],
  })
  n.answers['GET /api/workshops/w1/profiles/p1'] = (q: { revision: string }) =>
    answer(Number(q.revision) || versions.length)
  n.answers['PUT /api/workshops/w1/profiles/p1'] = (body: { profile: Rec }) => {
    versions.push(body.profile)
    return answer()
  }
  router = createRouter({
    history: createMemoryHistory(),
    routes: [
      { path: '/workshops/:id/profiles', name: 'profiles', component: { template: '<p />' } },
      { path: '/workshops/:id/profiles/:profile', name: 'profile', component: { template: '<p />' } },
      { path: '/', name: 'yard', component: { template: '<p />' } },
    ],
  })
})
afterEach(() => {
  w?.unmount()
  w = undefined
  vi.unstubAllGlobals()
  document.body.replaceChildren()
})

const shown = (component: Component, props: Rec) =>
  (w = mount(component as never, { props: props as never, global: { plugins: [router] }, attachTo: document.body }))

describe('the list of a workshop', () => {
  it('begins with what stands on a device, and says so where nothing is there', async () => {
    const page = shown(ProfilesView, { id: 'w1' })
    await until('it is there', () => page.text().includes('read its label'))
    expect(page.find('.profiles-begin .strong').attributes('disabled')).toBeDefined()
    await page.find('.profiles-plate input').setValue('IN 1~ 200-240 V OUT 3~ 7 A')
    await page.find('form').trigger('submit')
    await until('the editor is opened', () => router.currentRoute.value.path === '/workshops/w1/profiles/new')
    expect(router.currentRoute.value.query).toEqual({ kind: 'drive', plate: 'IN 1~ 200-240 V OUT 3~ 7 A' })
  })

  it('says what each is good for', async () => {
    versions = [{ name: 'bad' }]
    const page = shown(ProfilesView, { id: 'w1' })
    await until('it is there', () => page.find('[data-profile="beck-15"]').exists())
    expect(page.find('[data-profile="beck-15"]').text()).toContain('not to be planned on yet')
  })
})

describe('the editor', () => {
  it('stores what was begun, and each change as a version', async () => {
    await router.push('/workshops/w1/profiles/new?kind=drive&plate=x')
    const page = shown(ProfileView, { id: 'w1', profile: 'new' })
    await until('it is begun', () => page.find('h1').text() === 'Your 1.5 kW drive')
    await page.find('[data-path="name"] input').setValue('Beck 15')
    await page.find('.profile-store').trigger('click')
    await until('it is stored', () => versions.length === 1)
    expect(versions[0]!.name).toBe('Beck 15')
    await until('it has its place', () => router.currentRoute.value.path === '/workshops/w1/profiles/p1')
    await page.setProps({ profile: 'p1' } as never)
    expect(page.find('.profile-store').exists()).toBe(false)
    await page.find('[data-path="wait_minutes"] input').setValue('5')
    expect(page.find('.profile-store').text()).toBe('Store version 2')
    await page.find('.profile-store').trigger('click')
    await until('a version more', () => versions.length === 2)
    expect(versions[1]!.wait_minutes).toBe(5)
    await until('both are listed', () => page.findAll('.profile-versions li').length === 2)
  })

  it('says at its field what contradicts, and leads to what is missing', async () => {
    versions = [{ name: 'Beck 15', output: { amps: 'seven' } }]
    const page = shown(ProfileView, { id: 'w1', profile: 'p1' })
    await until('it is there', () => page.find('.profile-aside').text().includes('What it does not say'))
    await page.find('[data-path="name"] input').setValue('bad')
    await until('it is said', () => page.find('[data-path="output.amps"]').text().includes('Found "seven"'))
    expect(page.find('.profile-aside h2').text()).toBe('Not to be planned on yet')
    await page.findAll('.profile-aside .why').at(-1)!.trigger('click')
    await until('the field has it', () => !!document.activeElement?.closest('[data-path="wait_minutes"]'))
  })
})

describe('a leaflet pasted', () => {
  it('takes what is sure, asks what is doubtful line by line, and says what cannot be', async () => {
    n.answers['POST /api/drives/leaflet'] = () => ({
      lines: [
        { code: 'b1', name: 'Acceleration time', function: 'accelerate', default: '', unit: 's' },
        { code: 'b2', name: 'Ramp', function: 'ask', default: '', unit: 's' },
        { code: 'b3', name: 'Password', function: 'other', default: '', unit: '' },
      ],
    })
    const asked: { lines: Rec[] }[] = []
    n.answers['POST /api/profiles/settings'] = (body: { lines: Rec[] }) => {
      asked.push(body)
      return { parameters: [{ code: 'b1' }], doubts: [{ code: 'b2', text: 'b2 counts in min' }] }
    }
    const words = { functions: [{ word: 'accelerate', name: 'Acceleration time' }], terminals: [], shipped: [] }
    w = mount(LeafletPaste, { props: { words, known: [] }, attachTo: document.body })
    await w.find('textarea').setValue('b1 …')
    await w.find('button').trigger('click')
    await until('one is asked', () => w!.text().includes('b2 Ramp'))
    await w.find('.profile-ask select').setValue('accelerate')
    await until('none is asked any more', () => !w!.find('.profile-ask').exists())
    await w.find('.profile-read .strong').trigger('click')
    await until('they are taken', () => !!w!.emitted('take'))
    expect(asked[0]!.lines.map((l) => [l.code, l.function])).toEqual([
      ['b1', 'accelerate'],
      ['b2', 'accelerate'],
    ])
    expect(w.text()).toContain('b2 counts in min')
  })
})

describe('a leaflet whose columns were found wrongly', () => {
  it('is read anew where two of them are exchanged by hand', async () => {
    const asked: Rec[] = []
    n.answers['POST /api/drives/leaflet'] = (body: Rec) => {
      asked.push(body)
      const right = !!body.columns
      return {
        lines: [{ code: 'b1', name: 'Boost', function: 'boost', default: right ? '3' : '%', unit: right ? '%' : '3' }],
        rows: [['b1', 'Boost', '0-20', '%', '3']],
      }
    }
    w = mount(LeafletPaste, { props: { known: [] }, attachTo: document.body })
    await w.find('textarea').setValue('b1 …')
    await w.find('button').trigger('click')
    await until('the table is shown', () => w!.findAll('.profile-columns td').length === 5)
    await w.findAll('.profile-columns select')[3]!.setValue('unit')
    await until('it is read anew', () => asked.length === 2)
    expect(asked[1]!.columns).toEqual(['code', 'name', 'range', 'unit', 'default'])
    expect(w.findAll('.profile-columns select').map((s) => (s.element as HTMLSelectElement).value)).toEqual(
      asked[1]!.columns,
    )
  })
})

describe('terminals', () => {
  it('are drawn as they are typed, and one that is for nothing yet stands out', () => {
    const words = { functions: [], terminals: [{ word: 'line', name: 'Line' }], shipped: [] }
    const strip = mount(TerminalStrip, {
      props: {
        words,
        terminals: [
          { name: 'L', role: 'line' },
          { name: '21', role: '' },
          { name: 'A+', screw: 'armature' },
        ],
      },
    })
    const rows = strip.findAll('.strip-row').map((r) => r.findAll('.strip-screw').map((s) => s.text()))
    expect(rows).toEqual([['21not said'], ['LLine', 'A+armature']])
    expect(strip.find('.open').text()).toContain('21')
    expect(
      mount(TerminalStrip, { props: { terminals: [] } })
        .find('.strip')
        .exists(),
    ).toBe(false)
  })
})

describe('a device tried', () => {
  it('goes on from deed to deed, and comes out of its box again with another profile', async () => {
    const deeds: Rec[][] = []
    n.answers['POST /api/profiles/try'] = (body: { deeds: Rec[] }) => {
      deeds.push(body.deeds)
      return { outcomes: body.deeds.map((d) => ({ shows: String(d.do), refused: d.do === 'run' ? 'No.' : '' })) }
    }
    const profile = { parameters: [{ code: 'A1' }], trims: [{ name: 'FAST' }] }
    w = mount(TryPanel, { props: { kind: 'drive', profile, usable: true } })
    expect(w.findAll('.try-set option').map((o) => o.text())).toEqual(['A1', 'FAST'])
    await w.findAll('.try-keys button')[2]!.trigger('click')
    await until('it shows it', () => w!.find('.try-display').text() === 'trip')
    await w.findAll('.try-keys button')[0]!.trigger('click')
    await until('it refuses', () => w!.text().includes('No.'))
    expect(deeds.at(-1)!.map((d) => d.do)).toEqual(['trip', 'run'])
    await w.setProps({ profile: { ...profile } })
    expect(w.find('.try-display').text()).toContain('out of its box')
    await w.setProps({ usable: false })
    expect(w.find('.try-display').exists()).toBe(false)
  })
})

describe('a machine', () => {
  const { here, shown: inRoom } = rooms()
  const begin = (d = onDrive()) => {
    here.network = network(d)
    here.network.plan = planOf
    Object.assign(here.network.answers, n.answers)
  }
  it('is planned on a profile of its workshop', async () => {
    versions = [{ ...plate, id: 'beck-15', name: 'Beck 15', revision: 1 }]
    begin()
    const { w: page, job } = await inRoom(OwnProfiles, { kind: 'drive' })
    await until('it is listed', () => page.find('[data-own="beck-15"] button').exists())
    expect(page.find('[data-own="beck-15"] button').text()).toBe('Plan on it')
    await page.find('[data-own="beck-15"] button').trigger('click')
    await until('it is taken', () => job.document.value?.bridge.drive?.profile === 'beck-15')
    expect(job.document.value?.bridge.drive?.own?.name).toBe('Beck 15')
    expect(page.find('[data-own="beck-15"]').text()).toContain('This machine is planned on it')
  })

  it('stays on its version until somebody takes the newer one over', async () => {
    const first = { ...plate, id: 'beck-15', name: 'Beck 15', revision: 1 }
    versions = [first, { ...first, revision: 2, wait_minutes: 7 }]
    const d = onDrive()
    begin({ ...d, bridge: { ...d.bridge, drive: { ...d.bridge.drive, own: first, profile: 'beck-15' } } } as typeof d)
    const { w: page, job } = await inRoom(OwnProfiles, { kind: 'drive' })
    await until('it is said', () => page.text().includes('This machine stands on version 1'))
    await page.find('[data-own="beck-15"] button').trigger('click')
    await until('it is taken over', () => job.document.value?.bridge.drive?.own?.revision === 2)
    expect(job.document.value?.bridge.drive?.own?.wait_minutes).toBe(7)
  })
})
