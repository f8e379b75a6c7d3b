import { describe, expect, it } from 'vitest'
import type { Document, JobAnswer } from '../api/client'
import { mergeable, opened, reduce, type Held } from './queue'

const doc = (volts: string) => ({ name: 'Blunger', supply: { volts }, machines: [{ id: 'm1' }] }) as unknown as Document
const job = (revision: number, volts: string, can_undo = true, can_redo = false) =>
  ({ revision, document: doc(volts), can_undo, can_redo }) as unknown as JobAnswer
const edited = (h: Held, id: string, volts: string) => reduce(h, { type: 'edited', id, document: doc(volts) })

describe('the queue of a job', () => {
  const start = opened(job(3, '236'))

  it('keeps edits in order and forgets each once it is stored', () => {
    const two = edited(edited(start, 'a', '237'), 'b', '238')
    expect(two.queue.map((c) => c.id)).toEqual(['a', 'b'])
    expect(two.queue[1]!.before).toEqual(doc('237'))
    const one = reduce(two, { type: 'stored', job: job(4, '237') })
    expect(one.queue.map((c) => c.id)).toEqual(['b'])
    expect(one.revision).toBe(4)
    expect(one.base).toEqual(doc('237'))
    expect(one.committed).toEqual(doc('238'))
    expect(start.queue).toEqual([])
  })

  it('takes back what was not sent instead of asking for an undo', () => {
    const one = edited(start, 'a', '237')
    const back = reduce(one, { type: 'stepped', id: 'u', step: 'undo', sending: false })
    expect(back.queue).toEqual([])
    expect(back.committed).toEqual(doc('236'))
    const sent = reduce(one, { type: 'stepped', id: 'u', step: 'undo', sending: true })
    expect(sent.queue.map((c) => c.step)).toEqual([undefined, 'undo'])
    expect(mergeable(one)).toBe(true)
    expect(mergeable(sent)).toBe(false)
  })

  it('asks for no step where there is none', () => {
    const first = opened(job(1, '236', false))
    expect(reduce(first, { type: 'stepped', id: 'u', step: 'undo', sending: false })).toBe(first)
    expect(reduce(first, { type: 'stepped', id: 'r', step: 'redo', sending: false })).toBe(first)
  })

  it('shows what a step or a restoration gave once nothing else waits', () => {
    const asked = reduce(start, { type: 'restored', id: 'r', to: 1 })
    const given = reduce(asked, { type: 'stored', job: job(4, '230') })
    expect(given.committed).toEqual(doc('230'))
    const more = edited(asked, 'a', '240')
    expect(reduce(more, { type: 'stored', job: job(4, '230') }).committed).toEqual(doc('240'))
  })

  it('sends what was put together, or nothing where theirs has it already', () => {
    const one = edited(start, 'a', '237')
    const met = reduce(one, { type: 'met', id: 'm', job: job(5, '236'), document: doc('237') })
    expect(met.queue).toEqual([{ id: 'm', document: doc('237'), before: doc('236') }])
    expect(met.revision).toBe(5)
    expect(reduce(one, { type: 'met', id: 'm', job: job(5, '237'), document: doc('237') }).queue).toEqual([])
  })

  it('stores both after a conflict, so that undo gives the one not taken', () => {
    const one = edited(start, 'a', '237')
    const mine = reduce(one, { type: 'chosen', ids: ['x', 'y'], job: job(5, '240'), mine: true })
    expect(mine.queue.map((c) => c.step)).toEqual([undefined])
    expect(mine.committed).toEqual(doc('237'))
    const theirs = reduce(one, { type: 'chosen', ids: ['x', 'y'], job: job(5, '240'), mine: false })
    expect(theirs.queue.map((c) => c.step)).toEqual([undefined, 'undo'])
  })

  it('drops what was refused and takes over what a closed window left', () => {
    const one = edited(start, 'a', '237')
    expect(reduce(one, { type: 'refused' }).queue).toEqual([])
    const adopted = reduce(start, {
      type: 'adopted',
      unsent: { revision: 2, base: doc('230'), changes: one.queue },
    })
    expect(adopted.revision).toBe(2)
    expect(adopted.committed).toEqual(doc('237'))
    expect(reduce(adopted, { type: 'arrived', job: job(9, '250') }).committed).toEqual(doc('250'))
  })
})
