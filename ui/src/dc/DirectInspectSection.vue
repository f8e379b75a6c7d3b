<script setup lang="ts">
/** A second-hand controller, step by step before it is wired: what to do, and what should be seen now. */
import { computed } from 'vue'
import { vRove } from '../parts/rove'
import { useRowTicks } from '../parts/rowticks'
import { useJob } from '../job/open'

const job = useJob()
const steps = computed(() => job.plan.value!.dc!.inspection)
const { tick } = useRowTicks('dc.done')
const next = computed(() => steps.value.find((s) => !s.done)?.id)
</script>

<template>
  <p class="caution">
    Feed off and locked but for the two last steps: everything on the board stands at mains potential.
  </p>
  <ol v-rove="'li'" class="inspect">
    <li v-for="s in steps" :key="s.id" :class="{ done: s.done, coming: s.id === next }">
      <label>
        <input type="checkbox" class="settings-tick" :checked="s.done" @change="tick(`inspect:${s.id}`)" />
        <span>{{ s.do }}</span>
      </label>
      <p v-if="s.danger && !s.done" class="caution">{{ s.danger }}</p>
      <p class="inspect-see"><span class="soft">You should see:</span> {{ s.see }}</p>
    </li>
  </ol>
</template>

<style scoped>
.inspect input {
  width: 20px;
  height: 20px;
  flex: none;
}
</style>
