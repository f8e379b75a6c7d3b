<script setup lang="ts">
/** The way from two lines to three: which one, each with its verdict in a line, and its own bay. */
import { computed } from 'vue'
import ChoiceField from '../parts/ChoiceField.vue'
import { useJob } from '../job/open'
import { bridgeBays } from './bays'

const job = useJob()
const kind = computed(() => job.plan.value?.link.bridge)
const verdict = (k: string) => job.plan.value?.offers.find((o) => o.kind === k)?.text
const kinds = computed(() => [
  { value: 'capacitor', label: 'Run capacitor', note: verdict('capacitor') ?? 'one speed, cheap' },
  { value: 'rotary', label: 'Rotary converter', note: verdict('rotary') ?? 'one idler, many machines' },
  { value: 'drive', label: 'Drive', note: verdict('drive') ?? 'any speed, soft start' },
  { value: 'dc', label: 'DC controller', note: verdict('dc') ?? 'for motors with brushes' },
])
</script>

<template>
  <div class="bridge-kind">
    <ChoiceField path="bridge.kind" label="The bridge" :choices="kinds" fallback="capacitor" />
    <RouterLink
      class="why"
      :to="{
        name: 'weigh',
        params: { id: job.id },
        query: (job.document.value?.machines.length ?? 0) > 1 ? { machine: job.machine.value?.id } : {},
      }"
      >Which, and why: weigh them</RouterLink
    >
  </div>
  <component :is="bridgeBays[kind ?? ''] ?? bridgeBays.capacitor" />
</template>

<style scoped>
.bridge-kind {
  margin-bottom: 14px;
}
</style>
