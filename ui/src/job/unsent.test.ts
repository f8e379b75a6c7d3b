import { expect, test } from 'vitest'
import type { Document } from '../api/client'
import { newID } from '../api/id'
import { keep, left, windowsOf, type Unsent } from './unsent'

const document = { name: 'Blunger' } as Document
const unsent = (id: string): Unsent => ({ revision: 3, base: document, changes: [{ id, document, before: document }] })

class Kept implements Storage {
  private all = new Map<string, string>()
  constructor(private most = Infinity) {}
  get length() {
    return this.all.size
  }
  key = (i: number) => [...this.all.keys()][i] ?? null
  getItem = (k: string) => this.all.get(k) ?? null
  removeItem = (k: string) => void this.all.delete(k)
  clear = () => this.all.clear()
  setItem = (k: string, v: string) => {
    if (v.length > this.most) throw new DOMException('full', 'QuotaExceededError')
    this.all.set(k, v)
  }
}

test('two windows on one machine each keep their own edits', () => {
  const s = new Kept()
  expect(keep(s, 'j1', 'a', unsent('1'))).toBe(true)
  expect(keep(s, 'j1', 'b', unsent('2'))).toBe(true)
  keep(s, 'j2', 'a', unsent('3'))
  expect(windowsOf(s, 'j1')).toEqual(['a', 'b'])
  expect(left(s, 'j1', 'a')?.changes[0]?.id).toBe('1')
  expect(left(s, 'j1', 'b')?.changes[0]?.id).toBe('2')
  keep(s, 'j1', 'a')
  expect(windowsOf(s, 'j1')).toEqual(['b'])
})

test('what an earlier version left is found too', () => {
  const s = new Kept()
  s.setItem('gray-bridge-unsent-j1', JSON.stringify(unsent('old')))
  expect(windowsOf(s, 'j1')).toEqual([''])
  expect(left(s, 'j1', '')?.changes[0]?.id).toBe('old')
  keep(s, 'j1', '')
  expect(windowsOf(s, 'j1')).toEqual([])
})

test('a browser that keeps nothing is said, and half a record is none', () => {
  expect(keep(new Kept(10), 'j1', 'a', unsent('1'))).toBe(false)
  const s = new Kept()
  s.setItem('gray-bridge-unsent-j1-a', '{"revision":1')
  expect(left(s, 'j1', 'a')).toBeUndefined()
})

test('ids are made without a secure page', () => {
  const seen = new Set(Array.from({ length: 200 }, newID))
  expect(seen.size).toBe(200)
  for (const id of seen) expect(id).toMatch(/^[0-9a-f]{32}$/)
})
