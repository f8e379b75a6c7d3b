<script setup lang="ts">
/** One entry of the document with a few fixed answers, shown all at once. */
import { computed } from 'vue'
import { useJob } from '../job/open'

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
    <div class="choice-row">
      <button
        v-for="c in choices"
        :key="c.value"
        type="button"
        class="choice-one"
        :class="{ chosen: c.value === value }"
        :aria-pressed="c.value === value"
        :disabled="!job.may(path)"
        @click="job.commit(path, c.value)"
      >
        <strong>{{ c.label }}</strong>
        <span v-if="c.note">{{ c.note }}</span>
      </button>
    </div>
  </fieldset>
</template>
