<script setup lang="ts">
/** One reading over the months, beside what the plan expects now and the plate, with what changed between. */
import { computed } from 'vue'
import type { Trend } from '../api/bringup'
import { day } from '../parts/dates'
import { outside } from './words'

const props = defineProps<{ trend: Trend }>()
const width = 360
const high = 136
const times = computed(() => props.trend.points.map((p) => Date.parse(p.taken)))
const levels = computed(() =>
  [...props.trend.points.map((p) => p.value), props.trend.low, props.trend.high, props.trend.plate].filter(
    (v): v is number => v !== undefined,
  ),
)
/** What moves is looked at: the figure reaches a little beyond readings, band and plate, not down to nothing. */
const least = computed(() => Math.min(...levels.value))
const margin = computed(() => (Math.max(...levels.value) - least.value) * 0.12 || Math.abs(least.value) * 0.1 || 1)
const top = computed(() => Math.max(...levels.value) + margin.value)
const bottom = computed(() => (least.value >= 0 ? Math.max(0, least.value - margin.value) : least.value - margin.value))
const x = (t: number) => {
  const [a, b] = [times.value[0] ?? 0, times.value.at(-1) ?? 1]
  return 48 + (b > a ? ((t - a) / (b - a)) * (width - 116) : (width - 116) / 2)
}
const y = (v: number) => 10 + ((top.value - v) / (top.value - bottom.value)) * (high - 38)
const line = computed(() => props.trend.points.map((p, i) => `${x(times.value[i]!)},${y(p.value)}`).join(' '))
const plain = (v: number) => (Math.abs(v) >= 100 ? v.toFixed(0) : v.toFixed(1))
const last = computed(() => props.trend.points.at(-1))
</script>

<template>
  <figure class="trend">
    <figcaption>
      {{ trend.name }}
      <strong v-if="last">{{ last.value }} {{ trend.unit }}</strong>
      <span v-if="trend.expect" class="soft">plan {{ trend.expect }}</span>
    </figcaption>
    <svg :viewBox="`0 0 ${width} ${high}`" role="img" :aria-label="`${trend.name}, ${trend.points.length} readings`">
      <rect
        v-if="trend.low !== undefined && trend.high !== undefined"
        x="44"
        :y="y(trend.high)"
        :width="width - 108"
        :height="Math.max(1, y(trend.low) - y(trend.high))"
        class="band"
      />
      <template v-if="trend.plate !== undefined">
        <line x1="44" :x2="width - 64" :y1="y(trend.plate)" :y2="y(trend.plate)" class="plate" />
        <text :x="width - 60" :y="y(trend.plate) + 4">plate {{ trend.plate }}</text>
      </template>
      <polyline :points="line" class="run" />
      <g v-for="(p, i) in trend.points" :key="p.n">
        <line
          v-if="p.between?.length"
          :x1="x(times[i]!) - 5"
          :x2="x(times[i]!) - 5"
          y1="10"
          :y2="high - 22"
          class="between"
        />
        <circle :cx="x(times[i]!)" :cy="y(p.value)" r="3" :class="{ out: outside(p) }">
          <title>{{ day(p.taken) }}: {{ p.value }} {{ trend.unit }}</title>
        </circle>
      </g>
      <text x="2" :y="14">{{ plain(top) }}</text>
      <text x="2" :y="high - 20">{{ plain(bottom) }}</text>
      <text x="44" :y="high - 4">{{ trend.points[0] && day(trend.points[0].taken) }}</text>
      <text v-if="trend.points.length > 1" :x="width - 64" :y="high - 4" text-anchor="end">
        {{ last && day(last.taken) }}
      </text>
    </svg>
    <ul v-if="trend.points.some((p) => p.between?.length)" class="soft">
      <li v-for="p in trend.points.filter((one) => one.between?.length)" :key="p.n">
        Before {{ day(p.taken) }}: {{ p.between?.join('; ') }}
      </li>
    </ul>
    <table class="for-readers">
      <tr v-for="p in trend.points" :key="p.n">
        <td>{{ p.taken }}</td>
        <td>{{ p.value }} {{ trend.unit }}</td>
        <td>{{ p.where }}</td>
      </tr>
    </table>
  </figure>
</template>

<style scoped>
.trend {
  margin: 0;
  padding: 8px 12px;
  background: var(--sheet);
  border: 1px solid var(--rule);
}
.trend figcaption {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 10px;
}
.trend text {
  font-size: 13px;
  fill: var(--soft);
}
.band {
  fill: var(--moss-pale);
}
.plate {
  stroke: var(--brick);
  stroke-dasharray: 4 3;
}
.run {
  fill: none;
  stroke: var(--river);
  stroke-width: 1.6;
}
.between {
  stroke: var(--ochre);
  stroke-dasharray: 2 3;
}
circle {
  fill: var(--river);
}
circle.out {
  fill: var(--sheet);
  stroke: var(--brick);
  stroke-width: 2;
}
.trend ul {
  margin: 2px 0 0;
  padding-left: 16px;
  font-size: 0.88rem;
}
</style>
