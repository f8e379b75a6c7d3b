/** Where a relay in the supply lines lets a winding pass its plate amps unseen. */
export function blindStretch(
  points: readonly { load: number; worst: number; supply_amps: number }[],
  set: number,
): { from: number; to: number } | undefined {
  const blind = points.filter((p) => p.worst > 1 && p.supply_amps < set)
  const first = blind[0]
  // Only the stretch from there on without a gap: at heavy load it sees again.
  if (!first) return undefined
  let last = first
  for (const p of points.slice(points.indexOf(first))) {
    if (!blind.includes(p)) break
    last = p
  }
  return { from: first.load * 100, to: Math.max(last.load, first.load + 0.01) * 100 }
}
