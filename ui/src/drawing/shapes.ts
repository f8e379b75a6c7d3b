/** Turns the primitives of a drawing into what SVG wants. */
import type { Item } from '../api/client'

const at = (x: number, y: number, r: number, degrees: number): [number, number] => {
  const a = (degrees * Math.PI) / 180
  return [x + r * Math.cos(a), y + r * Math.sin(a)]
}

const round = (n: number) => Math.round(n * 100) / 100

/** The path of a circle arc from a0 to a1 degrees, clockwise on the screen. */
export function arcPath(i: Item): string {
  const [x, y, r, a0, a1] = [i.x ?? 0, i.y ?? 0, i.r ?? 0, i.a0 ?? 0, i.a1 ?? 0]
  const [sx, sy] = at(x, y, r, a0)
  const [ex, ey] = at(x, y, r, a1)
  const large = a1 - a0 > 180 ? 1 : 0
  return `M${round(sx)} ${round(sy)}A${r} ${r} 0 ${large} 1 ${round(ex)} ${round(ey)}`
}

/** The points attribute of a polyline or polygon. */
export function points(i: Item): string {
  const p = i.p ?? []
  const out: string[] = []
  for (let k = 0; k + 1 < p.length; k += 2) out.push(`${round(p[k]!)},${round(p[k + 1]!)}`)
  return out.join(' ')
}

/** The classes that the theme colours a primitive by. */
export function classes(i: Item, lit: ReadonlySet<string>): string[] {
  const out: string[] = []
  if (i.k === 'text') out.push(`text-${i.size ?? 's'}`, i.bold ? 'text-bold' : '', `fill-${i.ink ?? 'black'}`)
  else {
    if (i.ink) out.push(`ink-${i.ink}`)
    out.push(i.fill ? `fill-${i.fill}` : 'fill-none')
  }
  if (i.tone) out.push(`tone-${i.tone}`)
  if (i.dash) out.push('dashed')
  if (i.of && lit.has(i.of)) out.push('lit')
  return out.filter(Boolean)
}

/** What lights up together when a hand points at one thing. */
export function litBy(
  of: string | undefined,
  coils: readonly { name: string; start: string; finish: string }[],
): Set<string> {
  if (!of) return new Set()
  const [kind, name = ''] = of.split(' ')
  const out = new Set([of])
  for (const c of coils) {
    if (kind === 'coil' && c.name === name) out.add(`stud ${c.start}`).add(`stud ${c.finish}`)
    if (kind === 'stud' && (c.start === name || c.finish === name)) out.add(`coil ${c.name}`)
  }
  return out
}
