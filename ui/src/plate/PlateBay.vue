<script setup lang="ts">
/** The plate drawn as a plate, typed as printed; threads join entries that disagree; beside it what it means. */
import { computed } from 'vue'
import EntryField from '../parts/EntryField.vue'
import FigureList from '../parts/FigureList.vue'
import PhotoField from '../parts/PhotoField.vue'
import { useJob } from '../job/open'
import FitSection from '../fit/FitSection.vue'
import MotorsSection from '../fit/MotorsSection.vue'
import SpeedChart from './SpeedChart.vue'
import PlateLine from './PlateLine.vue'
import PlateThreads from './PlateThreads.vue'

const job = useJob()
const plan = computed(() => job.plan.value!)
const empty = computed(() => !job.text('plate.power') && !job.text('plate.volts'))
const understood = computed(() => plan.value.motor.filter((f) => !circuit.includes(f.id)))
const fitted = computed(() => plan.value.motor.filter((f) => circuit.includes(f.id)))
const circuit = ['r1', 'x1', 'r2', 'xm', 'locked-amps', 'locked-torque', 'breakdown']
</script>

<template>
  <header class="bench-head">
    <h2>Motor</h2>
    <p>Type what is stamped on it, as it is stamped. Nothing is changed; what it means stands below.</p>
  </header>
  <PlateLine />
  <p v-if="empty" class="plate-teach">
    Start with power, volts, rpm and hertz; amps and power factor (cosφ) make it the real motor. Wipe the plate, take a
    photograph, and work from that: the motor may stay dead and closed.
  </p>
  <div class="plate-wrap">
    <div class="plate">
      <span v-for="n in 4" :key="n" class="rivet" aria-hidden="true" />
      <div class="plate-grid">
        <EntryField class="wide-2" path="plate.power" label="Power" placeholder="1.1 kW or 1½ HP" />
        <EntryField path="plate.phases" label="Phases" placeholder="3" />
        <EntryField path="plate.hertz" label="Hz" placeholder="50" />
        <EntryField class="wide-2" path="plate.volts" label="Volts" placeholder="230/400" />
        <EntryField
          class="wide-2"
          path="plate.connection"
          label="Connection"
          placeholder="Δ/Y"
          help="Δ or Y for each of the volts"
        />
        <EntryField
          class="wide-2"
          path="plate.amps"
          label="Amps"
          placeholder="4.7/2.7"
          help="in the order of the volts"
        />
        <EntryField path="plate.rpm" label="rpm" placeholder="1410" />
        <EntryField path="plate.power_factor" label="cosφ, PF" placeholder="0.79" />
        <EntryField path="plate.efficiency" label="Efficiency" placeholder="76 %" />
        <EntryField path="plate.service_factor" label="SF" placeholder="1.15" />
        <EntryField path="plate.design" label="Design" placeholder="N" />
        <EntryField path="plate.code" label="kVA code" placeholder="H" />
        <EntryField path="plate.locked_amps" label="Locked-rotor A" placeholder="" />
        <EntryField path="plate.insulation" label="Ins. class" placeholder="F" />
        <EntryField path="plate.enclosure" label="Enclosure" placeholder="IP55" />
        <EntryField path="plate.inverter_duty" label="Inverter duty" placeholder="10:1" />
        <EntryField path="plate.frame" label="Frame" placeholder="90S" />
      </div>
      <PlateThreads />
    </div>
    <div class="plate-below">
      <EntryField
        path="plate.winding_ohms"
        label="One coil, measured cold (Ω)"
        placeholder="not on the plate"
        help="Dead, links off. It replaces the estimated R1."
      />
      <EntryField path="plate.duty" label="Duty" placeholder="S1" />
    </div>
  </div>
  <SpeedChart v-if="plan.computed" />
  <div class="plate-means">
    <section>
      <h3>What the plate means</h3>
      <FigureList v-if="understood.length" :figures="understood" />
      <p v-else class="soft">Nothing yet.</p>
    </section>
    <section>
      <PhotoField
        path="plate.photo"
        alt="The motor’s plate"
        none="No picture of the plate yet. With one, every figure can be read again."
        take="Photograph the plate"
      />
      <details class="engine-sees">
        <summary>The motor as the engine sees it: its equivalent circuit</summary>
        <FigureList v-if="fitted.length" :figures="fitted" />
        <p v-else class="soft">It is fitted once power, volts with their joint, rpm and hertz are there.</p>
        <p v-if="fitted.length" class="soft legend">
          <span class="ring ring-estimated" />estimated <span class="ring ring-measured" />measured
        </p>
      </details>
    </section>
  </div>
  <MotorsSection />
  <FitSection />
</template>

<style scoped>
.plate-below {
  display: grid;
  grid-template-columns: 2fr 1fr;
  gap: 14px;
  margin-top: 10px;
}
.plate-means {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 28px;
  margin-top: 16px;
}
.plate-means :deep(h3) {
  margin-bottom: 4px;
}
.engine-sees :deep(summary) {
  min-height: 32px;
  color: var(--river);
  cursor: pointer;
}
.legend :deep(.ring) {
  margin-left: 12px;
}
.legend {
  margin-top: 6px;
  font-size: 0.87rem;
}
.plate-means :deep(.figures > div) {
  grid-template-columns: 8.2rem auto 1fr;
}
@media (max-width: 760px) {
  .plate-means,
  .plate-below {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
