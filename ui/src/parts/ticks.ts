/** Round steps for a ruler: at most n of them. */
export function ticks(to: number, n: number): number[] {
  const raw = to / n
  const power = 10 ** Math.floor(Math.log10(raw))
  const step = [1, 2, 5, 10].map((k) => k * power).find((s) => s >= raw) ?? raw
  const out: number[] = []
  for (let v = 0; v <= to + 1e-9; v += step) out.push(Math.round(v * 1000) / 1000)
  return out
}
