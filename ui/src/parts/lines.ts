/** The geometry of a line chart. */

export const scale = (v: number, most: number, from: number, to: number) => from + (v / (most || 1)) * (to - from)

export const path = (points: [number, number][]) => points.map(([x, y]) => `${x.toFixed(1)},${y.toFixed(1)}`).join(' ')

interface Place {
  x: number
  y: number
}

const height = 15
const halfWidth = 62

/**
 * A place above each line for its name: tried along the line until it stands on
 * no other name, best where no other line passes close by.
 */
export function labelled(lines: Place[][], top: number): (Place | undefined)[] {
  const taken: Place[] = []
  return lines.map((line) => {
    let best: Place | undefined
    let bestRoom = -1
    for (const share of [0.5, 0.3, 0.7, 0.16, 0.84, 0.4, 0.6]) {
      const i = Math.round((line.length - 1) * share)
      const p = line[i]
      if (!p) continue
      const at = { x: p.x, y: Math.max(top + 12, p.y - 7) }
      if (taken.some((t) => Math.abs(t.x - at.x) < 2 * halfWidth && Math.abs(t.y - at.y) < height)) continue
      const room = Math.min(
        40,
        ...lines.filter((o) => o !== line).map((o) => Math.abs((o[i]?.y ?? at.y + 99) - at.y + height / 3)),
      )
      if (room > bestRoom + 1) [best, bestRoom] = [at, room]
    }
    if (best) taken.push(best)
    return best
  })
}
