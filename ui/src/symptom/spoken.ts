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

/** By what owners type the desk is found in the palette. */
export const ownersWords =
  'hum hums buzz buzzes growls stuck trips fuse kicks out blows the fuse breaker hot too hot to touch smell smells smokes ' +
  'burning backwards wrong way slow weak stalls shakes noisy loud squeals hunts surges won’t start wont start dead no power ' +
  'drops out sparks tingles leakage bulged can needs a push low leg third leg wild leg high leg contactor chatters lights ' +
  'dim oc ol ov uv oh overload overheat runs away creeps bearing brush belt fan fault symptom broken repair'
