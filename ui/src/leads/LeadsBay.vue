<script setup lang="ts">
/** From a box of unmarked wires to the right joints: each part of the work one tab. */
import { computed, ref, type Component } from 'vue'
import BayTabs from '../parts/BayTabs.vue'
import { useJob } from '../job/open'
import MakeUpSection from '../makeup/MakeUpSection.vue'
import { useShown } from '../job/state'
import DirectionSection from './DirectionSection.vue'
import ExtrasSection from './ExtrasSection.vue'
import FindSection from './FindSection.vue'
import JointsSection from './JointsSection.vue'
import MeasureSection from './MeasureSection.vue'
import StepsSection from './StepsSection.vue'

const job = useJob()
const view = useShown()
const plan = computed(() => job.plan.value!)
const tabs: { id: string; title: string; body: Component; entries: string[] }[] = [
  {
    id: 'joints',
    title: 'Joints',
    body: JointsSection,
    entries: ['leads.found', 'leads.text', 'leads.kind', 'leads.clips', 'leads.wanted'],
  },
  { id: 'find', title: 'Find out', body: FindSection, entries: ['leads.touches', 'leads.tags', 'leads.senses'] },
  {
    id: 'measure',
    title: 'Ohms',
    body: MeasureSection,
    entries: ['leads.line_ohms', 'leads.insulation', 'plate.winding_ohms'],
  },
  { id: 'direction', title: 'Direction', body: DirectionSection, entries: ['leads.bumped'] },
  {
    id: 'makeup',
    title: 'Make-up',
    body: MakeUpSection,
    entries: ['makeup.box', 'makeup.cable', 'makeup.conduit', 'makeup.wires', 'makeup.enclosure', 'makeup.asked'],
  },
  { id: 'steps', title: 'No plate', body: StepsSection, entries: [] },
  { id: 'extras', title: 'Extras', body: ExtrasSection, entries: ['leads.extras', 'leads.photo', 'leads.starter'] },
]
/** Work that is half done leads: leads that nobody has identified come before joints. */
const tab = ref(
  plan.value.leads.agreed && !(plan.value.leads.round.settled && !plan.value.now.known) ? 'joints' : 'find',
)
const shown = computed(() => tabs.find((t) => t.id === (view.value.id === 'mistake' ? 'joints' : tab.value))!)
</script>

<template>
  <header class="bench-head">
    <h2>Leads</h2>
    <p>{{ plan.bays.find((b) => b.bay === 'leads')?.key }}</p>
    <BayTabs v-model="tab" label="Parts of the Leads bay" :tabs="tabs" />
  </header>
  <component :is="shown.body" />
</template>
