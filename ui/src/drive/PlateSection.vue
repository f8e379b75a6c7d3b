<script setup lang="ts">
/** A drive that does not ship: what stands on it, typed or pasted, is enough to be judged. */
import { computed } from 'vue'
import ChoiceField from '../parts/ChoiceField.vue'
import EntryField from '../parts/EntryField.vue'
import { useJob } from '../job/open'

const job = useJob()
const byPlate = computed(() => !!job.plan.value?.drive?.by_plate)
const three = computed(() => byPlate.value && job.said('drive.three-phase-input').length > 0)
const answers = [
  { value: '', label: 'I don’t know' },
  { value: 'yes', label: 'Yes, it says so' },
  { value: 'no', label: 'No, or it does not say' },
]
</script>

<template>
  <section class="own-plate" aria-label="Your own drive">
    <EntryField
      path="drive.plate"
      label="What stands on your drive?"
      placeholder="IN: AC 1PH 220V 50/60Hz 14A OUT: AC 3PH 0~220V 7A 1.5kW"
      help="typed or pasted as it is printed: input volts, phases and amps, output amps and power"
      wide
    />
    <ChoiceField
      v-if="three"
      path="drive.one_phase"
      label="Does its leaflet allow one phase at the three-phase input?"
      :choices="answers"
      fallback=""
    />
    <div v-if="byPlate" class="drive-row">
      <EntryField path="drive.motor_screws" label="Letters beside the three motor screws" placeholder="U V W" />
      <EntryField path="drive.line_screws" label="Letters beside the two line screws" placeholder="L N" />
    </div>
  </section>
</template>

<style scoped>
.own-plate {
  max-width: 46rem;
  margin: 0 0 14px;
}
.own-plate .drive-row {
  margin-top: 8px;
}
</style>
