<script setup lang="ts">
/** Which shelf is looked at, and what is looked for on it. */
import type { Shelf } from '../api/client'

defineProps<{ shelves: { id: Shelf; name: string }[] }>()
const shelf = defineModel<Shelf>('shelf', { required: true })
const question = defineModel<string>('question', { required: true })
const attention = defineModel<boolean>('attention', { required: true })
</script>

<template>
  <div class="yard-find">
    <div class="shelves" role="group" aria-label="Shelf">
      <button
        v-for="s in shelves"
        :key="s.id"
        type="button"
        :aria-pressed="shelf === s.id"
        :class="{ chosen: shelf === s.id }"
        @click="shelf = s.id"
      >
        {{ s.name }}
      </button>
    </div>
    <ElInput
      v-model="question"
      class="yard-question"
      placeholder="Find by name, plate or work"
      aria-label="Find machines"
      clearable
    />
    <label class="yard-attention"><input v-model="attention" type="checkbox" /> only what needs attention</label>
  </div>
</template>

<style scoped>
.yard-find {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 16px;
  margin: 10px 0;
}
.shelves {
  display: flex;
}
.shelves :deep(button) {
  min-height: 34px;
  padding: 4px 12px;
  border: 1px solid var(--rule);
  background: var(--sheet);
  cursor: pointer;
}
.shelves :deep(button + button) {
  border-left: 0;
}
.shelves :deep(.chosen) {
  background: var(--river-pale);
  box-shadow: inset 0 -3px 0 var(--river);
}
.yard-question {
  flex: 1 1 220px;
  max-width: 28rem;
}
.yard-attention {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 34px;
}
@media (max-width: 760px) {
  .shelves :deep(button),
  .yard-attention {
    min-height: 44px;
  }
}
</style>
