/** Numbers as hands and mouths give them. */

/** A number as people type it, with a comma or a point; undefined where it is none. */
export function figure(text: string): number | undefined {
  const plain = text.trim().replace(',', '.')
  if (!/^-?\d+(\.\d+)?$/.test(plain)) return undefined
  return Number(plain)
}

/** Numbers as they are spoken: "four point eight", "231", "4 comma 8". */
export function spoken(text: string): string {
  const words: Record<string, string> = {
    zero: '0',
    oh: '0',
    one: '1',
    two: '2',
    three: '3',
    four: '4',
    five: '5',
    six: '6',
    seven: '7',
    eight: '8',
    nine: '9',
  }
  const joined = text
    .toLowerCase()
    .replace(/\b(point|comma|dot)\b/g, '.')
    .split(/\s+/)
    .map((w) => words[w] ?? w)
    .join('')
  return joined.match(/-?\d+(?:[.,]\d+)?/)?.[0]?.replace(',', '.') ?? ''
}
