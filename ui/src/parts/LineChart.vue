<script setup lang="ts">
/** Lines over one axis, each labelled where it stands clear; a table of the same for readers. */
import { computed } from 'vue'
import { useMediaQuery } from '@vueuse/core'
import { ticks } from './ticks'
import { labelled, path, room, scale } from './lines'

export interface Line {
  id: string
  text: string
  y: number[]
  tone?: 'main' | 'soft' | 'bad' | 'second' | 'third'
  dashed?: boolean
}

const props = defineProps<{
  title: string
  x: number[]
  lines: Line[]
  xUnit: string
  yUnit: string
  /** A level that must not be passed, with its name. */
  limit?: { y: number; text: string }
  /** Where on x something happens. */
  marks?: { x: number; text: string }[]
  /** A stretch of x that is shaded, with its name. */
  band?: { from: number; to: number; text: string }
  yMost?: number
  /** Drawn for half the bench: fewer units across, so that words stay readable. */
  half?: boolean
}>()

const narrow = useMediaQuery('(max-width: 760px)')
const width = computed(() => (narrow.value || props.half ? 400 : 780))
const box = computed(() => ({ left: 40, right: width.value - 14, top: 24, bottom: 214 }))
const xMost = computed(() => props.x.at(-1) ?? 1)
const most = computed(
  () =>
    props.yMost ??
    Math.max(props.limit?.y ?? 0, ...props.lines.flatMap((l) => l.y.filter(Number.isFinite)), 1e-9) * 1.08,
)
const sx = (v: number) => scale(v, xMost.value, box.value.left, box.value.right)
const sy = (v: number) => scale(Math.max(0, Math.min(v, most.value)), most.value, box.value.bottom, box.value.top)
/** A line ends where there is no figure: a motor that stalls has none. */
const spots = (y: number[]) => y.flatMap((v, i) => (Number.isFinite(v) ? [{ x: sx(props.x[i]!), y: sy(v) }] : []))
/** Names that have their place: of the limit, the marks and the band. */
const standing = computed(() => [
  ...(props.limit ? [room(props.limit.text, { x: box.value.right - 4, y: sy(props.limit.y) - 5 }, 'end')] : []),
  ...(props.marks ?? []).map((m) => room(m.text, { x: sx(m.x) + 5, y: box.value.bottom - 6 }, 'start')),
  ...(props.band ? [room(props.band.text, { x: sx(props.band.from) + 5, y: box.value.top + 13 }, 'start')] : []),
])
const rules = computed(() => [
  ...(props.limit
    ? [
        [
          { x: box.value.left, y: sy(props.limit.y) },
          { x: box.value.right, y: sy(props.limit.y) },
        ],
      ]
    : []),
  ...(props.marks ?? []).map((m) => [
    { x: sx(m.x), y: box.value.top },
    { x: sx(m.x), y: box.value.bottom },
  ]),
])
const drawn = computed(() => {
  const places = labelled(
    props.lines.map((l) => spots(l.y)),
    props.lines.map((l) => l.text),
    box.value,
    standing.value,
    rules.value,
  )
  return props.lines.map((l, n) => ({ ...l, d: path(spots(l.y).map((p) => [p.x, p.y])), at: places[n] }))
})
const rows = computed(() =>
  props.x.map((_, i) => i).filter((i) => i % Math.max(1, Math.floor(props.x.length / 8)) === 0),
)
const shown = (v: number | undefined) => (v === undefined || !Number.isFinite(v) ? '' : v.toPrecision(3))
</script>

<template>
  <figure class="line-chart">
    <figcaption>{{ title }}</figcaption>
    <svg :viewBox="`0 0 ${width} 250`" aria-hidden="true">
      <rect
        v-if="band"
        :x="sx(band.from)"
        :width="Math.max(0, sx(band.to) - sx(band.from))"
        :y="box.top"
        :height="box.bottom - box.top"
        class="line-band"
      />
      <g v-for="t in ticks(most, 4)" :key="`y${t}`">
        <line :x1="box.left" :x2="box.right" :y1="sy(t)" :y2="sy(t)" class="chart-grid" />
        <text :x="box.left - 6" :y="sy(t) + 4" text-anchor="end" class="chart-text">{{ t }}</text>
      </g>
      <text :x="box.left - 34" y="13" class="chart-text">{{ yUnit }}</text>
      <g v-for="t in ticks(xMost, width < 500 ? 5 : 10)" :key="`x${t}`">
        <line :x1="sx(t)" :x2="sx(t)" :y1="box.bottom" :y2="box.bottom + 6" class="chart-axis" />
        <text :x="sx(t)" :y="box.bottom + 20" text-anchor="middle" class="chart-text">{{ t }}</text>
      </g>
      <text :x="box.right" :y="box.bottom + 34" text-anchor="end" class="chart-text">{{ xUnit }}</text>
      <line :x1="box.left" :x2="box.right" :y1="box.bottom" :y2="box.bottom" class="chart-axis" />
      <template v-if="limit">
        <line :x1="box.left" :x2="box.right" :y1="sy(limit.y)" :y2="sy(limit.y)" class="line-limit" />
        <text :x="box.right - 4" :y="sy(limit.y) - 5" text-anchor="end" class="chart-text chart-halo">
          {{ limit.text }}
        </text>
      </template>
      <g v-for="m in marks ?? []" :key="m.text">
        <line :x1="sx(m.x)" :x2="sx(m.x)" :y1="box.top" :y2="box.bottom" class="cross" />
        <text :x="sx(m.x) + 5" :y="box.bottom - 6" class="chart-text chart-halo cross-text">{{ m.text }}</text>
      </g>
      <polyline
        v-for="l in drawn"
        :key="l.id"
        :points="l.d"
        :class="['line', `line-${l.tone ?? 'main'}`, { dashed: l.dashed }]"
      />
      <text
        v-for="l in drawn"
        :key="`${l.id}-text`"
        :x="l.at?.x"
        :y="l.at?.y"
        text-anchor="middle"
        :class="['chart-text', 'chart-halo', `line-text-${l.tone ?? 'main'}`]"
      >
        {{ l.text }}
      </text>
      <text v-if="band" :x="sx(band.from) + 5" :y="box.top + 13" class="chart-text chart-halo line-text-bad">
        {{ band.text }}
      </text>
    </svg>
    <div class="for-readers">
      <table>
        <caption>
          {{
            title
          }}
        </caption>
        <thead>
          <tr>
            <th scope="col">{{ xUnit }}</th>
            <th v-for="l in lines" :key="l.id" scope="col">{{ l.text }}, {{ yUnit }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="i in rows" :key="i">
            <th scope="row">{{ shown(x[i]) }}</th>
            <td v-for="l in lines" :key="l.id">{{ shown(l.y[i]) }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </figure>
</template>

<style scoped>
.line-chart {
  margin: 14px 0 0;
}
.line-chart :deep(figcaption) {
  font-weight: 600;
}
.line-chart :deep(svg) {
  display: block;
  width: 100%;
  height: auto;
}
.line-second {
  stroke: var(--moss-fill);
}
.line-third {
  stroke: var(--ochre-fill);
}
.line-bad {
  stroke: var(--brick);
}
.line-text-second {
  fill: var(--moss);
}
.line-text-third {
  fill: var(--ochre);
}
.line-limit {
  stroke: var(--ink);
  stroke-dasharray: 2 4;
}
.line-band {
  fill: var(--brick);
  opacity: 0.1;
}
</style>
