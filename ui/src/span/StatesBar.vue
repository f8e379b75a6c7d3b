<script setup lang="ts">
/** What is shown: now, as wanted, or a classic mistake; a brushed motor has one state only. */
import { computed } from 'vue'
import { useJob } from '../job/open'
import type { StateID } from '../job/state'

defineProps<{ state: StateID }>()
const emit = defineEmits<{ show: [state?: StateID] }>()
const mistake = defineModel<string>('mistake', { required: true })
const job = useJob()
/** Back to what is wanted: the model itself follows only once the parent has it. */
const chosen = (e: Event) => (e.target as HTMLSelectElement).value || emit('show')
const plan = computed(() => job.plan.value!)
</script>

<template>
  <div v-if="plan.brushed" class="states" />
  <div v-else class="states" role="group" aria-label="State shown">
    <button
      v-for="s in [plan.now, plan.wanted]"
      :key="s.id"
      type="button"
      :aria-pressed="state === s.id"
      :class="{ chosen: state === s.id }"
      @click="emit('show', s.id as StateID)"
    >
      <strong>{{ s.title }}</strong> <span>{{ s.note }}</span>
    </button>
    <label v-if="plan.leads.mistakes.length" class="mistake-choice" :class="{ chosen: state === 'mistake' }">
      <select v-model="mistake" aria-label="A classic mistake to look at" @change="chosen">
        <option value="">A mistake…</option>
        <option v-for="m in plan.leads.mistakes" :key="m.id" :value="m.id">{{ m.title }}</option>
      </select>
    </label>
  </div>
</template>

<style scoped>
.states {
  display: flex;
  flex: none;
}
.mistake-choice {
  display: flex;
  align-items: center;
  gap: 6px;
  padding: 0 6px;
  border: 1px solid var(--rule);
  border-left: 0;
  background: var(--sheet);
}
.mistake-choice.chosen {
  background: var(--brick-pale);
  box-shadow: inset 0 -3px 0 var(--brick);
}
.mistake-choice :deep(select) {
  width: 118px;
  min-height: 28px;
  border: 0;
  background: transparent;
  color: inherit;
  font: inherit;
}
.states :deep(button) {
  padding: 5px 12px;
  border: 1px solid var(--rule);
  background: var(--sheet);
  cursor: pointer;
  min-height: 34px;
}
.states :deep(button + button) {
  border-left: 0;
}
.states :deep(span) {
  color: var(--soft);
  font-size: 0.87rem;
}
.states :deep(.chosen) {
  background: var(--river-pale);
  box-shadow: inset 0 -3px 0 var(--river);
}
@media (max-width: 760px) {
  .states {
    flex: 1 0 100%;
    flex-wrap: wrap;
  }
  .states :deep(button) {
    flex: 1;
    min-height: 44px;
    text-align: left;
  }
  .states :deep(span) {
    display: block;
  }
  .mistake-choice {
    display: none;
  }
}
</style>
