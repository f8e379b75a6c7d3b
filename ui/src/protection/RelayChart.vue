<script setup lang="ts">
/** What each way of wiring the relay sees, against what the worst winding feels. */
import { computed } from 'vue'
import { api } from '../api/client'
import LineChart from '../parts/LineChart.vue'
import { useAsked } from '../job/ask'
import { useJob } from '../job/open'

const job = useJob()
const { value: ranges } = useAsked(api.ranges)
const points = computed(() => ranges.value?.chosen ?? [])
const share = (amps: number, set: number) => (set > 0 ? (amps / set) * 100 : 0)
const lines = computed(() => {
  const r = ranges.value
  if (!r) return []
  return [
    {
      id: 'winding',
      text: 'hottest winding, of rated',
      y: points.value.map((p) => p.worst * 100),
      tone: 'bad' as const,
    },
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
  const blind = ranges.value?.blind
  return blind && { from: blind.from * 100, to: blind.to * 100, text: 'blind in the supply lines' }
})
const race = computed(() =>
  (ranges.value?.race?.points ?? []).flatMap((p) => (p.row ? [{ ...p.row, first: p.first }] : [])),
)
const usual = computed(() => (job.plan.value?.link.usual ?? 0) * 100)
</script>

<template>
  <LineChart
    v-if="ranges && points.length > 1 && ranges.set_in_lines > 0"
    title="What a relay sees against what the worst winding feels"
    :x="points.map((p) => p.load * 100)"
    :lines="lines"
    x-unit="% of rated torque"
    y-unit="%"
    :limit="{ y: 100, text: 'it trips above, sooner or later' }"
    :marks="[{ x: usual, text: 'your load' }]"
    :band="band"
  />
  <table v-if="race.length" class="race">
    <caption>
      Which is first, relay or winding:
      {{
        ranges?.race?.relay
      }}, warm from your load
      <span class="soft">(guide value)</span>
    </caption>
    <thead>
      <tr>
        <th scope="col">Through a pole</th>
        <th scope="col">Worst winding</th>
        <th scope="col">Relay lets go within</th>
        <th scope="col">Winding at its class after</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="p in race" :key="p.times">
        <th scope="row">{{ p.times }}</th>
        <td>{{ p.worst }}</td>
        <td :class="{ first: p.first === 'relay' }">{{ p.relay }}</td>
        <td :class="{ late: p.first === 'winding' }">{{ p.winding }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.race {
  width: 100%;
  margin: 18px 0 0;
  border-collapse: collapse;
}
.race caption {
  text-align: left;
  font-weight: 600;
  padding-bottom: 4px;
}
.race th,
.race td {
  padding: 4px 10px 4px 0;
  border-top: 1px solid var(--rule);
  text-align: left;
  font-weight: 400;
}
.race thead th {
  border-top: 0;
  color: var(--soft);
  font-size: 0.9em;
}
.first {
  color: var(--moss);
  font-weight: 600;
}
.late {
  color: var(--brick);
  font-weight: 600;
}
</style>
