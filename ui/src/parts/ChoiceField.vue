<script setup lang="ts">
/** One entry of the document with a few fixed answers, shown all at once. */
import { computed } from 'vue'
import { useJob } from '../job/open'
import ChoiceRow from './ChoiceRow.vue'

const props = defineProps<{
  path: string
  label: string
  choices: { value: string; label: string; note?: string }[]
  fallback?: string
}>()
const job = useJob()
const value = computed(() => job.text(props.path) || props.fallback || '')
const doubt = computed(() => job.doubts.value.get(props.path))
</script>

<template>
  <fieldset class="choice" :class="doubt && `entry-${doubt}`" :data-entry="path">
    <legend>{{ label }}</legend>
    <ChoiceRow :choices="choices" :chosen="value" :disabled="!job.may(path)" @pick="job.commit(path, $event)" />
  </fieldset>
</template>
