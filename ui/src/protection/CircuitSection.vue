<script setup lang="ts">
/** The circuit as it is wired: every device from the line to the motor, and what holds it in. */
import { computed } from 'vue'
import { api } from '../api/client'
import DrawingView from '../drawing/DrawingView.vue'
import { useAsked } from '../job/ask'
import { useJob } from '../job/open'

const job = useJob()
const ladder = computed(() => job.plan.value!.ladder)
const { value: drawings, trouble } = useAsked(api.circuit)
const file = (view: string) => `/api/jobs/${job.id}/circuit-${view}.svg?machine=${job.plan.value!.machine}`
</script>

<template>
  <h3 class="bay-sub">As it is wired</h3>
  <template v-if="ladder.devices.length">
    <p class="caution">
      A plan for whoever may wire it where you are: locked off and proved dead, earth first. No contactor is ever pushed
      in by hand.
    </p>
    <div class="sheet"><DrawingView v-if="drawings?.power.items.length" :drawing="drawings.power" /></div>
    <div class="sheet"><DrawingView v-if="drawings?.control.items.length" :drawing="drawings.control" /></div>
    <ul class="soft">
      <li v-for="s in ladder.says" :key="s">{{ s }}</li>
    </ul>
    <p class="circuit-files">
      <a :href="file('power')" download>Power circuit, SVG</a>
      <a v-if="ladder.rungs.length" :href="file('control')" download>Control circuit, SVG</a>
    </p>
  </template>
  <p v-else class="soft">Drawn with every device once the bridge is sized and nothing stops it.</p>
  <p v-if="trouble" class="entry-problem">{{ trouble }}</p>
</template>

<style scoped>
.circuit-files {
  display: flex;
  gap: 20px;
}
</style>
