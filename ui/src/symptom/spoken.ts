/** What somebody types in his own words, as tiles. */
export interface Tile {
  id: string
  text: string
  words: string[]
}

const plain = (text: string) =>
  ` ${text
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, ' ')
    .trim()} `

/** The tiles of which one of the words stands in a text: by its beginning, a short one whole. */
export function tilesIn(text: string, tiles: readonly Tile[]): string[] {
  const all = plain(text)
  const stands = (w: string) => all.includes(w.length > 3 ? plain(w).trimEnd() : plain(w))
  return tiles.filter((t) => [t.text, ...t.words].some(stands)).map((t) => t.id)
}
