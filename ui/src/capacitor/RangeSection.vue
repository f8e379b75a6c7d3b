<script setup lang="ts">
/** What the µF chosen do over the whole load range, one family of figures at a time. */
import { computed, ref } from 'vue'
import { api, type Ranges } from '../api/client'
import LineChart, { type Line } from '../parts/LineChart.vue'
import { useAsked } from '../job/ask'
import { useJob } from '../job/open'

type Point = Ranges['chosen'][number]

const job = useJob()
const { value: ranges } = useAsked(api.ranges)
const tones = ['main', 'second', 'third'] as const
const names = computed(() => job.plan.value?.wanted.coils.map((c) => c.name) ?? [])
const line = (id: string, text: string, of: (p: Point) => number, tone: Line['tone']): Line => ({
  id,
  text,
  y: (ranges.value?.chosen ?? []).map(of),
  tone,
})

const views: { id: string; title: string; unit: string; limit?: { y: number; text: string }; lines: () => Line[] }[] = [
  {
    id: 'windings',
    title: 'Winding amps',
    unit: '% of rated amps',
    limit: { y: 100, text: 'rated amps' },
    lines: () => [
      ...names.value.map((n, i) => line(n, n, (p) => (p.windings[i] ?? 0) * 100, tones[i % 3])),
      {
        id: 'rule',
        text: `worst at ${ranges.value!.school_microfarad.toFixed(0)} µF`,
        y: ranges.value!.by_school.map((p) => p.worst * 100),
        tone: 'bad',
        dashed: true,
      },
    ],
  },
  {
    id: 'volts',
    title: 'Corner and capacitor volts',
    unit: 'V',
    lines: () => [
      line(
        'l1',
        job.plan.value?.link.corner_to === 'L2' ? 'made line to L1' : 'made line to L1, the capacitor’s',
        (p) => p.corner_to_l1,
        'main',
      ),
      line(
        'l2',
        job.plan.value?.link.corner_to === 'L2' ? 'made line to L2, the capacitor’s' : 'made line to L2',
        (p) => p.corner_to_l2,
        'second',
      ),
    ],
  },
  {
    id: 'amps',
    title: 'Supply and capacitor amps',
    unit: 'A',
    lines: () => [
      line('supply', 'supply line', (p) => p.supply_amps, 'main'),
      line('capacitor', 'capacitor', (p) => p.capacitor_amps, 'second'),
    ],
  },
  {
    id: 'heat',
    title: 'Heat, unbalance, power factor',
    unit: '%',
    limit: { y: 100, text: 'copper heat at plate' },
    lines: () => [
      line('copper', 'copper heat', (p) => p.copper * 100, 'bad'),
      line('unbalance', 'unbalance', (p) => p.unbalance, 'second'),
      line('factor', 'power factor', (p) => p.power_factor * 100, 'main'),
    ],
  },
  {
    id: 'speed',
    title: 'Speed',
    unit: 'rpm',
    lines: () => [line('rpm', 'rpm', (p) => p.rpm, 'main')],
  },
]
const chosen = ref('windings')
const view = computed(() => views.find((v) => v.id === chosen.value)!)
const x = computed(() => (ranges.value?.chosen ?? []).map((p) => p.load * 100))
const usual = computed(() => (job.plan.value?.link.usual ?? 0) * 100)
</script>

<template>
  <section v-if="x.length > 1" class="ranges">
    <h3>Over the whole load range, at {{ ranges!.microfarad }} µF</h3>
    <div class="choice-row" role="group" aria-label="What is drawn over the load">
      <button
        v-for="v in views"
        :key="v.id"
        type="button"
        class="choice-one"
        :class="{ chosen: v.id === chosen }"
        :aria-pressed="v.id === chosen"
        @click="chosen = v.id"
      >
        {{ v.title }}
      </button>
    </div>
    <LineChart
      :title="view.title"
      :x="x"
      :lines="view.lines()"
      x-unit="% of rated torque"
      :y-unit="view.unit"
      :limit="view.limit"
      :marks="[{ x: usual, text: 'your load' }]"
    />
  </section>
</template>

<style scoped>
.ranges {
  margin-top: 18px;
}
.ranges :deep(.choice-row) {
  margin: 6px 0;
}
</style>
