<script setup lang="ts">
/** The answer first: one sentence at the top of a bay that says what to do there. */
import { computed } from 'vue'
import { useJob } from '../job/open'
import TermText from '../glossary/TermText.vue'
import GradeMark from './GradeMark.vue'

const props = defineProps<{ bay: string }>()
const job = useJob()
const answer = computed(() => job.plan.value?.bays.find((b) => b.bay === props.bay)?.do)
</script>

<template>
  <p v-if="answer" class="answer" :class="`answer-${answer.grade}`" data-answer role="status">
    <GradeMark :grade="answer.grade" :size="20" />
    <strong><TermText aside :text="answer.text" /></strong>
  </p>
</template>

<style scoped>
.answer {
  display: grid;
  grid-template-columns: 20px 1fr;
  gap: 12px;
  align-items: start;
  margin: 0 0 14px;
  padding: 10px 14px;
  border-left: 4px solid var(--moss);
  background: var(--sheet);
  font-size: 1.06rem;
  line-height: 1.35;
}
.answer-stop {
  border-left-color: var(--brick);
  background: var(--brick-pale);
}
.answer-caution {
  border-left-color: var(--ochre);
}
.answer-open {
  border-left-color: var(--river);
}
</style>
