<script setup lang="ts">
/** A trim as it lies on the board: where its slot points, and what it does to the line of speed over torque. */
import { computed } from 'vue'
import { needle, tilt } from './pot'

const props = defineProps<{ share: number; found?: number; turn?: string; name: string; clock: string }>()
const at = computed(() => needle(props.share))
const was = computed(() => (props.found === undefined ? undefined : needle(props.found)))
const lines = computed(() => tilt(props.turn ?? ''))
</script>

<template>
  <svg viewBox="0 0 148 84" class="pot" role="img" :aria-label="`${name} at ${clock}`">
    <path d="M18.1 65.9 A33 33 0 1 1 64.8 65.9" class="pot-way" />
    <circle cx="41.5" cy="42.5" r="23" class="pot-body" />
    <line v-if="was" x1="41.5" y1="42.5" :x2="was.x" :y2="was.y" class="pot-was" />
    <line :x1="at.tx" :y1="at.ty" :x2="at.x" :y2="at.y" class="pot-slot" />
    <circle :cx="at.px" :cy="at.py" r="3.5" class="pot-mark" />
    <g v-if="lines.length">
      <path d="M92 14 V70 H144" class="pot-axis" />
      <polyline v-for="l in lines" :key="l.points" :points="l.points" :class="l.kind" />
    </g>
  </svg>
</template>

<style scoped>
.pot {
  width: 148px;
  height: 84px;
  flex: none;
}
.pot-way {
  fill: none;
  stroke: var(--rule);
  stroke-width: 3;
}
.pot-body {
  fill: #e2cf9f;
  stroke: #8d6a22;
  stroke-width: 1.5;
}
.pot-slot {
  stroke: var(--ink);
  stroke-width: 4;
}
.pot-was {
  stroke: var(--brick);
  stroke-width: 2;
  stroke-dasharray: 3 3;
}
.pot-mark {
  fill: var(--river);
}
.pot-axis {
  fill: none;
  stroke: var(--soft);
}
.before {
  fill: none;
  stroke: var(--soft);
  stroke-width: 1.5;
  stroke-dasharray: 3 3;
}
.after {
  fill: none;
  stroke: var(--river);
  stroke-width: 2.5;
}
</style>
