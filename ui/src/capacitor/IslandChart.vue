<script setup lang="ts">
/**
 * The island: µF along the ruler, load upward, and inside it every winding
 * within rated amps. The cross-hair is the person's own point; the schools are
 * pegs. The map comes from an endpoint of its own and stays while the µF move.
 */
import { computed, ref } from 'vue'
import { useMediaQuery } from '@vueuse/core'
import { api, type Island } from '../api/client'
import { useAsked } from '../job/ask'
import { useJob } from '../job/open'
import { ticks } from '../parts/ticks'
import { bounds, outline, ufAt, widest, xOf, yOf, type Frame } from './chart'

const job = useJob()
const plan = computed(() => job.plan.value!)
const link = computed(() => plan.value.link)
/** The map does not depend on the µF in the circuit, nor on what has been ticked. */
const { value: island, trouble } = useAsked<Island>(api.island, (d) => ({
  ...d,
  name: 'map',
  bridge: { ...d.bridge, capacitor: { ...d.bridge.capacitor, microfarad: '', start_microfarad: '' } },
  machines: d.machines.map((m) => ({ ...m, leads: { ...m.leads, found: '', done: [] }, protection: {} })),
}))

/** A phone gets a narrower picture, so that its words stay readable. */
const narrow = useMediaQuery('(max-width: 760px)')
const across = computed(() => (narrow.value ? 400 : 600))
const frame = computed<Frame>(() => ({
  left: 34,
  right: across.value - 44,
  top: 26,
  bottom: 300,
  toMicrofarad: Math.max(island.value?.to ?? 0, link.value.ruler_to, 1),
  toLoad: Math.max(1.1, Math.ceil((link.value.heaviest + 0.1) * 10) / 10),
}))
const x = (uf: number) => xOf(frame.value, uf)
const y = (load: number) => yOf(frame.value, load)
const contours = computed(() =>
  (island.value?.contours ?? []).map((c) => {
    const top = widest(c.spans)
    return {
      level: c.level,
      points: outline(frame.value, c.spans),
      label: top && top.high < frame.value.toLoad ? { x: x(top.microfarad), y: y(top.high) - 5 } : undefined,
    }
  }),
)
/** How far the land may reach: of the motor that suffers most, and of the one that suffers least. */
const edges = computed(() => (island.value?.edges ?? []).map((c) => outline(frame.value, c.spans)).filter(Boolean))
const inner = computed(() => island.value?.contours[0]?.spans ?? [])
const words = computed(() => bounds(inner.value))
/** The island's name stands at its foot, where it is widest and the cross-hair seldom is. */
const name = computed(() => {
  const ground = inner.value.filter((s) => s.low < 0.02)
  const first = ground[Math.floor(ground.length / 6)] ?? inner.value[Math.floor(inner.value.length / 3)]
  return first && { x: x(first.microfarad), y: y(first.low) - 24 }
})
/** Pegs stand on the ruler; close ones take rows of their own so that no label hides another. */
const pegs = computed(() => {
  const rows: number[] = []
  return [...plan.value.schools]
    .sort((a, b) => a.microfarad - b.microfarad)
    .map((s) => {
      const px = x(s.microfarad)
      const text = `${s.name} ${s.microfarad.toFixed(0)}`
      const width = text.length * 6.6 + 12
      const left = px + width > frame.value.right + 36
      const from = left ? px - width : px - 4
      let row = rows.findIndex((end) => end < from)
      if (row < 0) row = rows.push(0) - 1
      rows[row] = from + width
      return { id: s.id, x: px, text, row, left, grade: s.grade }
    })
})
const pegRows = computed(() => Math.max(1, ...pegs.value.map((p) => p.row + 1)))
const height = computed(() => 358 + 17 * pegRows.value)

const svg = ref<SVGSVGElement>()
const dragging = ref(false)
/** Steps of the ruler that a hand can hit: half µF on small motors. */
const step = computed(() => (frame.value.toMicrofarad > 60 ? 1 : 0.5))
const snapped = (uf: number) => String(Math.round(uf / step.value) * step.value)

function at(e: PointerEvent): string {
  const box = svg.value!.getBoundingClientRect()
  return snapped(Math.max(step.value, ufAt(frame.value, ((e.clientX - box.left) / box.width) * across.value)))
}

