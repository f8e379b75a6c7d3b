<script setup lang="ts">
/** Named figures with the ring that says where each comes from. */
import type { Figure } from '../api/client'

defineProps<{ figures: Figure[] }>()
const origin: Record<string, string> = {
  estimated: 'estimated',
  measured: 'measured',
  plate: 'from the plate',
  computed: 'computed',
  table: 'from a table',
}
</script>

<template>
  <dl class="figures">
    <div v-for="f in figures" :key="f.id" :data-figure="f.id">
      <dt>
        <RouterLink v-if="f.section" :to="{ name: 'engine', hash: `#${f.section}` }" title="How it is computed">{{
          f.name
        }}</RouterLink>
        <template v-else>{{ f.name }}</template>
      </dt>
      <dd>
        <span class="ring" :class="`ring-${f.mark}`" :title="origin[f.mark]" role="img" :aria-label="origin[f.mark]" />
        <strong>{{ f.text }}</strong>
      </dd>
      <dd class="figure-note">
        {{ f.note }}<span v-if="f.band" class="figure-band">{{ f.note ? '; likely' : 'Likely' }} {{ f.band }}</span>
      </dd>
    </div>
  </dl>
</template>

<style scoped>
.figures :deep(dt a) {
  color: inherit;
  text-decoration: underline dotted var(--rule);
  text-underline-offset: 3px;
}
.figures :deep(dt a:hover) {
  color: var(--river);
}
</style>
