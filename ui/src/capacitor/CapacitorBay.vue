<script setup lang="ts">
/** The capacitor from the made third line: sized, bought, started, trimmed; and for how long it may run so. */
import { computed, ref, type Component } from 'vue'
import BayTabs from '../parts/BayTabs.vue'
import GradeMark from '../parts/GradeMark.vue'
import { useJob } from '../job/open'
import CansSection from './CansSection.vue'
import PairSection from './PairSection.vue'
import SizeSection from './SizeSection.vue'
import StartSection from './StartSection.vue'
import TrimSection from './TrimSection.vue'

const job = useJob()
const plan = computed(() => job.plan.value!)
const link = computed(() => plan.value.link)
const ready = computed(() => plan.value.bridge.length > 0)
const stop = computed(() => plan.value.findings.find((f) => f.id === 'capacitor.none' || f.id === 'plate.single-phase'))
const tabs: { id: string; title: string; body: Component; entries: string[] }[] = [
  {
    id: 'size',
    title: 'Size',
    body: SizeSection,
    entries: ['bridge.microfarad', 'bridge.corner_to', 'bridge.reversing'],
  },
  { id: 'cans', title: 'Cans and parts', body: CansSection, entries: ['bridge.drawer', 'parts.prices', 'parts.hours'] },
  {
    id: 'start',
    title: 'Start',
    body: StartSection,
    entries: ['bridge.start_microfarad', 'bridge.start_by', 'load.inertia'],
  },
  {
    id: 'pair',
    title: 'Two capacitors',
    body: PairSection,
    entries: ['bridge.pair_first_microfarad', 'bridge.pair_second_microfarad'],
  },
  { id: 'trim', title: 'Trim', body: TrimSection, entries: ['bridge.trim'] },
]
const tab = ref('size')
const shown = computed(() => tabs.find((t) => t.id === tab.value)!)
</script>

<template>
  <header class="bench-head">
    <h2>Bridge: run capacitor</h2>
    <p v-if="ready">from the made third line to {{ link.corner_to }}</p>
    <BayTabs v-if="ready" v-model="tab" label="Parts of the Bridge bay" :tabs="tabs" />
  </header>
  <template v-if="ready">
    <section v-if="plan.use" class="use" :class="`use-${plan.use.use}`" aria-label="For how long">
      <p>
        <GradeMark :grade="plan.use.grade" /> <strong>{{ plan.use.title }}.</strong> {{ plan.use.reason }}
      </p>
      <details>
        <summary>The other school’s view</summary>
        <p>{{ plan.use.other }}</p>
      </details>
    </section>
    <component :is="shown.body" />
  </template>
  <p v-else-if="stop" class="bridge-none">{{ stop.sentence }} {{ stop.detail }}</p>
  <p v-else class="soft">
    The bridge is sized once the motor can be computed: power, volts with their joint (Δ or Y), rpm and hertz from the
    plate.
  </p>
</template>

<style scoped>
.use {
  margin: 0 0 12px;
  padding: 8px 12px;
  border-left: 4px solid var(--moss);
  background: var(--sheet);
}
.use-short {
  border-left-color: var(--ochre);
}
.use-test,
.use-none {
  border-left-color: var(--brick);
}
.use :deep(summary) {
  cursor: pointer;
  color: var(--river);
  font-size: 0.9rem;
}
.bridge-none {
  border-left: 4px solid var(--brick);
  padding: 6px 14px;
  max-width: 40rem;
}
</style>
