/** The shelves of the Yard, and how a rule set is said. */
import type { Shelf } from '../api/client'

export const rules = { metric: 'metric rules', 'north-america': 'North American rules' }
export const shelves: { id: Shelf; name: string; word: string }[] = [
  { id: 'yard', name: 'In the yard', word: 'back in the yard' },
  { id: 'archive', name: 'Archive', word: 'in the archive' },
  { id: 'bin', name: 'Bin', word: 'in the bin' },
]
export const wordOf = (s: Shelf) => shelves.find((x) => x.id === s)?.word
