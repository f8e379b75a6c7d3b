<script setup lang="ts">
/** Figures of the pair with their grades and words, a line each. */
import type { PairLine } from '../api/client'
import GradeMark from '../parts/GradeMark.vue'

defineProps<{ lines: readonly PairLine[]; of: string }>()
</script>

<template>
  <dl class="pair-lines">
    <div v-for="f in lines" :key="f.id" :data-pair="`${of}${f.id}`">
      <dt><GradeMark :grade="f.grade" /> {{ f.name }}</dt>
      <dd>
        <strong>{{ f.text }}</strong>
        <span v-if="f.band" class="figure-band"> likely {{ f.band }},</span>
        {{ f.note }}
      </dd>
    </div>
  </dl>
</template>

<style scoped>
.pair-lines {
  margin: 0 0 14px;
}
.pair-lines > div {
  border-top: 1px solid var(--rule);
  padding: 5px 0;
}
.pair-lines dd {
  margin: 0 0 0 22px;
}
</style>
