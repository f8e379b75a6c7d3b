<script setup lang="ts">
/** A brushed motor on its controller: chosen, its speed understood, trimmed, stopped, wired, and weighed against a swap. */
import { computed, defineAsyncComponent, ref, type Component } from 'vue'
import BayTabs from '../parts/BayTabs.vue'
import GradeMark from '../parts/GradeMark.vue'
import { useJob } from '../job/open'
import { PartsList } from '../stores/late'
import ControllersSection from './ControllersSection.vue'
import DirectSpeedSection from './DirectSpeedSection.vue'
import StopSection from './StopSection.vue'
import TrimsSection from './TrimsSection.vue'

/** What is not opened first is fetched when it is opened. */
const DirectInspectSection = defineAsyncComponent(() => import('./DirectInspectSection.vue'))
const DirectWiringSection = defineAsyncComponent(() => import('./DirectWiringSection.vue'))
const SwapSection = defineAsyncComponent(() => import('./SwapSection.vue'))
const job = useJob()
const dc = computed(() => job.plan.value?.dc)
const chosen = computed(() => !!dc.value?.name)
const all: { id: string; title: string; body: Component; entries: string[] }[] = [
  {
    id: 'choose',
    title: 'Choose',
    body: ControllersSection,
    entries: [
      'dc.plate',
      'dc.armature_screws',
      'dc.line_screws',
      'dc.field_screws',
      'dc.controller',
      'dc.second_hand',
      'dc.cooling',
      'dc.air',
    ],
  },
  {
    id: 'speed',
    title: 'Speed',
    body: DirectSpeedSection,
    entries: ['dc.at', 'dc.most', 'dc.least', 'dc.held', 'dc.ir', 'dc.motor_sheave'],
  },
  { id: 'trims', title: 'Trims', body: TrimsSection, entries: ['dc.limit', 'dc.accelerate', 'dc.read_back'] },
  {
    id: 'stop',
    title: 'Start and stop',
    body: StopSection,
    entries: ['dc.brake', 'dc.brake_ohm', 'dc.reverse', 'dc.start_by', 'dc.emergency_stop'],
  },
  { id: 'wiring', title: 'Wiring', body: DirectWiringSection, entries: ['dc.cable'] },
  { id: 'parts', title: 'Parts', body: PartsList, entries: ['parts.prices', 'parts.hours'] },
  { id: 'swap', title: 'Keep or swap', body: SwapSection, entries: [] },
  { id: 'inspect', title: 'Inspect', body: DirectInspectSection, entries: ['dc.done'] },
]
const tabs = computed(() =>
  all.filter((t) =>
    t.id === 'choose' ? true : t.id === 'inspect' ? (dc.value?.inspection.length ?? 0) > 0 : chosen.value,
  ),
)
const tab = ref(chosen.value ? 'speed' : 'choose')
const shown = computed(() => tabs.value.find((t) => t.id === tab.value) ?? all[0]!)
</script>

<template>
  <header class="bench-head">
    <h2>Bridge: {{ dc?.name || 'DC controller' }}</h2>
    <BayTabs v-if="dc" v-model="tab" label="Parts of the DC bay" :tabs="tabs" />
  </header>
  <template v-if="dc">
    <p v-if="chosen" class="dc-words"><GradeMark :grade="dc.verdict!" /> It {{ dc.words }}. {{ dc.about }}</p>
    <p v-if="chosen && dc.mains" class="caution">
      Not isolated: pot, trims and their wires stand at mains potential as long as it is fed.
    </p>
    <component :is="shown.body" />
  </template>
  <p v-else class="soft">
    A controller is chosen once the motor can be computed: power, armature volts and amps and rpm from the plate.
  </p>
</template>

<style scoped>
.dc-words {
  margin: 0 0 10px;
}
</style>
