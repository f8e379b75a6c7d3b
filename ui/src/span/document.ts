/** Reading and changing a job document by the paths that the plan names. */
import type { Document } from '../api/client'

type Part = Record<string, unknown>

/** The text at a path like "plate.power"; empty where nothing was entered. */
export function textAt(d: Document, path: string): string {
  const [part = '', field] = path.split('.')
  const value = field ? (d[part as keyof Document] as Part | undefined)?.[field] : d[part as keyof Document]
  return typeof value === 'string' ? value : ''
}

/** The document with another text at a path; an empty text takes the entry out. */
export function withText(d: Document, path: string, text: string): Document {
  const [part = '', field] = path.split('.')
  if (!field) return { ...d, [part]: text }
  const next: Part = { ...(d[part as keyof Document] as Part) }
  if (text) next[field] = text
  else delete next[field]
  return { ...d, [part]: next }
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

export interface Difference {
  path: string
  mine: string
  theirs: string
}

const parts = ['supply', 'protection', 'bridge', 'drive', 'leads', 'plate', 'load'] as const

const shown = (v: unknown) => (Array.isArray(v) ? `${v.length} ticked` : typeof v === 'string' ? v : '')

/** Every entry in which two documents differ. The workshop's settings are not the job's. */
export function differences(mine: Document, theirs: Document): Difference[] {
  const out: Difference[] = []
  if (mine.name !== theirs.name) out.push({ path: 'name', mine: mine.name, theirs: theirs.name })
  for (const part of parts) {
    const [a, b] = [(mine[part] ?? {}) as Part, (theirs[part] ?? {}) as Part]
    for (const field of new Set([...Object.keys(a), ...Object.keys(b)]))
      if (!same(a[field] ?? '', b[field] ?? ''))
        out.push({ path: `${part}.${field}`, mine: shown(a[field]), theirs: shown(b[field]) })
  }
  return out
}

/**
 * Their document with my changes since the base in it. Undefined where both
 * changed the same entry to different things: a person has to choose.
 */
export function merged(base: Document, theirs: Document, mine: Document): Document | undefined {
  const out: Document = { ...theirs }
  if (mine.name !== base.name) {
    if (theirs.name !== base.name && theirs.name !== mine.name) return undefined
    out.name = mine.name
  }
  for (const part of parts) {
    const [b, t, m] = [base[part] ?? {}, theirs[part] ?? {}, mine[part] ?? {}] as [Part, Part, Part]
    const next: Part = { ...t }
    for (const field of new Set([...Object.keys(b), ...Object.keys(m)])) {
      if (same(m[field] ?? '', b[field] ?? '')) continue
      if (!same(t[field] ?? '', b[field] ?? '') && !same(t[field] ?? '', m[field] ?? '')) return undefined
      if (m[field] === undefined) delete next[field]
      else next[field] = m[field]
    }
    if (theirs[part] || Object.keys(next).length) Object.assign(out, { [part]: next })
  }
  return out
}

/** The words for an entry, as the screen labels it. */
export function entryName(path: string): string {
  return path.replace('.', ': ').replaceAll('_', ' ')
}

/** A text of lines without the line at an index, counted over all of them, readable or not. */
export const withoutLine = (text: string, at: number) =>
  text
    .split('\n')
    .filter((l, i) => i !== at && l.trim())
    .join('\n')
