<script setup lang="ts">
/** The causes, likeliest first, each with a bar; those that are hardly believed are folded. */
import { computed, ref } from 'vue'
import type { Belief } from '../api/symptom'

const props = defineProps<{ causes: Belief['causes']; left: number }>()
const all = ref(false)
const shown = computed(() => (all.value ? props.causes : props.causes.filter((c, i) => c.share >= 0.02 || i === 0)))
const percent = (x: number) => (x < 0.01 ? 'under 1 %' : `${Math.round(100 * x)} %`)
</script>

<template>
  <section aria-label="What it may be" class="causes">
    <h2>{{ left === 1 ? 'One cause left' : `${left} causes left` }}</h2>
    <ul>
      <li v-for="c in shown" :key="c.id" :data-cause="c.id">
        <details>
          <summary>
            <span class="causes-name">{{ c.name }}</span>
            <span class="causes-share">{{ percent(c.share) }}</span>
            <span class="causes-bar" aria-hidden="true"><span :style="{ width: `${100 * c.share}%` }" /></span>
          </summary>
          <p>{{ c.cure }}</p>
          <p v-if="c.proof" class="soft">Shown by: {{ c.proof }}</p>
        </details>
      </li>
    </ul>
    <button v-if="shown.length < causes.length" type="button" class="why" @click="all = true">
      {{ causes.length - shown.length }} that are hardly believed
    </button>
    <p class="soft">Shares are planning: how often each is met, and how well what was said and read fits it.</p>
  </section>
</template>

<style scoped>
.causes :deep(ul) {
  margin: 0 0 8px;
  padding: 0;
  list-style: none;
}
.causes :deep(summary) {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 2px 8px;
  min-height: 34px;
  padding: 4px 0;
  cursor: pointer;
}
.causes-bar {
  grid-column: 1 / -1;
  height: 6px;
  background: var(--stone-deep);
}
.causes-bar span {
  display: block;
  height: 100%;
  background: var(--river);
}
</style>
