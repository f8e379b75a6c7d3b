/**
 * Reading and changing a job document by paths. A bay speaks of its own entries
 * ("plate.power", "drive.at"); where they stand in the document ("machines.m1.plate.power")
 * depends on the machine that is chosen. Which entries there are, what two documents
 * differ in and how two persons' edits are put together, the server says.
 */
import type { Document, Machine } from '../api/client'

type Part = Record<string, unknown>

const ofMachine = ['plate', 'leads', 'load', 'protection', 'fit', 'parts', 'makeup', 'desk']
const ownBridge = ['rotary', 'drive', 'dc']

/** Where a bay's own path stands in the document, for a machine. A path of the document stays as it is. */
export function placed(machine: string, path: string): string {
  const [chapter = '', field = ''] = path.split('.')
  if (ofMachine.includes(chapter)) return `machines.${machine}.${path}`
  if (ownBridge.includes(chapter)) return `bridge.${path}`
  if (chapter === 'bridge' && !['kind', 'capacitor', ...ownBridge].includes(field)) return `bridge.capacitor.${field}`
  return path
}

/** The bay's own path of a path in the document. */
export const local = (path: string) =>
  path
    .replace(/^machines\.[^.]+\./, '')
    .replace(/^bridge\.capacitor\./, 'bridge.')
    .replace(/^bridge\.(drive|rotary|dc)\./, '$1.')

/** What stands at a path of a document or a profile; undefined where nothing does. */
export function valueAt(d: object, path: string): unknown {
  let here: unknown = d
  for (const key of path.split('.')) {
    if (Array.isArray(here)) here = (here as { id: string }[]).find((m) => m.id === key)
    else here = (here as Part | undefined)?.[key]
  }
  return here
}

/** The text at a path; empty where nothing was entered. */
export function textAt(d: Document, path: string): string {
  const value = valueAt(d, path)
  return typeof value === 'string' ? value : ''
}

/** The document with another value at a path; an empty text takes the entry out. */
export function withValue(d: Document, path: string, value: unknown): Document {
  const put = (here: unknown, keys: string[]): unknown => {
    const [key = '', ...rest] = keys
    if (Array.isArray(here)) return (here as { id: string }[]).map((m) => (m.id === key ? put(m, rest) : m))
    const next: Part = { ...(here as Part | undefined) }
    if (rest.length) next[key] = put(next[key], rest)
    else if (value === '' && keys.length === 1 && here !== d) delete next[key]
    else next[key] = value
    return next
  }
  return put(d, path.split('.')) as Document
}

/** The machine of an id, or the first. */
export const machineOf = (d: Document, id: string): Machine => d.machines.find((m) => m.id === id) ?? d.machines[0]!

/** The document with a machine before the others: the server answers about the first. */
export function about(d: Document, id: string): Document {
  if (!d.machines.some((m) => m.id === id) || d.machines[0]?.id === id) return d
  return { ...d, machines: [machineOf(d, id), ...d.machines.filter((m) => m.id !== id)] }
}

/** Keys in one order, so that two documents with the same content are the same text. */
function ordered(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(ordered)
  if (value === null || typeof value !== 'object') return value
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([k, v]) => [k, ordered(v)]),
  )
}

export const same = (a: unknown, b: unknown) => JSON.stringify(ordered(a)) === JSON.stringify(ordered(b))

/** A text of lines without the line at an index, counted over all of them, readable or not. */
export const withoutLine = (text: string, at: number) =>
  text
    .split('\n')
    .filter((l, i) => i !== at && l.trim())
    .join('\n')
