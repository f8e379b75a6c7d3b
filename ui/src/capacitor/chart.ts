/** The geometry of the island chart: µF along, load upward. */
import type { Island } from '../api/client'

export interface Frame {
  left: number
  right: number
  top: number
  bottom: number
  toMicrofarad: number
  toLoad: number
}

export const xOf = (f: Frame, uf: number) => f.left + (uf / f.toMicrofarad) * (f.right - f.left)
export const yOf = (f: Frame, load: number) => f.bottom - (load / f.toLoad) * (f.bottom - f.top)
export const ufAt = (f: Frame, x: number) =>
  Math.max(0, Math.min(f.toMicrofarad, ((x - f.left) / (f.right - f.left)) * f.toMicrofarad))

type Spans = Island['contours'][number]['spans']

/** The outline of one level: up along the low ends, back along the high ends. */
export function outline(f: Frame, spans: Spans): string {
  if (spans.length < 2) return ''
  const cut = (load: number) => Math.min(load, f.toLoad)
  const there = spans.map((s) => [xOf(f, s.microfarad), yOf(f, cut(s.low))])
  const back = [...spans].reverse().map((s) => [xOf(f, s.microfarad), yOf(f, cut(s.high))])
  return [...there, ...back].map(([x, y]) => `${x!.toFixed(1)},${y!.toFixed(1)}`).join(' ')
}

/** The greatest span of a level, where its label may stand. */
export function widest(spans: Spans): Spans[number] | undefined {
  return spans.reduce<Spans[number] | undefined>((best, s) => (!best || s.high > best.high ? s : best), undefined)
}

/** Which windings bound a level where µF are too few or too many, for the words on the chart. */
export function bounds(spans: Spans): { few?: string; many?: string } {
  const few = spans.find((s) => s.high_winding)?.high_winding
  const many = [...spans].reverse().find((s) => s.low_winding)?.low_winding
  return { few, many }
}
