<script setup lang="ts">
/** Drives or controllers that may be bought: the plan itself weighs them. */
import { computed } from 'vue'
import { useJob } from '../job/open'
import CandidatesTable from './CandidatesTable.vue'
import type { Kind } from './form'

const props = defineProps<{ kind: Kind }>()
const job = useJob()
const view = computed(() => (props.kind === 'drive' ? job.plan.value!.drive! : job.plan.value!.dc!))
const words = {
  drive: { many: 'drives', one: 'Drive', line: 'IN 1~ 200-240 V 9.9 A OUT 3~ 4.5 A 1.1 kW; 120 €' },
  dc: { many: 'controllers', one: 'Controller', line: 'IN 230 V AC ARM 180 V DC 6 A; 90 €' },
}
const take = (plate: string) =>
  job.commitAll({
    [`${props.kind}.plate`]: plate,
    [props.kind === 'drive' ? 'drive.profile' : 'dc.controller']: 'by-plate',
  })
</script>

<template>
  <CandidatesTable
    v-bind="words[kind]"
    :path="`${kind}.candidates`"
    :rows="view.candidates"
    :shopping="view.shopping"
    :taken="`${kind}.plate`"
    @take="take"
  />
</template>
