<script setup lang="ts">
/** The start: with or without a start capacitor, as a film of the run-up in time. */
import { computed } from 'vue'
import { api } from '../api/client'
import ChoiceField from '../parts/ChoiceField.vue'
import EntryField from '../parts/EntryField.vue'
import FigureList from '../parts/FigureList.vue'
import FindingLine from '../parts/FindingLine.vue'
import LineChart from '../parts/LineChart.vue'
import { useAsked } from '../job/ask'
import { useJob } from '../job/open'

const job = useJob()
const { value: run, trouble } = useAsked(api.start)
const devices = [
  { value: 'button', label: 'A button', note: 'held by hand' },
  { value: 'relay', label: 'A relay', note: 'by the volts of the made line' },
]
const said = computed(() => (job.plan.value?.findings ?? []).filter((f) => f.id === 'capacitor.start'))
const fitted = computed(() => (job.plan.value?.link.start_microfarad ?? 0) > 0)
const marks = computed(() => {
  const r = run.value
  if (!r) return []
  const out = []
  if (fitted.value && r.drop_s) out.push({ x: r.drop_s, text: 'start capacitor out' })
  return out
})
</script>

<template>
  <section class="start">
    <h3>The start</h3>
    <div class="start-grid">
      <div>
        <EntryField
          path="bridge.start_microfarad"
          label="Start capacitor, µF"
          placeholder="none"
          help="in circuit a second or two, by button or relay; never left in"
        />
        <ChoiceField
          v-if="fitted"
          path="bridge.start_by"
          label="Taken out again by"
          :choices="devices"
          fallback="button"
        />
        <FindingLine v-for="f in said" :key="f.id" :finding="f" />
        <EntryField
          path="load.inertia"
          label="The machine's inertia at the motor's shaft"
          placeholder="kg·m², empty: none"
        />
        <FigureList v-if="run?.figures.length" :figures="run.figures" />
      </div>
      <div v-if="run?.time_s.length">
        <LineChart
          half
          title="Speed through the start"
          :x="run.time_s"
          :lines="[{ id: 'rpm', text: 'rpm', y: run.rpm }]"
          x-unit="seconds"
          y-unit="rpm"
          :limit="{ y: run.sync_rpm, text: 'synchronous' }"
          :marks="marks"
        />
        <LineChart
          half
          title="What the supply line carries, peaks"
          :x="run.time_s"
          :lines="[{ id: 'amps', text: 'supply line', y: run.amps, tone: 'bad' }]"
          x-unit="seconds"
          y-unit="A"
          :marks="marks"
        />
      </div>
      <p v-else class="soft">{{ trouble || 'Following the run-up…' }}</p>
    </div>
    <p class="soft">
      Followed in time with the fitted motor and a typical rotor's inertia: times are guide values. If it hums and does
      not turn, switch off at once.
    </p>
  </section>
</template>

<style scoped>
.start-grid {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.5fr);
  gap: 24px;
}
.start-grid :deep(.figures > div) {
  grid-template-columns: 8.5rem 1fr;
}
.start-grid :deep(.figures .figure-note) {
  grid-column: 1 / -1;
}
@media (max-width: 760px) {
  .start-grid {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
