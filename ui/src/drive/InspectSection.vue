<script setup lang="ts">
/** A second-hand drive, step by step before it is wired: what to do, and what should be seen now. */
import { computed } from 'vue'
import EntryField from '../parts/EntryField.vue'
import { vRove } from '../parts/rove'
import { useJob } from '../job/open'
import { useRowTicks } from '../parts/rowticks'

const job = useJob()
const drive = computed(() => job.plan.value!.drive!)
const { tick } = useRowTicks('drive.done')
const next = computed(() => drive.value.inspection.find((s) => !s.done)?.id)
const labels: Record<string, [string, string]> = {
  'drive.sink_ohm': ['Ohms, earth terminal to heat sink', '0.3 Ω'],
  'drive.dial_ohm': ['Ohms of its dial', '5000 Ω'],
  'drive.top_volts': ['Greatest input volts it can be set to', '240 V'],
}
</script>

<template>
  <ol v-rove="'li'" class="inspect">
    <li v-for="s in drive.inspection" :key="s.id" :class="{ done: s.done, coming: s.id === next }">
      <label>
        <input type="checkbox" class="settings-tick" :checked="s.done" @change="tick(`inspect:${s.id}`)" />
        <span>{{ s.do }}</span>
      </label>
      <p v-if="s.danger && !s.done" class="caution">{{ s.danger }}</p>
      <p class="inspect-see"><span class="soft">You should see:</span> {{ s.see }}</p>
      <EntryField
        v-if="s.entry && labels[s.entry]"
        :path="s.entry"
        :label="labels[s.entry]![0]"
        :placeholder="labels[s.entry]![1]"
      />
    </li>
  </ol>
</template>
