/** Words as they are compared when something is looked for: no accents, no capitals. */
export const plain = (s: string) => s.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase()

/** The words of a question; every one of them must be found. */
export const wordsOf = (question: string) => plain(question).split(/\s+/).filter(Boolean)
