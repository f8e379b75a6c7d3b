<script setup lang="ts">
/** What a bay is for, what it needs, and what people get wrong there. */
import { computed, onMounted } from 'vue'
import { pocket, wantPocket } from './pocket'
import TermText from './TermText.vue'

const props = defineProps<{ bay: string; kind: string }>()
onMounted(() => void wantPocket())
const help = computed(() =>
  pocket.value?.helps.find((h) => h.bay === props.bay && (!h.kind || h.kind === (props.kind || 'capacitor'))),
)
</script>

<template>
  <details v-if="help" class="help" :data-help="bay">
    <summary><span aria-hidden="true">?</span> What this bay is for</summary>
    <p><TermText :text="help.for" /></p>
    <p><strong>What you need.</strong> <TermText :text="help.needs" /></p>
    <p><strong>What people get wrong.</strong> <TermText :text="help.wrong" /></p>
  </details>
</template>

<style scoped>
.help {
  margin: 0 0 12px;
}
.help :deep(summary) {
  display: inline-flex;
  align-items: center;
  gap: 8px;
  min-height: 32px;
  color: var(--river);
  cursor: pointer;
  list-style: none;
}
.help :deep(summary span) {
  display: inline-grid;
  place-items: center;
  width: 22px;
  height: 22px;
  border: 1px solid currentcolor;
  border-radius: 50%;
  font-weight: 600;
}
.help[open] {
  padding: 4px 14px 10px;
  background: var(--sheet);
}
.help :deep(p) {
  max-width: 44rem;
  margin: 4px 0;
  line-height: 1.4;
}
@media (max-width: 760px) {
  .help :deep(summary) {
    min-height: 44px;
  }
}
</style>
