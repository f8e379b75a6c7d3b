<script setup lang="ts">
/** The rotary converter: its street, its balance cans, its starts, its timetable. */
import { computed, ref, type Component } from 'vue'
import BayTabs from '../parts/BayTabs.vue'
import FigureList from '../parts/FigureList.vue'
import { useJob } from '../job/open'
import { PartsList } from '../stores/late'
import BalanceSection from './BalanceSection.vue'
import IdlerStartSection from './IdlerStartSection.vue'
import PanelSection from './PanelSection.vue'
import ReadingsSection from './ReadingsSection.vue'
import SizesSection from './SizesSection.vue'
import StreetSection from './StreetSection.vue'
import TimetableSection from './TimetableSection.vue'

const job = useJob()
const plan = computed(() => job.plan.value!)
const solved = computed(() => plan.value.rotary?.solved)
const tabs: { id: string; title: string; body: Component; entries: string[] }[] = [
  { id: 'street', title: 'Street', body: StreetSection, entries: [] },
  {
    id: 'balance',
    title: 'Balance cans',
    body: BalanceSection,
    entries: ['rotary.l1_l3_microfarad', 'rotary.l2_l3_microfarad', 'rotary.drawer', 'rotary.spun', 'rotary.cans_join'],
  },
  { id: 'sizes', title: 'Which idler', body: SizesSection, entries: ['rotary.spares'] },
  { id: 'start', title: 'Start', body: IdlerStartSection, entries: ['rotary.start_by', 'rotary.start_microfarad'] },
  { id: 'panel', title: 'Panel', body: PanelSection, entries: ['rotary.reversing'] },
  {
    id: 'timetable',
    title: 'Timetable',
    body: TimetableSection,
    entries: ['rotary.controls', 'rotary.neutral', 'rotary.drops_out', 'rotary.marked', 'rotary.apart'],
  },
  { id: 'parts', title: 'Parts', body: PartsList, entries: ['parts.prices', 'parts.hours'] },
  { id: 'readings', title: 'Readings', body: ReadingsSection, entries: ['rotary.readings'] },
]
const tab = ref('street')
const shown = computed(() => (solved.value ? tabs.find((t) => t.id === tab.value)! : tabs[0]!))
</script>

<template>
  <header class="bench-head">
    <h2>Bridge: rotary converter</h2>
    <p v-if="solved">one idler, {{ plan.rotary!.machines.length }} on it</p>
    <BayTabs v-if="solved" v-model="tab" label="Parts of the Bridge bay" :tabs="tabs" />
  </header>
  <component :is="shown.body" />
  <FigureList v-if="solved && tab === 'street'" :figures="plan.bridge" />
</template>
