<script setup lang="ts">
/**
 * Both balance banks: L1-L3 across, L2-L3 up, and the worst winding of every motor over all that
 * occurs. The cross-hair is the person's own pair. The map comes row by row and ends when it is
 * not wanted any more.
 */
import { computed, onUnmounted, ref, shallowRef, watch } from 'vue'
import { useMediaQuery } from '@vueuse/core'
import { api, type Document } from '../api/client'
import { onDiffering } from '../job/ask'
import { useJob } from '../job/open'
import { ticks } from '../parts/ticks'
import { band, mirrored, outline, withLine, type BalanceMap } from './map'

const job = useJob()
const view = computed(() => job.plan.value!.rotary!)
const map = shallowRef<BalanceMap>()
const trouble = ref('')
const canvas = ref<HTMLCanvasElement>()
let work: AbortController | undefined

/** The map does not depend on the pair in circuit, nor on what has been ticked or guarded. */
const basis = (d: Document): Document => ({
  ...d,
  name: 'map',
  bridge: {
    ...d.bridge,
    rotary: { ...d.bridge.rotary, l1_l3_microfarad: '', l2_l3_microfarad: '', drawer: '', start_microfarad: '' },
  },
  machines: d.machines.map((m) => ({ ...m, leads: { ...m.leads, found: '', done: [] }, protection: {} })),
})

async function draw(of: Document, again: () => void) {
  work?.abort()
  const mine = (work = new AbortController())
  trouble.value = ''
  let next: BalanceMap | undefined
  try {
    await api.balanceMap(of, mine.signal, (line) => {
      if (mine.signal.aborted) return
      map.value = next = withLine(next, line)
    })
  } catch (e) {
    if (mine.signal.aborted) return
    again()
    trouble.value = e instanceof Error ? e.message : String(e)
  }
}
onDiffering(draw, basis)
onUnmounted(() => work?.abort())

/** A phone gets a narrower picture, so that its words stay readable. */
const narrow = useMediaQuery('(max-width: 760px)')
const across = computed(() => (narrow.value ? 380 : 560))
const left = 44
const top = 14
const side = computed(() => across.value - left - 30)
const reach = computed(() => map.value?.reach ?? view.value.reach_microfarad)
const x = (uf: number) => left + (Math.min(uf, reach.value) / reach.value) * side.value
const y = (uf: number) => top + side.value - (Math.min(uf, reach.value) / reach.value) * side.value
const height = computed(() => top + side.value + 44)

/** Outlines in the picture's own measure. */
function path(worst: number[][], level: number): string {
  const step = map.value!.reach / (map.value!.steps - 1)
  return outline(worst, level)
    .map(
      ([a, b]) =>
        `M${x(a[0] * step).toFixed(1)} ${y(a[1] * step).toFixed(1)}L${x(b[0] * step).toFixed(1)} ${y(b[1] * step).toFixed(1)}`,
    )
    .join('')
}
const whole = computed(() => !!map.value && map.value.worst.length === map.value.steps)
const lines = computed(() =>
  map.value?.worst.length
    ? [1, 1.15, 1.5].map((level) => ({ level, d: path(map.value!.worst, level) })).filter((l) => l.d)
    : [],
)
/** Where the other direction's cans belong: the least level that it reaches at all. */
const other = computed(() =>
  whole.value ? ([1.15, 1.3, 1.5].map((level) => path(mirrored(map.value!.worst), level)).find(Boolean) ?? '') : '',
)

const colours: Record<string, string> = {
  ok: '--moss-pale',
  near: '--ochre-pale',
  hot: '--stone',
  over: '--stone-deep',
  out: '--brick-pale',
}
function paint() {
  const m = map.value
  const c = canvas.value
  if (!m || !c) return
  c.width = c.height = m.steps
  const brush = c.getContext('2d')
  if (!brush) return
  const style = getComputedStyle(c)
  m.worst.forEach((row, j) =>
    row.forEach((w, i) => {
      brush.fillStyle = style.getPropertyValue(colours[band(w)]!)
      brush.fillRect(i, m.steps - 1 - j, 1, 1)
    }),
  )
}
watch([map, canvas], paint, { flush: 'post' })

