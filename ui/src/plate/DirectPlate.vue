<script setup lang="ts">
/** A brushed motor's plate drawn as a plate, typed as printed; beside it what it means. */
import { computed } from 'vue'
import EntryField from '../parts/EntryField.vue'
import FigureList from '../parts/FigureList.vue'
import FitSection from '../fit/FitSection.vue'
import MotorsSection from '../fit/MotorsSection.vue'
import { useJob } from '../job/open'
import PlateLine from './PlateLine.vue'

const job = useJob()
const motor = computed(() => job.plan.value!.motor)
const circuit = ['ra', 'la', 'brushes', 'ke', 'kt', 'friction']
const understood = computed(() => motor.value.filter((f) => !circuit.includes(f.id)))
const fitted = computed(() => motor.value.filter((f) => circuit.includes(f.id)))
const empty = computed(() => !job.text('plate.power') && !job.text('plate.armature_volts'))
</script>

<template>
  <header class="bench-head">
    <h2>Motor</h2>
    <p>Type what is stamped on it, as it is stamped. Nothing is changed; what it means stands below.</p>
  </header>
  <PlateLine />
  <p v-if="empty" class="plate-teach">
    A brushed motor’s plate gives power, armature volts and amps (often as VOLTS DC, AMPS) and rpm; a field winding has
    volts and amps of its own. FF, the form factor, stands beside the amps where it stands at all.
  </p>
  <div class="plate">
    <span v-for="n in 4" :key="n" class="rivet" aria-hidden="true" />
    <div class="plate-grid">
      <EntryField class="wide-2" path="plate.power" label="Power" placeholder="¾ HP or 0.55 kW" />
      <EntryField path="plate.rpm" label="rpm" placeholder="1800" help="base; or base/top" />
      <EntryField path="plate.top_rpm" label="Top rpm" placeholder="" />
      <EntryField class="wide-2" path="plate.armature_volts" label="Armature volts, DC" placeholder="90 V" />
      <EntryField path="plate.armature_amps" label="Armature amps" placeholder="7.6" />
      <EntryField path="plate.form_factor" label="Form factor" placeholder="1.4" />
      <EntryField class="wide-2" path="plate.winding" label="Winding" placeholder="permanent magnet, shunt, compound" />
      <EntryField path="plate.field_volts" label="Field volts" placeholder="100 V" />
      <EntryField path="plate.field_amps" label="Field amps" placeholder="0.6" />
      <EntryField path="plate.duty" label="Duty" placeholder="cont." />
      <EntryField path="plate.insulation" label="Ins. class" placeholder="F" />
      <EntryField path="plate.enclosure" label="Enclosure" placeholder="TEFC" />
      <EntryField path="plate.frame" label="Frame" placeholder="56C" />
    </div>
  </div>
  <div class="means">
    <section>
      <h3>What the plate means</h3>
      <FigureList v-if="understood.length" :figures="understood" />
      <p v-else class="soft">Nothing yet.</p>
    </section>
    <section>
      <h3>The motor as the engine sees it</h3>
      <FigureList v-if="fitted.length" :figures="fitted" />
      <p v-else class="soft">It is made once power, armature volts, amps and rpm are there.</p>
      <p v-if="fitted.length" class="soft">
        <span class="ring ring-estimated" />estimated <span class="ring ring-measured" />measured. Held fast or spun, it
        is measured under Leads, Armature.
      </p>
    </section>
  </div>
  <MotorsSection />
  <FitSection />
</template>

<style scoped>
.means {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 28px;
  margin-top: 16px;
}
@media (max-width: 760px) {
  .means {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
