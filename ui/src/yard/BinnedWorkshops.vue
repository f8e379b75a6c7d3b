<script setup lang="ts">
/** The workshops in the bin, each to be brought back. */
import type { BinnedWorkshop } from '../api/client'

/** purging is the id of what was asked to go for good, once. */
defineProps<{ workshops: BinnedWorkshop[]; purging: string }>()
const emit = defineEmits<{ back: [workshop: BinnedWorkshop]; purge: [workshop: BinnedWorkshop] }>()
</script>

<template>
  <section class="workshop binned" aria-label="Workshops in the bin">
    <header><h2>Workshops in the bin</h2></header>
    <p v-for="w in workshops" :key="w.id" class="binned-one">
      <strong>{{ w.name }}</strong> <span class="soft">{{ w.jobs }} machines</span>
      <button type="button" class="plain" @click="emit('back', w)">Bring it back</button>
      <button type="button" class="why" @click="emit('purge', w)">
        {{ purging === w.id ? 'Delete with all its machines, for good' : 'Delete for good' }}
      </button>
    </p>
  </section>
</template>

<style scoped>
.binned > :deep(header) {
  padding: 18px 0 8px;
  border-bottom: 2px solid var(--ink);
  margin-bottom: 14px;
}
.binned-one {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 14px;
  padding: 4px 0;
}
</style>