/** The other pairs as pegs; the best one is marked where it stands. */
const pegs = computed(() =>
  view.value.options
    .filter((o) => o.id !== 'yours')
    .map((o) => ({
      id: o.id,
      x: x(o.l1_l3_microfarad),
      y: y(o.l2_l3_microfarad),
      text: { plain: 'no cans', equal: 'equal', best: 'best found' }[o.id] ?? o.title,
    })),
)

const svg = ref<SVGSVGElement>()
const dragging = ref(false)
const both = (l13: number, l23: number) => ({
  'rotary.l1_l3_microfarad': String(Math.round(Math.max(0, Math.min(reach.value, l13)))),
  'rotary.l2_l3_microfarad': String(Math.round(Math.max(0, Math.min(reach.value, l23)))),
})
function at(e: PointerEvent) {
  const box = svg.value!.getBoundingClientRect()
  const px = ((e.clientX - box.left) / box.width) * across.value
  const py = ((e.clientY - box.top) / box.height) * height.value
  return both(((px - left) / side.value) * reach.value, ((top + side.value - py) / side.value) * reach.value)
}
function down(e: PointerEvent) {
  dragging.value = true
  svg.value!.setPointerCapture(e.pointerId)
  job.previewAll(at(e))
  e.preventDefault()
}
function move(e: PointerEvent) {
  if (dragging.value) job.previewAll(at(e))
}
function up(e: PointerEvent) {
  if (!dragging.value) return
  dragging.value = false
  job.commitAll(at(e))
}
function cancel() {
  if (!dragging.value) return
  dragging.value = false
  job.commitAll(both(view.value.l1_l3_microfarad, view.value.l2_l3_microfarad))
}
const nudges: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowDown: [0, -1],
  ArrowUp: [0, 1],
  PageDown: [-10, 0],
  PageUp: [10, 0],
}
function key(e: KeyboardEvent) {
  const by = nudges[e.key]
  if (!by) return
  e.preventDefault()
  // From what is entered: the plan of the press before may still be on its way.
  const now = (path: string, planned: number) => Number.parseFloat(job.text(path)) || (job.text(path) ? 0 : planned)
  const l13 = now('rotary.l1_l3_microfarad', view.value.l1_l3_microfarad)
  const l23 = now('rotary.l2_l3_microfarad', view.value.l2_l3_microfarad)
  job.commitAll(both(l13 + by[0], l23 + by[1]))
}
const own = computed(() => ({ x: x(view.value.l1_l3_microfarad), y: y(view.value.l2_l3_microfarad) }))
/** What the shades and lines mean. */
const keys = computed(() => {
  const yours = view.value.options.find((o) => o.id === 'yours')
  return [
    { id: 'ok', text: 'every winding inside plate' },
    { id: 'near', text: 'up to 115 %' },
    { id: 'hot', text: 'to 150 % and more' },
    { id: 'out', text: 'a motor falls out' },
    ...(other.value ? [{ id: 'other', text: `115 % with the idler spun the other way: yours ${yours?.other}` }] : []),
  ]
})
</script>

