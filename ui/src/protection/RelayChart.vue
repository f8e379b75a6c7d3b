<script setup lang="ts">
/** What each way of wiring the relay sees, against what the worst winding feels. */
import { computed } from 'vue'
import { api } from '../api/client'
import LineChart from '../parts/LineChart.vue'
import { useAsked } from '../job/ask'
import { useJob } from '../job/open'
import { blindStretch } from './relay'

const job = useJob()
const { value: ranges } = useAsked(api.ranges)
const points = computed(() => ranges.value?.chosen ?? [])
const share = (amps: number, set: number) => (set > 0 ? (amps / set) * 100 : 0)
const lines = computed(() => {
  const r = ranges.value
  if (!r) return []
  return [
    { id: 'winding', text: 'worst winding, of plate', y: points.value.map((p) => p.worst * 100), tone: 'bad' as const },
    {
      id: 'lines',
      text: 'in the supply lines, of its setting',
      y: points.value.map((p) => share(p.supply_amps, r.set_in_lines)),
      tone: 'third' as const,
    },
    {
      id: 'leads',
      text: 'busiest motor lead, of its setting',
      y: points.value.map((p) => share(Math.max(...p.leads), r.set_in_leads)),
      tone: 'main' as const,
    },
  ]
})
const band = computed(() => {
  const r = ranges.value
  return r && blindStretch(points.value, r.set_in_lines)
})
const usual = computed(() => (job.plan.value?.link.usual ?? 0) * 100)
</script>

<template>
  <LineChart
    v-if="ranges && points.length > 1 && ranges.set_in_lines > 0"
    title="What a relay sees against what the worst winding feels"
    :x="points.map((p) => p.load * 100)"
    :lines="lines"
    x-unit="% of plate torque"
    y-unit="%"
    :limit="{ y: 100, text: 'it trips above, sooner or later' }"
    :marks="[{ x: usual, text: 'your load' }]"
    :band="band && { ...band, text: 'blind in the supply lines' }"
  />
</template>
