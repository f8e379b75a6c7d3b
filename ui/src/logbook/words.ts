/** An entry of the book in words, as the printed book has it. */
import type { BookEntry } from '../api/bringup'
import { entered } from '../outbox/words'

export const kinds: Record<string, string> = {
  ...entered,
  revision: 'Plan changed',
  removed: 'Deleted',
}

export function titleOf(e: BookEntry): string {
  switch (e.kind) {
    case 'gate':
      return `${e.title || e.gate}: ${e.outcome ?? ''}${e.void ? ', does not count' : ''}`
    case 'part':
      return `${e.part?.what ?? ''} ${e.part?.out ? 'taken out' : 'fitted'}`
    case 'reading': {
      const [first, ...more] = e.reads ?? []
      return first
        ? `${first.name || first.take} ${valueOf(first)}${more.length ? ` and ${more.length} more` : ''}`
        : ''
    }
    case 'revision':
      return 'The plan was changed'
    case 'removed':
      return 'A file was deleted; its digest stays'
  }
  return e.words?.split('\n')[0] || kinds[e.kind] || e.kind
}

type Read = NonNullable<BookEntry['reads']>[number]
export const valueOf = (r: Read) => (r.unit ? `${r.value} ${r.unit}${r.words ? `, ${r.words}` : ''}` : (r.words ?? ''))
export const outside = (r: { where?: string }) => !!r.where && r.where !== 'inside' && r.where !== 'taken'
