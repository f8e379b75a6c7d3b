/** The map of both balance banks: L1-L3 across, L2-L3 up; its outlines and its mirror. */

/** Worst winding over plate at each point, rows from below; 0 where a motor falls out. */
export interface BalanceMap {
  steps: number
  reach: number
  motors: string[]
  worst: number[][]
  who: number[][]
}

interface Head {
  steps: number
  reach_microfarad: number
  motors: string[]
}
interface Row {
  row: number
  worst: number[]
  who: number[]
}

/** The map with one more line of what the server sends: its head, then its rows. */
export function withLine(map: BalanceMap | undefined, line: unknown): BalanceMap {
  if (!map || 'steps' in (line as Head)) {
    const h = line as Head
    return { steps: h.steps, reach: h.reach_microfarad, motors: h.motors, worst: [], who: [] }
  }
  const r = line as Row
  return { ...map, worst: [...map.worst, r.worst], who: [...map.who, r.who] }
}

/** The banks exchanged: what the same cans do with the idler spun the other way. */
export function mirrored(worst: number[][]): number[][] {
  const n = worst.length
  return Array.from({ length: n }, (_, row) => Array.from({ length: n }, (_, at) => worst[at]?.[row] ?? 0))
}

type Point = [number, number]

/**
 * The outline of a level, as lines from point to point in steps of the grid: along the edges of
 * each cell, straight between its corners. A motor that falls out is worse than any level.
 */
export function outline(worst: number[][], level: number): [Point, Point][] {
  const at = (x: number, y: number) => worst[y]?.[x] || Infinity
  const cut = (a: number, b: number) => {
    if (!Number.isFinite(a) || !Number.isFinite(b)) return 0.5
    return (level - a) / (b - a)
  }
  const out: [Point, Point][] = []
  for (let y = 0; y + 1 < worst.length; y++) {
    for (let x = 0; x + 1 < worst[y]!.length; x++) {
      const corners: [Point, number][] = [
        [[x, y], at(x, y)],
        [[x + 1, y], at(x + 1, y)],
        [[x + 1, y + 1], at(x + 1, y + 1)],
        [[x, y + 1], at(x, y + 1)],
      ]
      const ends: Point[] = []
      corners.forEach(([from, a], i) => {
        const [to, b] = corners[(i + 1) % 4]!
        if (a <= level === b <= level) return
        const t = cut(a, b)
        ends.push([from[0] + t * (to[0] - from[0]), from[1] + t * (to[1] - from[1])])
      })
      for (let i = 0; i + 1 < ends.length; i += 2) out.push([ends[i]!, ends[i + 1]!])
    }
  }
  return out
}

/** How hard the worst winding is worked, in words for a colour. */
export function band(worst: number): 'out' | 'over' | 'hot' | 'near' | 'ok' {
  if (!worst) return 'out'
  if (worst <= 1) return 'ok'
  if (worst <= 1.15) return 'near'
  return worst <= 1.5 ? 'hot' : 'over'
}

/** The key of some machines that run, as the plan's states have it. */
export const stateKey = (machines: { id: string }[], running: ReadonlySet<string>) =>
  machines
    .filter((m) => running.has(m.id))
    .map((m) => m.id)
    .join('+')
