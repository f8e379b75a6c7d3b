<script setup lang="ts">
/** Every gate with how far it is; the mark has a shape of its own for each state. */
import type { Ahead } from './ahead'

defineProps<{ gates: Ahead[]; shown: string }>()
defineEmits<{ go: [id: string] }>()

const words: Record<string, string> = {
  open: 'to do',
  waiting: 'waits',
  passed: 'passed',
  skipped: 'skipped',
  failed: 'failed',
  again: 'open again',
}
const state = (g: Ahead) => g.pending ?? g.state
</script>

<template>
  <ol class="gates" aria-label="Gates">
    <li v-for="(g, n) in gates" :key="g.id" :class="[state(g), { shown: g.id === shown }]">
      <button type="button" :aria-current="g.id === shown ? 'step' : undefined" @click="$emit('go', g.id)">
        <svg viewBox="0 0 16 16" width="18" height="18" aria-hidden="true">
          <path v-if="state(g) === 'passed'" d="m2 8.5 4 4.5L14.5 3" class="stroke" />
          <path v-else-if="state(g) === 'failed'" d="M3 3l10 10M13 3 3 13" class="stroke" />
          <path v-else-if="state(g) === 'skipped'" d="M2 8h8M7 4l4 4-4 4M14 3v10" class="stroke" />
          <path v-else-if="state(g) === 'again'" d="M13 5a6 6 0 1 0 1 5M14 1v5H9" class="stroke" />
          <circle v-else-if="g.ready" cx="8" cy="8" r="5.5" class="stroke" />
          <circle v-else cx="8" cy="8" r="2.2" />
        </svg>
        <span>{{ n + 1 }} {{ g.title }}</span>
        <small>{{ words[state(g)] }}<template v-if="g.pending">, not sent</template></small>
      </button>
    </li>
  </ol>
</template>

<style scoped>
.gates {
  margin: 0;
  padding: 0;
  list-style: none;
}
.gates button {
  display: flex;
  align-items: center;
  gap: 10px;
  width: 100%;
  min-height: 44px;
  padding: 4px 10px;
  border: 0;
  border-bottom: 1px solid var(--rule);
  background: none;
  text-align: left;
  cursor: pointer;
}
.gates span {
  flex: 1;
}
.gates small {
  color: var(--soft);
  white-space: nowrap;
}
.gates .shown button {
  background: var(--river-pale);
  font-weight: 600;
}
.gates .failed svg,
.gates .failed small {
  color: var(--brick);
}
.gates .passed svg {
  color: var(--moss);
}
.gates .again :is(svg, small),
.gates .skipped :is(svg, small) {
  color: var(--ochre);
}
.gates .waiting {
  color: var(--soft);
}
.stroke {
  fill: none;
  stroke: currentcolor;
  stroke-width: 2;
}
circle:not(.stroke) {
  fill: currentcolor;
}
</style>
