<script setup lang="ts">
/** The way from two lines to three: which one, and its own bay. */
import { computed } from 'vue'
import CapacitorBay from '../capacitor/CapacitorBay.vue'
import DriveBay from '../drive/DriveBay.vue'
import ChoiceField from '../parts/ChoiceField.vue'
import { useJob } from './job'

const job = useJob()
const kind = computed(() => job.plan.value?.link.bridge)
const kinds = [
  { value: 'capacitor', label: 'Run capacitor', note: 'one speed, cheap' },
  { value: 'drive', label: 'Drive', note: 'any speed, soft start' },
]
</script>

<template>
  <component :is="kind === 'drive' ? DriveBay : CapacitorBay" />
  <div class="bridge-kind">
    <ChoiceField path="bridge.kind" label="The bridge" :choices="kinds" fallback="capacitor" />
  </div>
</template>

<style>
.bridge-kind {
  margin-top: 22px;
  padding-top: 12px;
  border-top: 1px solid var(--rule);
}
</style>
