<script setup lang="ts">
/** A controller that does not ship: what stands on it, typed or pasted, is enough to be judged. */
import { computed } from 'vue'
import EntryField from '../parts/EntryField.vue'
import { useJob } from '../job/open'

const job = useJob()
const byPlate = computed(() => !!job.plan.value?.dc?.by_plate)
const field = computed(() => !!job.machine.value?.plate.field_volts)
</script>

<template>
  <section class="own-plate" aria-label="Your own controller">
    <EntryField
      path="dc.plate"
      label="What stands on your controller?"
      placeholder="IN 230 V AC ARM 180 V DC 10 A FLD 200 V DC"
      help="typed or pasted as it is printed: input volts, armature volts and amps, field volts"
      wide
    />
    <div v-if="byPlate" class="own-screws">
      <EntryField path="dc.armature_screws" label="Letters beside the armature’s screws" placeholder="A+ A-" />
      <EntryField path="dc.line_screws" label="Letters beside the line screws" placeholder="L N" />
      <EntryField v-if="field" path="dc.field_screws" label="Letters beside the field’s screws" placeholder="F+ F-" />
    </div>
  </section>
</template>

<style scoped>
.own-plate {
  max-width: 46rem;
  margin: 0 0 14px;
}
.own-screws {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: flex-end;
  margin-top: 8px;
}
</style>
