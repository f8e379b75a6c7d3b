/** Where the slot of a pot points whose travel is 270°, and the little line that says what it does. */

const cx = 41.5
const cy = 42.5

/** Ends of the slot and its mark on the travel, for a share of the turn. */
export function needle(share: number) {
  const a = ((135 + 270 * Math.min(1, Math.max(0, share))) * Math.PI) / 180
  const p = (r: number) => ({ x: cx + r * Math.cos(a), y: cy + r * Math.sin(a) })
  const [tip, tail, mark] = [p(19), p(-19), p(33)]
  return { x: tip.x, y: tip.y, tx: tail.x, ty: tail.y, px: mark.x, py: mark.y }
}

interface Stroke {
  points: string
  kind: 'before' | 'after'
}

const strokes: Record<string, [string, string]> = {
  least: ['92,66 144,70', '92,54 144,58'],
  most: ['92,40 144,46', '92,22 144,28'],
  ir: ['92,28 144,46', '92,28 144,30'],
  'current-limit': ['92,28 144,32', '92,28 128,31 128,70'],
  accelerate: ['92,70 104,28 144,28', '92,70 128,28 144,28'],
  decelerate: ['92,28 104,70 144,70', '92,28 132,70 144,70'],
}

/** Speed over torque (over time, of a ramp) before and after turning it up. */
export function tilt(turn: string): Stroke[] {
  const both = strokes[turn]
  if (!both) return []
  return [
    { points: both[0], kind: 'before' },
    { points: both[1], kind: 'after' },
  ]
}
