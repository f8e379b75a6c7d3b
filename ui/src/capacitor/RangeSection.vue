<script setup lang="ts">
/** Winding amps over the whole load range, for the µF chosen and for the rule's. */
import { computed } from 'vue'
import { api } from '../api/client'
import LineChart from '../parts/LineChart.vue'
import { useAsked } from '../span/ask'
import { useJob } from '../span/job'

const job = useJob()
const { value: ranges } = useAsked(api.ranges)
const tones = ['main', 'second', 'third'] as const
const names = computed(() => job.plan.value?.wanted.coils.map((c) => c.name) ?? [])
const lines = computed(() => {
  const r = ranges.value
  if (!r) return []
  return [
    ...names.value.map((n, i) => ({
      id: n,
      text: n,
      y: r.chosen.map((p) => (p.windings[i] ?? 0) * 100),
      tone: tones[i % 3],
    })),
    {
      id: 'rule',
      text: `worst at ${r.school_microfarad.toFixed(0)} µF`,
      y: r.by_school.map((p) => p.worst * 100),
      tone: 'bad' as const,
      dashed: true,
    },
  ]
})
const x = computed(() => (ranges.value?.chosen ?? []).map((p) => p.load * 100))
const usual = computed(() => (job.plan.value?.link.usual ?? 0) * 100)
</script>

<template>
  <LineChart
    v-if="x.length > 1"
    :title="`Winding amps over the load at ${ranges!.microfarad} µF, and the worst by the reactance rule`"
    :x="x"
    :lines="lines"
    x-unit="% of plate torque"
    y-unit="% of plate amps"
    :limit="{ y: 100, text: 'plate amps' }"
    :marks="[{ x: usual, text: 'your load' }]"
  />
</template>
