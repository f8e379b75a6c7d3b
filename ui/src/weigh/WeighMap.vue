<script setup lang="ts">
/** The borders of the answer: which bridge is taken over load and slowest speed, letter and colour alike. */
import { computed } from 'vue'
import type { Borders, Kind } from '../api/weigh'

const props = defineProps<{ map: Borders }>()
const letters: Record<Kind, string> = { capacitor: 'C', rotary: 'R', drive: 'D', dc: 'DC', none: '–' }
const names: Record<Kind, string> = {
  capacitor: 'run capacitor',
  rotary: 'rotary converter',
  drive: 'drive',
  dc: 'DC controller',
  none: 'none of these',
}
const [w, h] = [46, 30]
const kinds = computed(() => (Object.keys(letters) as Kind[]).filter((k) => props.map.best.some((r) => r.includes(k))))
/** Where a value lies among the steps, between two of them in proportion. */
function place(steps: number[], x: number) {
  for (let i = 0; i + 1 < steps.length; i++) {
    const [a, b] = [steps[i]!, steps[i + 1]!]
    if ((x - a) * (x - b) <= 0) return i + (x - a) / (b - a)
  }
  return Math.abs(x - steps[0]!) < Math.abs(x - steps.at(-1)!) ? 0 : steps.length - 1
}
const at = computed(() => ({
  x: 44 + (place(props.map.loads, props.map.load) + 0.5) * w,
  y: (place(props.map.speeds, props.map.speed) + 0.5) * h,
}))
</script>

<template>
  <figure class="weigh-map">
    <svg
      :viewBox="`0 0 ${60 + map.loads.length * w} ${44 + map.speeds.length * h}`"
      role="img"
      aria-label="Which bridge is taken over load and slowest speed; the table below says the same"
    >
      <template v-for="(row, j) in map.best" :key="j">
        <text class="map-axis" text-anchor="end" x="38" :y="j * h + h / 2 + 4">{{ map.speeds[j] }} %</text>
        <g v-for="(k, i) in row" :key="i">
          <rect
            :x="44 + i * w"
            :y="j * h"
            :width="w"
            :height="h"
            :class="[`map-${k}`, { limits: map.grades[j]![i] === 'caution' }]"
          />
          <text class="map-letter" text-anchor="middle" :x="44 + i * w + w / 2" :y="j * h + h / 2 + 5">
            {{ letters[k] }}
          </text>
        </g>
      </template>
      <text
        v-for="(l, i) in map.loads"
        :key="l"
        class="map-axis"
        text-anchor="middle"
        :x="44 + i * w + w / 2"
        :y="map.speeds.length * h + 16"
      >
        {{ l }} %
      </text>
      <text class="map-axis" :x="44" :y="map.speeds.length * h + 36">
        usual load, of rated torque; upward: slowest speed wanted, of the plate’s
      </text>
      <circle class="map-here" :cx="at.x" :cy="at.y" r="9" />
    </svg>
    <figcaption>
      <ul class="map-key">
        <li v-for="k in kinds" :key="k">
          <span :class="`map-swatch map-${k}`">{{ letters[k] }}</span> {{ names[k] }}
        </li>
        <li><span class="map-swatch map-dashed" /> with limits</li>
        <li><span class="map-ring" /> this job</li>
      </ul>
      <p v-for="t in map.text" :key="t">{{ t }}</p>
      <p class="soft">Every load is planned anew on each bridge; the idler is the one found for this load.</p>
    </figcaption>
    <div class="for-readers">
      <table>
        <caption>
          Which bridge is taken
        </caption>
        <tbody>
          <tr v-for="(row, j) in map.best" :key="j">
            <th scope="row">{{ map.speeds[j] }} % speed</th>
            <td v-for="(k, i) in row" :key="i">
              {{ map.loads[i] }} % load: {{ names[k] }}{{ map.grades[j]![i] === 'caution' ? ', with limits' : '' }}
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </figure>
</template>

<style scoped>
.weigh-map {
  display: grid;
  gap: 4px 28px;
  margin: 0;
}
@media (min-width: 1000px) {
  .weigh-map {
    grid-template-columns: minmax(0, 42rem) minmax(0, 1fr);
  }
}
.weigh-map svg {
  display: block;
  width: 100%;
  max-width: 42rem;
  height: auto;
}
rect {
  stroke: var(--paper);
  stroke-width: 1;
}
.map-capacitor {
  fill: var(--moss-pale);
  background: var(--moss-pale);
}
.map-rotary {
  fill: var(--ochre-pale);
  background: var(--ochre-pale);
}
.map-drive,
.map-dc {
  fill: var(--river-pale);
  background: var(--river-pale);
}
.map-none {
  fill: var(--stone);
  background: var(--stone);
}
rect.limits {
  stroke: var(--soft);
  stroke-dasharray: 3 3;
}
.map-letter {
  font-size: 14px;
  font-weight: 600;
  fill: var(--ink);
}
.map-axis {
  font-size: 12px;
  fill: var(--soft);
}
.map-here {
  fill: none;
  stroke: var(--brick);
  stroke-width: 3;
}
.map-key {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  margin: 0;
  padding: 6px 0;
  list-style: none;
}
.map-key li {
  display: flex;
  align-items: center;
  gap: 6px;
}
.map-swatch {
  display: inline-block;
  min-width: 24px;
  min-height: 22px;
  text-align: center;
  font-weight: 600;
}
.map-dashed {
  border: 1px dashed var(--soft);
}
.map-ring {
  width: 16px;
  height: 16px;
  border: 3px solid var(--brick);
  border-radius: 50%;
}
</style>
