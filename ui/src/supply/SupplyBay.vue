<script setup lang="ts">
/** What was measured at the post, the wire that brings it, and what running and starting leave at the motor. */
import { computed } from 'vue'
import EntryField from '../parts/EntryField.vue'
import FigureList from '../parts/FigureList.vue'
import { useJob } from '../job/open'

const job = useJob()
const plan = computed(() => job.plan.value!)
const w = computed(() => job.document.value!.workshop)
const metric = computed(() => w.value.rules === 'metric')
</script>

<template>
  <header class="bench-head">
    <h2>Supply</h2>
    <p>{{ w.name }}: {{ w.volts }} V, {{ w.hertz }} Hz, single-phase.</p>
  </header>
  <p class="caution bay-caution">
    Measuring at the post is work on a live supply: meter on AC volts, probes with finger guards, one hand, nobody
    alone. Where you are it may be for a licensed person.
  </p>
  <div class="entries">
    <EntryField path="supply.volts" label="Volts measured, nothing running" :placeholder="String(w.volts)" />
    <EntryField path="supply.hertz" label="Hertz, if not the workshop's" :placeholder="String(w.hertz)" />
    <EntryField path="supply.feeder_length" label="Feeder, one way" :placeholder="metric ? '18 m' : '65 ft'" />
    <EntryField path="supply.feeder_size" label="Its conductor" :placeholder="metric ? '6 mm²' : '8 AWG'" />
    <EntryField path="supply.breaker" label="Breaker at its head" :placeholder="metric ? '32 A' : '40 A'" />
  </div>
  <h3 class="bay-sub">What the motor leaves of it</h3>
  <FigureList v-if="plan.supply.length" :figures="plan.supply" />
  <p v-else class="soft">
    Once the motor is computed and the feeder entered, the volts at the post, running and starting, stand here.
  </p>
</template>
