<script setup lang="ts">
/** The volts on their way from the transformer to the motor: a staircase for each state. */
import { computed, ref } from 'vue'
import { useElementSize } from '@vueuse/core'
import type { Stair } from '../api/client'

const props = defineProps<{ stairs: Stair[] }>()
const host = ref<HTMLElement>()
const { width: room } = useElementSize(host)
/** Drawn as wide as there is room, so that its words keep their size. */
const width = computed(() => Math.min(640, room.value || 640))
const height = 220
const left = 12
const right = 128
const top = 16
const bottom = 34
const places = computed(() => props.stairs[0]?.steps.map((s) => s.place) ?? [])
const all = computed(() => props.stairs.flatMap((s) => s.steps.map((at) => at.volts)))
/** Half a percent above and below, so that a hardly sinking line is not drawn as a cliff. */
const span = computed(() => {
  const high = Math.max(...all.value)
  return { low: Math.min(...all.value) - 0.005 * high, high: high * 1.005 }
})
const x = (i: number) => left + ((width.value - left - right) * i) / places.value.length
const y = (v: number) =>
  top + ((height - top - bottom) * (span.value.high - v)) / Math.max(span.value.high - span.value.low, 1e-9)
const path = (s: Stair) => s.steps.map((at, i) => `${i ? 'V' : `M${x(0)} `}${y(at.volts)}H${x(i + 1)}`).join('')
/** The words at the right ends, kept apart from each other. */
const ends = computed(() => {
  let last = -Infinity
  return [...props.stairs]
    .sort((a, b) => b.steps.at(-1)!.volts - a.steps.at(-1)!.volts)
    .map((s) => {
      last = Math.max(y(s.steps.at(-1)!.volts) + 4, last + 16)
      return { id: s.id, at: last, text: `${s.name} ${s.steps.at(-1)!.text}` }
    })
})
const told = computed(() =>
  props.stairs.map((s) => `${s.name}: ${s.steps.map((at) => `${at.text} ${at.place}`).join(', ')}`).join('; '),
)
</script>

<template>
  <div ref="host" class="stairs-host">
    <svg class="stairs" :viewBox="`0 0 ${width} ${height}`" role="img" :aria-label="`The volts on their way. ${told}`">
      <g v-for="(p, i) in places" :key="p">
        <line v-if="i" class="stair-place" :x1="x(i)" :x2="x(i)" :y1="top" :y2="height - bottom" />
        <text class="stair-word" :x="(x(i) + x(i + 1)) / 2" :y="height - 12" text-anchor="middle">{{ p }}</text>
      </g>
      <g v-for="s in stairs" :key="s.id" :class="`stair stair-${s.id}`" :data-stair="s.id">
        <path :d="path(s)" />
      </g>
      <text v-for="e in ends" :key="e.id" class="stair-end" :class="`stair-${e.id}`" :x="width - right + 8" :y="e.at">
        {{ e.text }}
      </text>
      <text class="stair-end" :x="x(0) + 2" :y="y(stairs[0]!.steps[0]!.volts) - 5">
        {{ stairs[0]!.steps[0]!.text }}
      </text>
    </svg>
  </div>
</template>

<style scoped>
.stairs {
  display: block;
  width: 100%;
  max-width: 640px;
  margin: 4px 0 10px;
}
.stair path {
  fill: none;
  stroke-width: 2.5;
  stroke: var(--ink);
}
.stair-idle path {
  stroke: var(--soft);
  stroke-dasharray: 2 4;
}
.stair-starting path {
  stroke: var(--brick);
  stroke-dasharray: 8 4;
}
.stair-place {
  stroke: var(--rule);
}
.stair-word {
  fill: var(--soft);
  font-size: 13px;
}
.stair-end {
  fill: var(--ink);
  font-size: 13px;
  font-weight: 600;
}
</style>