function down(e: PointerEvent) {
  dragging.value = true
  svg.value!.setPointerCapture(e.pointerId)
  job.preview('bridge.microfarad', at(e))
  e.preventDefault()
}
function move(e: PointerEvent) {
  if (dragging.value) job.preview('bridge.microfarad', at(e))
}
function up(e: PointerEvent) {
  if (!dragging.value) return
  dragging.value = false
  job.commit('bridge.microfarad', at(e))
}
function cancel() {
  if (!dragging.value) return
  dragging.value = false
  job.commit('bridge.microfarad', String(link.value.microfarad))
}

const nudges: Record<string, number> = {
  ArrowLeft: -1,
  ArrowRight: 1,
  ArrowDown: -1,
  ArrowUp: 1,
  '-': -1,
  '+': 1,
  PageDown: -10,
  PageUp: 10,
}
function key(e: KeyboardEvent) {
  const by = nudges[e.key]
  if (!by) return
  e.preventDefault()
  const uf = Math.max(step.value, Math.min(frame.value.toMicrofarad, link.value.microfarad + by * step.value))
  job.commit('bridge.microfarad', snapped(uf))
}
const own = computed(() => ({ x: x(link.value.microfarad), y: y(link.value.usual) }))
</script>

<template>
  <figure class="island">
    <svg
      ref="svg"
      :viewBox="`0 0 ${across} ${height}`"
      :class="{ dragging }"
      @pointerdown="down"
      @pointermove="move"
      @pointerup="up"
      @pointercancel="cancel"
    >
      <title>Capacitance along, load upward; inside the green island every winding stays within rated amps</title>
      <text x="8" y="14" class="chart-text">load, share of rated torque</text>
      <g v-for="t in ticks(frame.toLoad, 5)" :key="`y${t}`">
        <line :x1="frame.left" :x2="frame.right" :y1="y(t)" :y2="y(t)" class="chart-grid" />
        <text :x="frame.left - 6" :y="y(t) + 4" text-anchor="end" class="chart-text">{{ Math.round(t * 100) }}</text>
      </g>
      <polygon v-if="edges[1]" :points="edges[1]" class="island-may" />
      <template v-for="(c, n) in contours" :key="c.level">
        <polygon v-if="c.points" :points="c.points" :class="n === 0 ? 'island-land' : 'island-contour'" />
        <text
          v-if="n > 0 && c.label"
          :x="c.label.x"
          :y="c.label.y"
          text-anchor="middle"
          class="chart-text chart-halo island-level"
        >
          {{ Math.round(c.level * 100) }} %
        </text>
      </template>
      <polygon v-if="edges[0] && edges[1]" :points="edges[0]" class="island-sure">
        <title>Whichever motor it is that would print this plate, every winding stays within rated amps here</title>
      </polygon>
      <text v-if="name" :x="name.x" :y="name.y" class="chart-text chart-halo island-name">
        <tspan>every winding</tspan>
        <tspan :x="name.x" dy="15">inside plate</tspan>
      </text>
      <text v-if="words.few" :x="frame.left + 8" :y="y(frame.toLoad) + 32" class="chart-text chart-halo">
        <tspan>too few µF:</tspan>
        <tspan :x="frame.left + 8" dy="15">{{ words.few }} overheats loaded</tspan>
      </text>
      <text v-if="words.many" :x="frame.right - 6" :y="y(0) - 26" text-anchor="end" class="chart-text chart-halo">
        <tspan>too many µF:</tspan>
        <tspan :x="frame.right - 6" dy="15">{{ words.many }} overheats idling</tspan>
      </text>
      <rect
        :x="frame.left"
        :y="y(link.heaviest)"
        :width="frame.right - frame.left"
        :height="Math.max(0, y(link.lightest) - y(link.heaviest))"
        class="load-band"
      />
      <line :x1="frame.left" :x2="frame.right" :y1="own.y" :y2="own.y" class="cross" />
      <text :x="frame.right + 4" :y="own.y - 4" class="chart-text cross-text">your</text>
      <text :x="frame.right + 4" :y="own.y + 10" class="chart-text cross-text">load</text>
      <line :x1="frame.left" :x2="frame.right" :y1="frame.bottom" :y2="frame.bottom" class="chart-axis" />
      <g v-for="t in ticks(frame.toMicrofarad, narrow ? 6 : 10)" :key="`x${t}`">
        <line :x1="x(t)" :x2="x(t)" :y1="frame.bottom" :y2="frame.bottom + 7" class="chart-axis" />
        <text :x="x(t)" :y="frame.bottom + 20" text-anchor="middle" class="chart-text">{{ t }}</text>
      </g>
      <text :x="frame.right + 16" :y="frame.bottom + 5" class="chart-text">µF</text>
      <line :x1="own.x" :x2="own.x" :y1="frame.top" :y2="frame.bottom + 24" class="cross" />
      <circle :cx="own.x" :cy="own.y" r="8" class="cross-ring" />
      <g
        class="handle"
        role="slider"
        tabindex="0"
        aria-label="Run capacitor, microfarads"
        :aria-valuenow="link.microfarad"
        aria-valuemin="0"
        :aria-valuemax="frame.toMicrofarad"
        :aria-valuetext="`${link.microfarad} µF`"
        @keydown="key"
      >
        <rect :x="own.x - 22" :y="frame.bottom + 4" width="44" height="44" fill="transparent" />
        <path :d="`M${own.x} ${frame.bottom + 22}l11 10v14h-22v-14z`" class="handle-shape" />
        <text
          :x="own.x > frame.right - 60 ? own.x - 16 : own.x + 16"
          :y="frame.bottom + 44"
          :text-anchor="own.x > frame.right - 60 ? 'end' : 'start'"
          class="chart-text handle-text"
        >
          {{ link.microfarad }} µF
        </text>
      </g>
      <g v-for="p in pegs" :key="p.id" :class="`peg peg-${p.grade}`">
        <line :x1="p.x" :x2="p.x" :y1="frame.bottom - 60" :y2="356 + p.row * 17" class="peg-line" />
        <circle :cx="p.x" :cy="frame.bottom" r="4" class="peg-dot" />
      </g>
      <text
        v-for="p in pegs"
        :key="`${p.id}-text`"
        :x="p.left ? p.x - 6 : p.x + 6"
        :y="364 + p.row * 17"
        :text-anchor="p.left ? 'end' : 'start'"
        :class="`chart-text chart-halo peg-text-${p.grade}`"
      >
        {{ p.text }}
      </text>
    </svg>
    <figcaption v-if="trouble" class="entry-problem">{{ trouble }}</figcaption>
  </figure>
