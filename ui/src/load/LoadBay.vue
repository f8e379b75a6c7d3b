<script setup lang="ts">
/** What the machine asks of the shaft. */
import { computed } from 'vue'
import ChoiceField from '../parts/ChoiceField.vue'
import EntryField from '../parts/EntryField.vue'
import FigureList from '../parts/FigureList.vue'
import { useJob } from '../job/open'
import BeltSection from './BeltSection.vue'

const job = useJob()
const plan = computed(() => job.plan.value!)
const kinds = [
  { value: 'fan', label: 'Fan-like', note: 'stirrer, blower: grows with speed squared' },
  { value: 'constant', label: 'Constant', note: 'mill, roller, conveyor, stiff clay' },
  { value: 'linear', label: 'Rising', note: 'grows with speed' },
  { value: 'none', label: 'Nothing', note: 'the shaft runs free' },
]
const starts = [
  { value: 'free', label: 'Free', note: 'unloaded, clutch open, slack belt' },
  { value: 'loaded', label: 'Loaded', note: 'full load from standstill' },
  { value: 'stuck', label: 'May be stuck', note: 'jams, breaks loose' },
]
const turns = [
  { value: 'either', label: 'Either way' },
  { value: 'clockwise', label: 'Clockwise' },
  { value: 'anticlockwise', label: 'Anticlockwise' },
]
</script>

<template>
  <header class="bench-head">
    <h2>Load</h2>
    <p>How hard does it work? In percent of the motor's full load.</p>
  </header>
  <EntryField path="load.does" label="What it does" placeholder="stirs slip" wide />
  <ChoiceField path="load.kind" label="Kind of load" :choices="kinds" />
  <div class="entries load-shares">
    <EntryField path="load.share" label="How hard does it usually work? (% of full load)" placeholder="65 %" />
    <EntryField path="load.lightest" label="At its lightest" placeholder="0 %" help="empty: idling" />
    <EntryField path="load.heaviest" label="At its heaviest" placeholder="as usual" />
  </div>
  <div class="entries load-shares">
    <EntryField path="load.on_minutes" label="Runs for, at a time" placeholder="all day" help="empty: all day" />
    <EntryField path="load.off_minutes" label="Then rests for" placeholder="20 min" />
  </div>
  <div class="entries load-shares">
    <EntryField
      path="load.air"
      label="Air around the motor"
      placeholder="40 °C"
      help="at its warmest; empty: up to 40 °C"
    />
  </div>
  <ChoiceField path="load.start" label="How it starts" :choices="starts" fallback="free" />
  <ChoiceField path="load.turn" label="Direction wanted, facing the shaft end" :choices="turns" fallback="either" />
  <p class="soft">
    Not known? Amps tell: at rated amps on a true three-phase supply the share is 100 %. A stirrer that was bought for
    the motor usually needs 60 to 80 %.
  </p>
  <details class="heat-run" :open="!!job.machine.value?.load.heat_run">
    <summary>Heat run: warm it at this load and note the frame</summary>
    <EntryField
      path="load.heat_run"
      label="Readings, one a line"
      :rows="6"
      wide
      placeholder="air 21 °C
0 min 22 °C
10 min 31 °C
20 min 38 °C
cold 4.2 Ω at 21 °C
60 min hot 5.1 Ω"
      help="Frame by a thermometer taped to it, out of the fan's air. Ohms only locked off and proved dead: the mains kills and a capacitor holds its charge."
    />
  </details>
  <BeltSection />
  <h3 class="bay-sub">What is left</h3>
  <FigureList v-if="plan.load.length" :figures="plan.load" />
  <p v-else class="soft">
    Once the motor and bridge are computed, what the load needs and what they can give stand here.
  </p>
</template>

<style scoped>
.heat-run {
  margin: 0 0 12px;
}
.heat-run :deep(summary) {
  min-height: 32px;
  cursor: pointer;
}
.load-shares {
  margin-bottom: 12px;
}
</style>
