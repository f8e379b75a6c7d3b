<script setup lang="ts">
/** The symptom desk of a machine, once its job is open. */
import { watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useKeys } from '../desk/keys'
import { provideJob } from '../job/open'
import SpanOpening from '../span/SpanOpening.vue'
import DeskBench from './DeskBench.vue'

const props = defineProps<{ id: string }>()
const [route, router] = [useRoute(), useRouter()]
const job = provideJob(props.id)
watch(job.document, () => route.query.machine && job.workOn(String(route.query.machine)), { once: true })
useKeys({ 'g s': () => void router.push({ name: 'span', params: { id: props.id } }) })
</script>

<template>
  <SpanOpening
    v-if="!job.plan.value"
    :missing="job.missing.value"
    :late="job.late.value"
    :message="job.message.value"
    @again="job.reopen"
  />
  <DeskBench v-else />
</template>