</template>

<style scoped>
.island {
  margin: 0;
  min-width: 0;
}
.island :deep(svg) {
  width: 100%;
  height: auto;
  display: block;
  touch-action: pan-y;
  cursor: crosshair;
  user-select: none;
}
.island-land {
  fill: var(--moss-pale);
  stroke: var(--moss);
  stroke-width: 2;
}
.island-may {
  fill: var(--moss-pale);
  opacity: 0.5;
}
.island-sure {
  fill: var(--moss-fill);
  fill-opacity: 0.22;
  stroke: var(--moss);
  stroke-width: 1;
  stroke-dasharray: 1 3;
}
.island-contour {
  fill: none;
  stroke: var(--ochre-fill);
  stroke-dasharray: 5 4;
}
.island-level {
  fill: var(--ochre);
}
.island-name {
  fill: var(--moss);
  stroke: var(--moss-pale);
}
.load-band {
  fill: var(--river);
  opacity: 0.07;
}
.handle {
  cursor: ew-resize;
}
.handle-shape {
  fill: var(--river);
}
.handle-text {
  fill: var(--river);
  font-weight: 600;
  font-size: 14.5px;
}
.peg-line {
  stroke: currentcolor;
  stroke-dasharray: 3 3;
}
.peg-dot {
  fill: currentcolor;
}
.peg-good {
  color: var(--moss);
}
.peg-caution {
  color: var(--ochre-fill);
}
.peg-stop {
  color: var(--brick);
}
.peg-text-good {
  fill: var(--moss);
}
.peg-text-caution {
  fill: var(--ochre);
}
.peg-text-stop {
  fill: var(--brick);
}
</style>
