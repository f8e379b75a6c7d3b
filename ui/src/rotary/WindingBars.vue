<script setup lang="ts">
/** The three windings of a motor against its plate: the line in each bar is rated amps. */
import type { StateView } from '../api/client'

defineProps<{ motor: StateView['motors'][number] }>()
const names = ['U', 'V', 'W']
</script>

<template>
  <div class="windings">
    <div v-for="(n, i) in names" :key="n" :class="`bar bar-${motor.tones[i]}`">
      <span>{{ n }}</span>
      <span class="bar-track"
        ><span class="bar-fill" :style="{ width: `${Math.min(100, (motor.shares[i] ?? 0) * 50)}%` }"
      /></span>
      <strong>{{ motor.texts[i] }}</strong>
    </div>
    <p class="soft">{{ motor.rpm }}; leads {{ motor.leads.join(', ') }}</p>
  </div>
</template>

<style scoped>
.windings .bar {
  padding: 0;
}
.windings p {
  font-size: 0.9rem;
}
</style>
