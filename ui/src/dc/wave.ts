/** The wave of an armature laid into a box: volts and amps each on a scale of their own, one zero. */
import { path } from '../parts/lines'

export interface Wave {
  at: number[]
  volts: number[]
  amps: number[]
  mean: number
  rms: number
  unit: string
}

interface Box {
  left: number
  right: number
  top: number
  bottom: number
}

export function waves(w: Wave, box: Box) {
  const end = w.at.at(-1) ?? 1
  const mostVolts = Math.max(1e-9, ...w.volts)
  const mostAmps = Math.max(1e-9, ...w.amps, w.rms)
  const high = box.bottom - box.top
  const sx = (x: number) => box.left + ((box.right - box.left) * x) / (end || 1)
  // Amps to three quarters of the height, so that the two lines do not lie on each other.
  const sv = (v: number) => box.bottom - (high * Math.max(0, v)) / mostVolts
  const sa = (a: number) => box.bottom - (0.75 * high * a) / mostAmps
  const amps = w.amps.map((a, i): [number, number] => [sx(w.at[i]!), sa(a)])
  const whole = end > 10 ? [0, 90, 180, 270, 360] : [0, 0.5, 1, 1.5, 2]
  const figure = (x: number, unit: string) => `${x >= 100 ? x.toFixed(0) : x.toPrecision(2)} ${unit}`
  return {
    zero: box.bottom,
    volts: path(w.volts.map((v, i) => [sx(w.at[i]!), sv(v)])),
    amps: path(amps),
    fill: `M${sx(0)},${box.bottom} ${amps.map(([x, y]) => `L${x.toFixed(1)},${y.toFixed(1)}`).join(' ')} L${sx(end)},${box.bottom}Z`,
    mean: sa(w.mean),
    rms: sa(w.rms),
    topAmps: sa(mostAmps),
    topVolts: sv(mostVolts),
    mostAmps: figure(mostAmps, 'A'),
    mostVolts: figure(mostVolts, 'V'),
    ticks: whole.filter((t) => t <= end + 1e-9).map((t) => ({ x: sx(t), text: String(t) })),
  }
}
