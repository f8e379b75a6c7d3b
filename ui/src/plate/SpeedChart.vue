<script setup lang="ts">
/** Torque and amps over speed, with the load's line: the motor on its own supply and on the bridge. */
import { computed } from 'vue'
import { useMediaQuery } from '@vueuse/core'
import { api } from '../api/client'
import { ticks } from '../parts/ticks'
import { useAsked } from '../job/ask'

const { value: curves } = useAsked(api.curves)

const narrow = useMediaQuery('(max-width: 760px)')
const width = computed(() => (narrow.value ? 400 : 780))
const left = 34
const bottom = 230
const top = 22
const right = computed(() => width.value - 16)
const sync = computed(() => curves.value?.plate.at(-1)?.rpm ?? 1)
const most = computed(() => {
  const all = curves.value
  if (!all) return 1
  return Math.ceil(Math.max(1.5, ...all.plate.map((p) => p.torque), ...all.bridge.map((p) => p.torque)) * 2) / 2
})
const x = (rpm: number) => left + (Math.max(0, rpm) / sync.value) * (right.value - left)
const y = (share: number) => bottom - (Math.max(0, share) / most.value) * (bottom - top)
const line = (points: { rpm: number }[], value: (i: number) => number) =>
  points.map((p, i) => `${x(p.rpm).toFixed(1)},${y(Math.min(value(i), most.value)).toFixed(1)}`).join(' ')
/** A label stands where its curve passes a share of the width. */
const at = (points: { rpm: number }[], value: (i: number) => number, where: number) => {
  const i = Math.round((points.length - 1) * where)
  return { x: x(points[i]!.rpm), y: y(Math.min(value(i), most.value)) }
}
const shown = computed(() => {
  const c = curves.value
  if (!c) return []
  const out = [
    {
      id: 'plate',
      points: line(c.plate, (i) => c.plate[i]!.torque),
      text: 'torque, three-phase',
      at: at(c.plate, (i) => c.plate[i]!.torque, 0.45),
    },
    {
      id: 'load',
      points: line(c.load, (i) => c.load[i]!.torque),
      text: 'your load',
      at: at(c.load, (i) => c.load[i]!.torque, 0.62),
    },
  ]
  if (c.bridge.length)
    out.push({
      id: 'bridge',
      points: line(c.bridge, (i) => c.bridge[i]!.torque),
      text: 'torque, on the bridge',
      at: at(c.bridge, (i) => c.bridge[i]!.torque, 0.3),
    })
  return out
})
</script>

<template>
  <figure v-if="curves?.plate.length" class="speed-chart">
    <figcaption>Torque over speed, of rated</figcaption>
    <svg :viewBox="`0 0 ${width} 262`" aria-hidden="true">
      <g v-for="t in ticks(most, 4)" :key="`y${t}`">
        <line :x1="left" :x2="right" :y1="y(t)" :y2="y(t)" class="chart-grid" />
        <text :x="left - 6" :y="y(t) + 4" text-anchor="end" class="chart-text">{{ Math.round(t * 100) }}</text>
      </g>
      <g v-for="t in ticks(sync, narrow ? 4 : 8)" :key="`x${t}`">
        <line :x1="x(t)" :x2="x(t)" :y1="bottom" :y2="bottom + 6" class="chart-axis" />
        <text :x="x(t)" :y="bottom + 20" text-anchor="middle" class="chart-text">{{ t }}</text>
      </g>
      <text :x="right" :y="bottom + 32" text-anchor="end" class="chart-text">rpm</text>
      <line :x1="left" :x2="right" :y1="bottom" :y2="bottom" class="chart-axis" />
      <polyline v-for="c in shown" :key="c.id" :points="c.points" :class="`curve curve-${c.id}`" />
      <text
        v-for="c in shown"
        :key="`${c.id}-text`"
        :x="c.at.x"
        :y="c.at.y - 14"
        text-anchor="middle"
        :class="`chart-text chart-halo curve-text-${c.id}`"
      >
        {{ c.text }}
      </text>
      <template v-if="curves.rpm">
        <circle :cx="x(curves.rpm)" :cy="y(curves.share)" r="6" class="cross-ring" />
        <text
          :x="x(curves.rpm) - 10"
          :y="y(curves.share) - 12"
          text-anchor="end"
          class="chart-text chart-halo cross-text"
        >
          runs at {{ Math.round(curves.rpm) }} rpm
        </text>
      </template>
    </svg>
    <div class="for-readers">
      <table>
        <caption>
          Torque over speed
        </caption>
        <tbody>
          <tr v-for="(p, i) in curves.plate.filter((_, n) => n % 20 === 0)" :key="p.rpm">
            <th scope="row">{{ Math.round(p.rpm) }} rpm</th>
            <td>three-phase {{ Math.round(p.torque * 100) }} %</td>
            <td>bridge {{ Math.round((curves.bridge[i * 20]?.torque ?? 0) * 100) }} %</td>
            <td>load {{ Math.round((curves.load[i * 20]?.torque ?? 0) * 100) }} %</td>
          </tr>
        </tbody>
      </table>
    </div>
  </figure>
</template>

<style scoped>
.speed-chart {
  margin: 16px 0 0;
}
.speed-chart :deep(figcaption) {
  font-weight: 600;
}
.speed-chart :deep(svg) {
  display: block;
  width: 100%;
  height: auto;
}
.curve {
  fill: none;
  stroke-width: 2;
}
.curve-plate {
  stroke: #8b9290;
}
.curve-load {
  stroke: var(--ochre-fill);
  stroke-dasharray: 6 4;
}
.curve-bridge {
  stroke: var(--river);
  stroke-width: 3;
}
.curve-text-load {
  fill: var(--ochre);
}
.curve-text-bridge {
  fill: var(--river);
  font-weight: 600;
}
</style>
