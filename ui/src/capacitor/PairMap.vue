<script setup lang="ts">
/** Both µF of the pair: inside the green every winding stays within plate from the lightest to the heaviest load. */
import { computed } from 'vue'
import type { Pair, PairProof } from '../api/client'

const props = defineProps<{ proof: PairProof; pair: Pair }>()
const emit = defineEmits<{ pick: [first: number, second: number] }>()
const side = 230
const left = 44
const top = 10
const n = computed(() => props.proof.worst.length)
const cell = computed(() => side / n.value)
const along = (uf: number, range: readonly number[]) => (uf - range[0]!) / (range[1]! - range[0]!)
const cross = computed(() => ({
  x: left + side * along(props.pair.first.microfarad, props.proof.first),
  y: top + side * (1 - along(props.pair.second.microfarad, props.proof.second)),
}))
const tone = (w: number) => (w === 0 ? 'none' : w <= 1 ? 'ok' : w <= 1.15 ? 'near' : w <= 1.3 ? 'hot' : 'over')
const cells = computed(() =>
  props.proof.worst.flatMap((row, j) =>
    (row ?? []).map((w, i) => ({
      key: `${i}.${j}`,
      x: left + i * cell.value,
      y: top + side - (j + 1) * cell.value,
      tone: tone(w),
    })),
  ),
)
const keys = [
  { tone: 'ok', text: 'inside' },
  { tone: 'near', text: 'to 115 %' },
  { tone: 'none', text: 'stalls' },
]
function pick(e: MouseEvent) {
  const box = (e.currentTarget as SVGElement).getBoundingClientRect()
  const px = ((e.clientX - box.left) / box.width) * 300
  const py = ((e.clientY - box.top) / box.height) * 304
  const at = (part: number, range: readonly number[]) =>
    Math.round(2 * (range[0]! + Math.min(1, Math.max(0, part)) * (range[1]! - range[0]!))) / 2
  emit('pick', at((px - left) / side, props.proof.first), at(1 - (py - top) / side, props.proof.second))
}
</script>

<template>
  <svg viewBox="0 0 300 304" class="pair-map" @click="pick">
    <title>Both µF: in the green every winding stays within plate over your loads</title>
    <rect
      v-for="c in cells"
      :key="c.key"
      :x="c.x"
      :y="c.y"
      :width="cell + 0.4"
      :height="cell + 0.4"
      :class="`cell-${c.tone}`"
    />
    <rect :x="left" :y="top" :width="side" :height="side" class="frame" />
    <line :x1="cross.x" :x2="cross.x" :y1="top" :y2="top + side" class="cross" />
    <line :x1="left" :x2="left + side" :y1="cross.y" :y2="cross.y" class="cross" />
    <circle :cx="cross.x" :cy="cross.y" r="6" class="own" />
    <text :x="left" :y="top + side + 16" class="chart-text">{{ proof.first[0]!.toFixed(0) }}</text>
    <text :x="left + side" :y="top + side + 16" text-anchor="end" class="chart-text">
      {{ proof.first[1]!.toFixed(0) }}
    </text>
    <text :x="left + side / 2" :y="top + side + 30" text-anchor="middle" class="chart-text">µF of C1</text>
    <text :x="left - 6" :y="top + side" text-anchor="end" class="chart-text">{{ proof.second[0]!.toFixed(0) }}</text>
    <text :x="left - 6" :y="top + 12" text-anchor="end" class="chart-text">{{ proof.second[1]!.toFixed(0) }}</text>
    <text
      :x="14"
      :y="top + side / 2"
      class="chart-text"
      :transform="`rotate(-90 14 ${top + side / 2})`"
      text-anchor="middle"
    >
      µF of C2
    </text>
    <g v-for="(k, i) in keys" :key="k.text">
      <rect :x="left + i * 76" :y="top + side + 40" width="12" height="12" :class="`cell-${k.tone}`" class="key" />
      <text :x="left + 17 + i * 76" :y="top + side + 50" class="chart-text">{{ k.text }}</text>
    </g>
  </svg>
</template>

<style scoped>
.pair-map {
  display: block;
  width: 100%;
  max-width: 340px;
  height: auto;
  cursor: crosshair;
}
.cell-ok {
  fill: var(--moss-fill);
  fill-opacity: 0.45;
}
.cell-near {
  fill: var(--ochre-pale);
}
.cell-hot {
  fill: var(--stone);
}
.cell-over {
  fill: var(--stone-deep);
}
.cell-none {
  fill: var(--brick-pale);
}
.key {
  stroke: var(--ink);
  stroke-width: 0.5;
}
.frame {
  fill: none;
  stroke: var(--ink);
}
.cross {
  stroke: var(--river);
}
.own {
  fill: var(--paper);
  stroke: var(--river);
  stroke-width: 3;
}
</style>
