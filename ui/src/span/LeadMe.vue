<script setup lang="ts">
/**
 * One question at a time: the first that is open in the order of work. What is answered makes room for the next; who
 * does not know goes on, and is told how to find out or what is assumed meanwhile.
 */
import { computed, ref, watch } from 'vue'
import type { Plan } from '../api/client'
import TermText from '../glossary/TermText.vue'

type Step = Plan['steps'][number]
const props = defineProps<{ steps: Step[] }>()
const emit = defineEmits<{ go: [step: Step]; stop: [] }>()

const skipped = ref(new Set<string>())
const lost = ref('')
const open = computed(() => props.steps.filter((s) => !s.card && !skipped.value.has(s.text)))
const now = computed(() => open.value[0] ?? props.steps.find((s) => s.card))
watch(
  () => now.value?.text,
  () => now.value && !now.value.card && emit('go', now.value),
  { immediate: true },
)

function goOn() {
  const s = now.value
  if (!s) return
  lost.value = s.unknown ?? ''
  skipped.value = new Set([...skipped.value, s.text])
}
function again() {
  skipped.value = new Set()
  lost.value = ''
}
</script>

<template>
  <section v-if="now" class="lead" aria-label="One question at a time">
    <p class="lead-now" role="status">
      <span class="soft">{{ now.card ? 'That is all that was asked.' : `${open.length} to go` }}</span>
      <strong>{{ now.text }}</strong>
    </p>
    <p v-if="lost" class="lead-lost"><strong>Meanwhile.</strong> <TermText :text="lost" /></p>
    <p class="lead-acts">
      <button type="button" class="strong" @click="emit('go', now)">
        {{ now.card ? 'Take the card' : 'Show me where' }}
      </button>
      <button v-if="!now.card" type="button" class="plain" @click="goOn">I don’t know: go on</button>
      <button v-if="skipped.size" type="button" class="plain" @click="again">
        Ask again what I did not know ({{ skipped.size }})
      </button>
      <button type="button" class="why" @click="emit('stop')">Show me everything</button>
    </p>
  </section>
</template>

<style scoped>
.lead {
  position: sticky;
  top: 0;
  z-index: 4;
  padding: 10px 18px;
  border-left: 4px solid var(--river);
  background: var(--river-pale);
}
.lead :deep(p) {
  margin: 0 0 6px;
}
.lead-now {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 14px;
  font-size: 1.15rem;
}
.lead-lost {
  max-width: 60rem;
  line-height: 1.4;
}
.lead-acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}
.lead-acts > * {
  min-height: 44px;
}
@media (max-width: 760px) {
  .lead {
    position: static;
    padding: 8px 12px;
  }
}
</style>
