// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest'
import type { Remark, ReviewAnswer } from '../api/people'
import { blanks, until } from '../job/network'
import { rooms } from '../parts/injob'
import ReviewView from './ReviewView.vue'

/** The page for a licensed person, over a network of its own. */
const { here, shown } = rooms()

const sheet = blanks.path
const answer = (more: Partial<ReviewAnswer> = {}): ReviewAnswer =>
  ({
    revision: 3,
    latest: 3,
    at: '2026-03-02T09:00:00Z',
    workshop: 'Tansy Lane Tileworks',
    rules: 'metric',
    colours: 'europe',
    review: {
      title: 'Blunger',
      plate: '1.1 kW',
      bridge: 'Run capacitor',
      verdict: 'It would run.',
      grade: 'caution',
      sections: [
        {
          bay: 'protection',
          title: 'Protection',
          figures: [{ name: 'Breaker', text: '10 A', note: 'guide value', mark: 'estimated', source: '1.25 × 4.8 A' }],
          findings: [{ id: 'x', bay: 'protection', grade: 'caution', sentence: 'The relay cannot see it.' }],
        },
      ],
      questions: ['Does the local code agree: breaker 10 A?'],
      estimated: ['Breaker 10 A'],
      measured: [],
      unchecked: ['The earth.'],
      caution: 'For a licensed person’s review.',
    },
    path: sheet,
    power: sheet,
    control: sheet,
    machines: [{ id: 'm1', name: 'Blunger' }],
    ...more,
  }) as unknown as ReviewAnswer
const remark = (more: Partial<Remark>): Remark =>
  ({
    id: 'r1',
    kind: 'remark',
    words: '',
    who: 'Rita S.',
    signed: true,
    at: '2026-03-02T10:00:00Z',
    revision: 3,
    ...more,
  }) as Remark

let said: Remark[] = []
beforeEach(() => {
  said = []
  here.network.answers['GET /api/jobs/j1/review'] = () => answer()
  here.network.answers['GET /api/jobs/j1/remarks'] = () => ({ remarks: said })
})
async function opened() {
  const { w } = await shown(ReviewView, { id: 'j1' })
  await until('it is there', () => w.find('.sheet h1').exists())
  return w
}

describe('the review', () => {
  it('shows every figure with its mark and its source, and what nobody has checked', async () => {
    const w = await opened()
    const row = w.find('[data-review="protection"] tr').text()
    for (const part of ['Breaker', '10 A', 'estimated', '1.25 × 4.8 A']) expect(row).toContain(part)
    expect(w.find('[data-review="protection"]').text()).toContain('The relay cannot see it.')
    expect(w.text()).toContain('The earth.')
    expect(w.find('.review-asks').text()).toContain('breaker 10 A?')
  })
  it('keeps words at the bay they are about, signed and dated', async () => {
    const sent: unknown[] = []
    here.network.answers['POST /api/jobs/j1/remarks'] = ((b: { words: string; bay?: string }) => {
      sent.push(b)
      said = [remark({ words: b.words, bay: b.bay })]
      return { remarks: said }
    }) as never
    const w = await opened()
    await w.find('[data-review="protection"] h2 button').trigger('click')
    await w.find('#review-protection').setValue('A thermistor, please.')
    await w.find('[data-review="protection"] form').trigger('submit')
    await until('it stands there', () => w.find('[data-review="protection"] .review-said').exists())
    expect(sent).toEqual([{ words: 'A thermistor, please.', bay: 'protection' }])
    expect(w.find('.review-said').text()).toContain('Rita S.')
    expect(w.find('.review-said').text()).toContain('revision 3')
  })
  it('shows an approval, as it was printed, and as stale after a change', async () => {
    said = [remark({ id: 'a1', kind: 'approval', words: 'As planned.', revision: 2, stale: true, printed: true })]
    const w = await opened()
    expect(w.find('.review-approvals').text()).toContain('Approved then, changed since')
    expect(w.find('.review-approvals a').attributes('href')).toBe('/api/jobs/j1/remarks/a1/sheet.pdf')
    expect(w.text()).not.toContain('Approve revision')
  })
  it('of an earlier revision says so, and takes no words', async () => {
    here.network.answers['GET /api/jobs/j1/review'] = () => answer({ revision: 2 })
    const w = await opened()
    expect(w.text()).toContain('This is revision 2; revision 3 stands now.')
    expect(w.find('[data-review="protection"] h2 button').exists()).toBe(false)
  })
})