<template>
  <figure class="balance">
    <div class="balance-picture" :style="{ aspectRatio: `${across} / ${height}` }">
      <canvas
        ref="canvas"
        :style="{
          left: `${(100 * left) / across}%`,
          top: `${(100 * top) / height}%`,
          width: `${(100 * side) / across}%`,
          height: `${(100 * side) / height}%`,
        }"
      />
      <svg
        ref="svg"
        :viewBox="`0 0 ${across} ${height}`"
        :class="{ dragging }"
        @pointerdown="down"
        @pointermove="move"
        @pointerup="up"
        @pointercancel="cancel"
      >
        <title>
          Both balance banks: inside the green line every winding of every motor stays within plate in all that occurs
        </title>
        <path v-for="l in lines" :key="l.level" :d="l.d" :class="l.level === 1 ? 'map-land' : 'map-contour'" />
        <path v-if="other" :d="other" class="map-other" />
        <rect :x="left" :y="top" :width="side" :height="side" class="map-frame" />
        <g v-for="t in ticks(reach, narrow ? 5 : 8)" :key="t">
          <line :x1="x(t)" :x2="x(t)" :y1="top + side" :y2="top + side + 5" class="chart-axis" />
          <text :x="x(t)" :y="top + side + 18" text-anchor="middle" class="chart-text">{{ t }}</text>
          <line :x1="left - 5" :x2="left" :y1="y(t)" :y2="y(t)" class="chart-axis" />
          <text :x="left - 8" :y="y(t) + 4" text-anchor="end" class="chart-text">{{ t }}</text>
        </g>
        <text :x="left + side" :y="top + side + 36" text-anchor="end" class="chart-text">µF from L1 to L3</text>
        <text :x="13" :y="top + 4" class="chart-text" :transform="`rotate(-90 13 ${top + 4})`" text-anchor="end">
          µF from L2 to L3
        </text>
        <g v-for="p in pegs" :key="p.id">
          <circle :cx="p.x" :cy="p.y" r="4" class="map-peg" />
          <text
            :x="p.x > left + side - 80 ? p.x - 8 : p.x + 8"
            :y="p.id === 'best' ? p.y - 14 : p.y - 7"
            :text-anchor="p.x > left + side - 80 ? 'end' : 'start'"
            class="chart-text chart-halo"
          >
            {{ p.text }}
          </text>
        </g>
        <line :x1="left" :x2="left + side" :y1="own.y" :y2="own.y" class="cross" />
        <line :x1="own.x" :x2="own.x" :y1="top" :y2="top + side" class="cross" />
        <g
          class="map-handle"
          role="slider"
          tabindex="0"
          aria-label="Balance cans, both banks"
          :aria-valuenow="view.l1_l3_microfarad"
          aria-valuemin="0"
          :aria-valuemax="reach"
          :aria-valuetext="`${view.l1_l3_microfarad} µF from L1 to L3, ${view.l2_l3_microfarad} µF from L2 to L3`"
          @keydown="key"
        >
          <circle :cx="own.x" :cy="own.y" r="22" fill="transparent" />
          <circle :cx="own.x" :cy="own.y" r="9" class="map-ring" />
        </g>
      </svg>
    </div>
    <figcaption>
      <span v-if="trouble" class="entry-problem">{{ trouble }}</span>
      <template v-else>
        <span v-for="k in keys" :key="k.id" class="map-legend"
          ><span :class="`map-key map-key-${k.id}`" /> {{ k.text }}</span
        >
      </template>
    </figcaption>
  </figure>
</template>

<style scoped>
.balance {
  margin: 0;
  min-width: 0;
}
.balance-picture {
  position: relative;
  width: 100%;
}
canvas {
  position: absolute;
  image-rendering: auto;
}
svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  touch-action: none;
  cursor: crosshair;
  user-select: none;
}
.map-frame {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1;
}
.map-land {
  fill: none;
  stroke: var(--moss);
  stroke-width: 2.5;
}
.map-contour {
  fill: none;
  stroke: var(--ochre-fill);
  stroke-width: 1.2;
}
.map-other {
  fill: none;
  stroke: var(--brick);
  stroke-width: 1.5;
  stroke-dasharray: 6 5;
}
.map-peg {
  fill: var(--ink);
}
.cross {
  stroke: var(--river);
  stroke-width: 1.5;
}
.map-ring {
  fill: var(--sheet);
  stroke: var(--river);
  stroke-width: 3;
}
figcaption {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px 6px;
  font-size: 0.85rem;
  color: var(--soft);
}
.map-legend {
  display: inline-flex;
  align-items: center;
  gap: 5px;
  margin-right: 10px;
}
.map-key {
  flex: none;
  width: 14px;
  height: 12px;
  border: 1px solid var(--rule);
}
.map-key-ok {
  background: var(--moss-pale);
  border-color: var(--moss);
}
.map-key-near {
  background: var(--ochre-pale);
}
.map-key-hot {
  background: var(--stone);
}
.map-key-out {
  background: var(--brick-pale);
}
.map-key-other {
  height: 0;
  border: 0;
  border-top: 2px dashed var(--brick);
}
</style>
