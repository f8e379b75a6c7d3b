import { describe, expect, it } from 'vitest'
import { batch, fate, forGood, mostAtOnce, patience } from './batch'
import type { Waiting } from './kept'

const one = (n: number, more: Partial<Waiting> = {}): Waiting =>
  ({ n, job: 'j1', machine: 'm1', entry: { id: `entry-${n}`, kind: 'note', taken: '' }, ...more }) as Waiting
const numbers = (all: Waiting[]) => batch(all).map((w) => w.n)
const file = new Blob(['x'])

describe('what goes out together', () => {
  it('keeps the order and stops at another machine', () => {
    expect(numbers([one(1), one(2), one(3, { machine: 'm2' }), one(4)])).toEqual([1, 2])
    expect(numbers([])).toEqual([])
  })
  it('takes no more than the server takes', () => {
    expect(batch(Array.from({ length: 200 }, (_, i) => one(i)))).toHaveLength(mostAtOnce)
  })
  it('sends a file by itself, before what follows it', () => {
    expect(numbers([one(1), one(2, { file }), one(3)])).toEqual([1])
    expect(numbers([one(2, { file }), one(3)])).toEqual([2])
  })
  it('sends an entry whose file has arrived with the others', () => {
    const arrived = one(2, { file })
    arrived.entry.file = 'p1'
    expect(numbers([one(1), arrived, one(3)])).toEqual([1, 2, 3])
  })
  it('lets the others pass what was refused', () => {
    expect(numbers([one(1, { refused: 'no' }), one(2)])).toEqual([2])
    expect(numbers([one(1, { held: 'in the bin' }), one(2)])).toEqual([2])
  })
})

describe('what another person entered', () => {
  it('waits for that person', () => {
    const all = [one(1, { by: 'Tom H.' }), one(2, { by: 'Bram T.' }), one(3)]
    expect(batch(all, 'Bram T.').map((w) => w.n)).toEqual([2, 3])
    expect(batch(all, 'Tom H.').map((w) => w.n)).toEqual([1, 3])
  })
})

describe('when it does not go', () => {
  it('tells a refusal from a server that is busy, gone, or wants a log-in', () => {
    expect([400, 404, 422].map(forGood)).toEqual([true, true, true])
    expect([0, 401, 429, 499, 500, 503].map(forGood)).toEqual([false, false, false, false, false, false])
  })
  it('holds for the next reconnect what may be mended there, and asks about what is not', () => {
    expect([403, 404].map(fate)).toEqual(['held', 'held'])
    expect([400, 409, 413, 422].map(fate)).toEqual(['refused', 'refused', 'refused', 'refused'])
  })
  it('waits longer each time, half a minute at most', () => {
    expect(patience(0)).toBe(500)
    expect(patience(3)).toBe(4000)
    expect(patience(50)).toBe(30_000)
  })
})
