<script setup lang="ts">
/** What a check would read under each of the leading causes: figures as marks on one ruler, words beside them. */
import { computed } from 'vue'
import type { Belief } from '../api/symptom'
import { ticks as steps } from '../parts/ticks'

type Mark = Belief['marks'][number]
const props = defineProps<{ marks: Mark[] }>()
const figures = computed(() => props.marks.filter((m) => m.high !== undefined && m.low !== undefined))
/** From nothing to a little above the greatest, so that a dead part stands at the left end. */
const most = computed(() => 1.06 * Math.max(...figures.value.map((m) => m.high!), 1e-9))
const ticks = computed(() => steps(most.value, 4))
const at = (v: number) => (100 * v) / most.value
const wide = (m: Mark) => Math.max(1.5, at(m.high!) - at(m.low!))
</script>

<template>
  <table v-if="marks.length" class="ruler" :class="{ worded: !figures.length }">
    <caption class="for-readers">
      What it would read
    </caption>
    <thead>
      <tr>
        <th scope="col">If it is this</th>
        <th scope="col" class="ruler-reads">it reads</th>
        <td v-if="figures.length" class="ruler-head" aria-hidden="true">
          <span v-for="t in ticks" :key="t" :style="{ left: `${at(t)}%` }">{{ t }}</span>
        </td>
      </tr>
    </thead>
    <tbody>
      <tr v-for="m in marks" :key="m.cause">
        <th scope="row">{{ m.name }}</th>
        <td class="ruler-reads">{{ m.text }}</td>
        <td v-if="figures.length" class="ruler-line" aria-hidden="true">
          <i v-for="t in ticks" :key="t" :style="{ left: `${at(t)}%` }" />
          <b v-if="m.high !== undefined" :style="{ left: `${at(m.low!)}%`, width: `${wide(m)}%` }" />
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.ruler {
  width: 100%;
  border-collapse: collapse;
  margin: 10px 0;
  table-layout: fixed;
}
.ruler :deep(th) {
  font-weight: 400;
  text-align: left;
  padding: 5px 8px 5px 0;
}
.ruler :deep(thead th) {
  color: var(--soft);
}
.ruler-reads {
  width: 10.5em;
  padding: 5px 10px 5px 0;
  font-weight: 600;
}
.worded .ruler-reads {
  width: 50%;
}
.ruler :deep(thead .ruler-reads) {
  font-weight: 400;
}
.ruler :deep(tbody tr) {
  border-top: 1px solid var(--rule);
}
.ruler-head,
.ruler-line {
  position: relative;
  width: 34%;
}
.ruler-head span {
  position: absolute;
  bottom: 4px;
  transform: translateX(-50%);
  color: var(--soft);
  font-size: 0.85rem;
}
.ruler-head span:first-child {
  transform: none;
}
.ruler-line i {
  position: absolute;
  top: 0;
  bottom: 0;
  width: 1px;
  background: var(--rule);
}
.ruler-line b {
  position: absolute;
  top: 50%;
  height: 10px;
  margin-top: -5px;
  background: var(--river);
}
@media (max-width: 760px) {
  .ruler-reads {
    width: 7.5em;
  }
  .ruler-head,
  .ruler-line {
    width: 24%;
  }
}
</style>
