<script setup lang="ts">
/** One motor, one drive: chosen by amps, its speed as the tool sees it, told, wired and commanded. */
import { computed, defineAsyncComponent, ref, type Component } from 'vue'
import BayTabs from '../parts/BayTabs.vue'
import GradeMark from '../parts/GradeMark.vue'
import { useJob } from '../job/open'
import ChooseSection from './ChooseSection.vue'
import SheetSection from './SheetSection.vue'
import { PartsList } from '../stores/late'
import SpeedSection from './SpeedSection.vue'

/** What is not opened first is fetched when it is opened. */
const ControlSection = defineAsyncComponent(() => import('./ControlSection.vue'))
const InspectSection = defineAsyncComponent(() => import('./InspectSection.vue'))
const WiringSection = defineAsyncComponent(() => import('./WiringSection.vue'))
const job = useJob()
const drive = computed(() => job.plan.value?.drive)
const chosen = computed(() => !!drive.value?.name)
const all: { id: string; title: string; body: Component; entries: string[] }[] = [
  {
    id: 'choose',
    title: 'Choose',
    body: ChooseSection,
    entries: [
      'drive.plate',
      'drive.candidates',
      'drive.one_phase',
      'drive.motor_screws',
      'drive.line_screws',
      'drive.profile',
      'drive.reactor',
      'drive.motors',
      'drive.contactor',
      'drive.second_hand',
    ],
  },
  {
    id: 'speed',
    title: 'Speed',
    body: SpeedSection,
    entries: ['drive.at', 'drive.most', 'drive.accelerate', 'drive.decelerate', 'drive.cooling', 'load.start'],
  },
  {
    id: 'control',
    title: 'Control',
    body: ControlSection,
    entries: [
      'drive.run',
      'drive.speed',
      'drive.direction',
      'drive.emergency_stop',
      'drive.daily_off',
      'drive.dial_ohm',
      'drive.signal',
      'drive.isolated',
      'drive.presets',
      'drive.jog',
      'drive.hold',
      'drive.mode',
      'drive.tuned',
      'drive.catch',
      'drive.restart',
    ],
  },
  { id: 'sheet', title: 'Settings', body: SheetSection, entries: ['drive.read_back', 'drive.codes'] },
  { id: 'wiring', title: 'Wiring', body: WiringSection, entries: ['drive.cable', 'drive.output_choke'] },
  { id: 'parts', title: 'Parts', body: PartsList, entries: ['parts.prices', 'parts.hours'] },
  { id: 'inspect', title: 'Inspect', body: InspectSection, entries: ['drive.sink_ohm', 'drive.top_volts'] },
]
const tabs = computed(() =>
  all.filter((t) =>
    t.id === 'choose' ? true : t.id === 'inspect' ? (drive.value?.inspection.length ?? 0) > 0 : chosen.value,
  ),
)
const tab = ref(chosen.value ? 'speed' : 'choose')
const shown = computed(() => tabs.value.find((t) => t.id === tab.value) ?? all[0]!)
</script>

<template>
  <header class="bench-head">
    <h2>Bridge: {{ drive?.name || 'drive' }}</h2>
    <BayTabs v-if="drive" v-model="tab" label="Parts of the Drive bay" :tabs="tabs" />
  </header>
  <template v-if="drive">
    <p v-if="chosen" class="drive-words"><GradeMark :grade="drive.verdict!" /> {{ drive.words }}. {{ drive.about }}</p>
    <component :is="shown.body" />
  </template>
  <p v-else class="soft">
    A drive is chosen once the motor can be computed: power, volts with their joint, amps, rpm and hertz from the plate,
    and the kind of its leads.
  </p>
</template>

<style scoped>
.drive-words {
  margin: 0 0 10px;
}
</style>
