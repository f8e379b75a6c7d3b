<script setup lang="ts">
/** The pair inside, as a ladder between the two lines, and in the box, stud by stud. */
import { computed } from 'vue'
import type { Pair } from '../api/client'

const props = defineProps<{ pair: Pair }>()
const share = (winding: string) => props.pair.windings.find((w) => w.winding === winding)?.share ?? 0
const tone = (x: number) => (x <= 1 ? 'ok' : x <= 1.15 ? 'near' : 'over')
const percent = (x: number) => (x ? `${Math.round(x * 100)} %` : '')
const rungs = computed(() => {
  const { first, second } = props.pair
  return [
    { y: 56, winding: 'U', at: 100, from: 'U1', to: 'U2', cap: undefined },
    {
      y: 126,
      winding: first.winding,
      at: 60,
      from: `${first.winding}1`,
      to: `${first.winding}2`,
      cap: { x: 250, name: 'C1', uf: first.microfarad, node: 'A' },
    },
    {
      y: 196,
      winding: second.winding,
      at: 190,
      from: `${second.winding}2`,
      to: `${second.winding}1`,
      cap: { x: 110, name: 'C2', uf: second.microfarad, node: 'B' },
    },
  ]
})
/** A winding as a run of bows. */
const bows = (x: number, y: number) => `M${x} ${y}${'a10 10 0 0 1 20 0'.repeat(5)}`
/** Studs of the box, three above and three below, as most are laid out. */
const studs = computed(() => {
  const { first, second } = props.pair
  const joined: Record<string, string> = { U1: 'L1', U2: 'L2' }
  joined[`${first.winding}1`] = 'L1'
  joined[`${first.winding}2`] = 'C1'
  joined[`${second.winding}1`] = 'L2'
  joined[`${second.winding}2`] = 'C2'
  return ['U1', 'V1', 'W1', 'W2', 'U2', 'V2'].map((name, i) => ({
    name,
    x: 60 + (i % 3) * 110,
    y: i < 3 ? 44 : 124,
    to: joined[name]!,
  }))
})
</script>

<template>
  <figure class="pair-drawing">
    <svg viewBox="0 0 360 244" role="img" aria-label="Inside: each winding and its capacitor between the two lines">
      <line x1="20" x2="20" y1="28" y2="226" class="rail-one" />
      <line x1="340" x2="340" y1="28" y2="226" class="rail-two" />
      <text x="20" y="18" text-anchor="middle" class="chart-text">L1</text>
      <text x="340" y="18" text-anchor="middle" class="chart-text">L2</text>
      <g v-for="r in rungs" :key="r.winding">
        <line x1="20" :x2="r.at" :y1="r.y" :y2="r.y" class="wire" />
        <line :x1="r.at + 100" x2="340" :y1="r.y" :y2="r.y" class="wire" />
        <path :d="bows(r.at, r.y)" :class="['coil', `coil-${tone(share(r.winding))}`]" />
        <text :x="r.at + 50" :y="r.y - 18" text-anchor="middle" class="chart-text pair-name">
          {{ r.winding }} {{ percent(share(r.winding)) }}
        </text>
        <text :x="r.at - 2" :y="r.y + 18" text-anchor="start" class="chart-text">{{ r.from }}</text>
        <text :x="r.at + 102" :y="r.y + 18" text-anchor="end" class="chart-text">{{ r.to }}</text>
        <template v-if="r.cap">
          <rect :x="r.cap.x - 5" :y="r.y - 3" width="10" height="6" class="gap" />
          <line :x1="r.cap.x - 5" :x2="r.cap.x - 5" :y1="r.y - 13" :y2="r.y + 13" class="plate" />
          <line :x1="r.cap.x + 5" :x2="r.cap.x + 5" :y1="r.y - 13" :y2="r.y + 13" class="plate" />
          <text :x="r.cap.x" :y="r.y - 18" text-anchor="middle" class="chart-text pair-name">
            {{ r.cap.name }} {{ r.cap.uf }} µF
          </text>
        </template>
      </g>
    </svg>
    <svg viewBox="0 0 360 170" role="img" aria-label="In the box: what goes to each stud">
      <rect x="8" y="8" width="344" height="154" class="lid" />
      <g v-for="s in studs" :key="s.name">
        <circle :cx="s.x" :cy="s.y" r="11" :class="['stud', `stud-${s.to}`]" />
        <text :x="s.x + 17" :y="s.y - 2" class="chart-text pair-name">{{ s.name }}</text>
        <text :x="s.x + 17" :y="s.y + 15" class="chart-text">{{ s.to.startsWith('C') ? 'to ' : '' }}{{ s.to }}</text>
      </g>
    </svg>
    <figcaption class="soft">
      Inside, and in the box. No link lies between studs: each goes to a line or to its own capacitor. C1’s other wire
      goes to L2, C2’s to L1.
    </figcaption>
  </figure>
</template>

<style scoped>
.pair-drawing {
  margin: 0;
}
.pair-drawing svg {
  display: block;
  width: 100%;
  max-width: 430px;
  height: auto;
}
.rail-one,
.rail-two {
  stroke-width: 4;
  stroke: var(--ink);
}
.wire,
.plate {
  stroke: var(--ink);
  stroke-width: 2;
}
.plate {
  stroke-width: 3.5;
}
.gap {
  fill: var(--paper);
}
.coil {
  fill: none;
  stroke-width: 3.5;
}
.coil-ok {
  stroke: var(--moss);
}
.coil-near {
  stroke: var(--ochre-fill);
}
.coil-over {
  stroke: var(--brick);
}
.pair-name {
  font-weight: 600;
}
.lid {
  fill: var(--sheet);
  stroke: var(--ink);
}
.stud {
  fill: var(--metal);
  stroke: var(--ink);
}
.stud-C1,
.stud-C2 {
  fill: var(--river-pale);
}
</style>
