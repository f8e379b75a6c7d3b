<script setup lang="ts">
/** The parts of a bay, one shown at a time; a field asked for from outside opens its own. */
import { watch } from 'vue'
import { useJob } from '../job/open'

const props = defineProps<{ label: string; tabs: { id: string; title: string; entries: string[] }[] }>()
const chosen = defineModel<string>({ required: true })
const job = useJob()

/** The ledger, Next or a key asks for an entry. */
watch(
  () => job.asked.value,
  (path) => {
    const t = props.tabs.find((one) => path && one.entries.includes(path))
    if (t) chosen.value = t.id
  },
  { immediate: true },
)
</script>

<template>
  <nav class="bay-tabs" :aria-label="label">
    <button
      v-for="t in tabs"
      :key="t.id"
      type="button"
      :class="{ chosen: t.id === chosen }"
      :aria-current="t.id === chosen ? 'true' : undefined"
      @click="chosen = t.id"
    >
      {{ t.title }}
    </button>
  </nav>
</template>

<style scoped>
.bay-tabs {
  display: flex;
  flex-wrap: wrap;
  margin-left: auto;
}
.bay-tabs :deep(button) {
  min-height: 34px;
  padding: 4px 12px;
  border: 0;
  border-bottom: 3px solid transparent;
  background: transparent;
  font: inherit;
  color: var(--river);
  cursor: pointer;
}
.bay-tabs :deep(.chosen) {
  border-bottom-color: var(--river);
  color: var(--ink);
  font-weight: 600;
}
@media (max-width: 760px) {
  .bay-tabs {
    margin-left: 0;
    width: 100%;
  }
  .bay-tabs :deep(button) {
    min-height: 44px;
    padding: 4px 10px;
  }
}
</style>
