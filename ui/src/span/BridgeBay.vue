<script setup lang="ts">
/** The way from two lines to three: which one, each with its verdict in a line, and its own bay. */
import { computed, type Component } from 'vue'
import CapacitorBay from '../capacitor/CapacitorBay.vue'
import DirectBay from '../dc/DirectBay.vue'
import DriveBay from '../drive/DriveBay.vue'
import RotaryBay from '../rotary/RotaryBay.vue'
import ChoiceField from '../parts/ChoiceField.vue'
import { useJob } from '../job/open'

const job = useJob()
const kind = computed(() => job.plan.value?.link.bridge)
const bays: Record<string, Component> = { capacitor: CapacitorBay, rotary: RotaryBay, drive: DriveBay, dc: DirectBay }
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
  <component :is="bays[kind ?? ''] ?? CapacitorBay" />
</template>

<style scoped>
.bridge-kind {
  margin-bottom: 14px;
}
</style>
