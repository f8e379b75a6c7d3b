/** The geometry of a line chart. */

export const scale = (v: number, most: number, from: number, to: number) => from + (v / (most || 1)) * (to - from)

export const path = (points: [number, number][]) => points.map(([x, y]) => `${x.toFixed(1)},${y.toFixed(1)}`).join(' ')

interface Place {
  x: number
  y: number
}

interface Rect {
  left: number
  right: number
  top: number
  bottom: number
}

/** Half the width of a name in the chart's letters. */
const margin = 4
const half = (text: string) => 3.4 * text.length + margin

/** The room of a name whose baseline starts, ends or has its middle at a place. */
export function room(text: string, at: Place, anchor: 'start' | 'middle' | 'end' = 'middle'): Rect {
  const x = at.x + { start: 1, middle: 0, end: -1 }[anchor] * (half(text) - margin)
  return { left: x - half(text), right: x + half(text), top: at.y - 11, bottom: at.y + 4 }
}

const meet = (a: Rect, b: Rect) => a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom

/** How far a line stays from a rectangle, up and down, where it passes over or under it; 0 where it crosses. */
function clear(line: Place[], r: Rect): number {
  let least = Infinity
  for (let i = 1; i < line.length; i++) {
    const [p, q] = [line[i - 1]!, line[i]!]
    if (Math.max(p.x, q.x) < r.left || Math.min(p.x, q.x) > r.right) continue
    const y = (x: number) => (q.x === p.x ? p.y : p.y + ((q.y - p.y) * (x - p.x)) / (q.x - p.x))
    const ends =
      q.x === p.x ? [p.y, q.y] : [y(Math.max(r.left, Math.min(p.x, q.x))), y(Math.min(r.right, Math.max(p.x, q.x)))]
    const [high, low] = [Math.min(...ends), Math.max(...ends)]
    least = Math.min(least, Math.max(0, r.top - low, high - r.bottom))
  }
  return least
}

/**
 * A place beside each line for its name: over or under it, crossed by no line and
 * on no other name where there is such a place, else the least crossed one. fixed
 * are names that stand already, rules the lines that carry none.
 */
export function labelled(
  lines: Place[][],
  texts: string[],
  within: Rect,
  fixed: Rect[] = [],
  rules: Place[][] = [],
): (Place | undefined)[] {
  const taken = [...fixed]
  const enough = 5
  return lines.map((line, n) => {
    let best: Place | undefined
    let bestScore = -Infinity
    for (let step = 0; step < 25; step++) {
      const p = line[Math.round((line.length - 1) * (0.02 + 0.04 * step))]
      if (!p) continue
      for (const dy of [-7, 16, -14, 24, -22, 33, -32]) {
        const x = Math.min(Math.max(p.x, within.left + half(texts[n]!)), within.right - half(texts[n]!))
        const at = { x, y: p.y + dy }
        const r = room(texts[n]!, at)
        if (r.top < within.top || r.bottom > within.bottom || taken.some((t) => meet(t, r))) continue
        const free = Math.min(enough, ...[...lines, ...rules].map((l) => clear(l, r)))
        const score = 100 * free - Math.abs(dy) - 10 * Math.abs(step / 25 - 0.5)
        if (score > bestScore) [best, bestScore] = [at, score]
      }
    }
    if (best) taken.push(room(texts[n]!, best))
    return best
  })
}
