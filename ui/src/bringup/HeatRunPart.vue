<script setup lang="ts">
/** A heat run: its points, the curve through them, and where the frame would settle after each. */
import { computed } from 'vue'
import type { HeatRun } from '../api/bringup'
import GradeMark from '../parts/GradeMark.vue'
import LineChart from '../parts/LineChart.vue'

const props = defineProps<{ heat: HeatRun }>()
const last = computed(() => props.heat.forecasts.at(-1))
const x = computed(() => props.heat.curve.map((p) => p.minutes))
/** The points where the curve has its own: between them nothing is drawn. */
const lines = computed(() => [
  { id: 'curve', text: 'frame, fitted', y: props.heat.curve.map((p) => p.celsius), tone: 'main' as const },
])
const marks = computed(() => props.heat.points.map((p, n) => ({ x: p.minutes, text: n === 0 ? 'readings' : '' })))
</script>

<template>
  <div v-if="heat.points.length" class="heat">
    <p>
      <strong>{{ heat.says }}</strong>
    </p>
    <p v-if="heat.finding" class="heat-finding">
      <GradeMark :grade="heat.finding.grade" /> {{ heat.finding.sentence }} {{ heat.finding.detail }}
    </p>
    <LineChart
      v-if="heat.curve.length"
      title="Frame over the time"
      :x="x"
      :lines="lines"
      x-unit="min"
      y-unit="°C"
      :limit="last && { y: last.settles, text: `settles at ${Math.round(last.settles)} °C` }"
      :marks="marks"
      half
    />
    <table class="heat-table">
      <caption class="for-readers">
        Readings and forecasts
      </caption>
      <thead>
        <tr>
          <th scope="col">Minutes</th>
          <th scope="col">Frame</th>
          <th scope="col">Settles at</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(p, n) in heat.points" :key="p.minutes">
          <td>{{ p.minutes }}</td>
          <td>{{ p.celsius }} °C</td>
          <td>
            <template v-for="f in heat.forecasts.filter((one) => one.after === n + 1)" :key="f.after">
              {{ Math.round(f.settles) }} °C
              <span class="soft">({{ Math.round(f.low) }} to {{ Math.round(f.high) }})</span>
            </template>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
  <p v-else class="soft">{{ heat.says }}</p>
</template>

<style scoped>
.heat-finding {
  display: flex;
  gap: 8px;
  margin: 4px 0;
}
.heat-table {
  border-collapse: collapse;
  width: 100%;
}
.heat-table :is(th, td) {
  text-align: left;
  font-weight: 400;
  padding: 3px 8px 3px 0;
  border-bottom: 1px solid var(--rule);
}
</style>
