/** The path of a thread through points, sagging a little between each two. */
export function threadPath(points: { x: number; y: number }[]): string {
  const [first, ...rest] = points
  if (!first) return ''
  let d = `M${first.x} ${first.y}`
  let last = first
  for (const p of rest) {
    const sag = 14 + Math.abs(p.x - last.x) / 12
    d += `Q${(p.x + last.x) / 2} ${(p.y + last.y) / 2 + sag} ${p.x} ${p.y}`
    last = p
  }
  return d
}
