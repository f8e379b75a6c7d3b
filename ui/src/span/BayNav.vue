<script setup lang="ts">
/** The six bays beneath the path, each with its key figure and gravest mark. */
import { computed } from 'vue'
import GradeMark from '../parts/GradeMark.vue'
import { useJob } from '../job/open'

defineProps<{ chosen: string }>()
const emit = defineEmits<{ go: [bay: string] }>()
const job = useJob()
const plan = computed(() => job.plan.value!)
</script>

<template>
  <nav class="bays" aria-label="Bays">
    <button
      v-for="(b, i) in plan.bays"
      :key="b.bay"
      type="button"
      :class="{ chosen: b.bay === chosen }"
      :aria-current="b.bay === chosen ? 'true' : undefined"
      @click="emit('go', b.bay)"
    >
      <span class="bay-number" aria-hidden="true">{{ i + 1 }}</span>
      <span class="bay-words"
        ><strong>{{ b.title }}</strong
        ><span class="bay-key">{{ b.key }}</span></span
      >
      <GradeMark :grade="b.mark" />
    </button>
  </nav>
</template>

<style scoped>
.bays {
  display: grid;
  grid-template-columns: repeat(6, 1fr);
  border-top: 1px solid var(--rule);
}
.bays :deep(button) {
  display: flex;
  align-items: flex-start;
  gap: 10px;
  padding: 6px 12px 7px 14px;
  border: 0;
  border-left: 1px solid var(--rule);
  border-top: 3px solid transparent;
  background: transparent;
  text-align: left;
  cursor: pointer;
  min-width: 0;
}
.bays :deep(button:first-child) {
  border-left: 0;
}
.bays :deep(.chosen) {
  background: var(--paper);
  border-top-color: var(--river);
  margin-bottom: -1px;
}
.bay-number {
  color: var(--soft);
  font-size: 0.87rem;
}
.bay-words {
  flex: 1;
  min-width: 0;
  line-height: 1.25;
}
.bay-words :deep(strong) {
  display: block;
}
.bay-key {
  display: block;
  font-size: 0.87rem;
  color: var(--soft);
}
@media (max-width: 760px) {
  .bays :deep(button) {
    flex-direction: column;
    align-items: center;
    gap: 3px;
    padding: 7px 2px 8px;
    min-height: 56px;
    text-align: center;
  }
  .bay-number,
  .bay-key {
    display: none;
  }
  .bay-words {
    order: 2;
    flex: none;
    max-width: 100%;
  }
  .bay-words :deep(strong) {
    font-size: 0.72rem;
    font-weight: 500;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .bays :deep(.chosen strong) {
    font-weight: 700;
  }
}
@media (max-width: 760px) {
  .bays {
    position: fixed;
    inset: auto 0 0 0;
    z-index: 4;
    background: var(--stone);
    grid-template-columns: repeat(6, 1fr);
  }
}
</style>
