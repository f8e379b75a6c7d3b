/** The answers of a choice that names a thing: none, wanted, bought, there. */
export const thing = (none: string, there: string, note?: string) => [
  { value: '', label: none },
  { value: 'wanted', label: 'Wanted' },
  { value: 'bought', label: 'Bought' },
  { value: 'yes', label: there, note },
]
