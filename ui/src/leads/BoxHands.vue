<script setup lang="ts">
/** The terminal box with hands: a lead is dragged, or tapped and then put down by a second tap. */
import { useEventListener } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Drawing } from '../api/client'
import DrawingView from '../drawing/DrawingView.vue'

const props = defineProps<{ drawing: Drawing; lit: ReadonlySet<string> }>()
const emit = defineEmits<{ move: [lead: string, to: string | undefined]; point: [of: string | undefined] }>()

const root = ref<HTMLElement>()
const held = ref<string>()
const from = ref<[number, number]>()
const at = ref<[number, number]>()
const dragged = ref(false)
const hover = ref<string>()

const reach = 30 // px from a lead that still counts as on it

/** The lead, line or joint nearest to a point of the screen. */
function nearest(x: number, y: number, kinds: readonly string[]): string | undefined {
  let best: string | undefined
  let away = reach
  for (const e of root.value?.querySelectorAll<SVGElement>('[data-of]') ?? []) {
    const of = e.dataset.of ?? ''
    if (!kinds.includes(of.split(' ')[0] ?? '')) continue
    const r = e.getBoundingClientRect()
    // A long wire counts where its end is, near the joint: its box would catch everything.
    const dx = Math.max(r.left - x, 0, x - r.right)
    const dy = Math.max(r.top - y, 0, y - r.bottom)
    const d = e.tagName === 'polyline' ? Math.hypot(dx, dy) + 8 : Math.hypot(dx, dy)
    if (d < away) [best, away] = [of, d]
  }
  return best
}

const name = (of?: string) => of?.split(' ')[1]

function down(e: PointerEvent) {
  if (e.button) return
  const of = nearest(e.clientX, e.clientY, ['stud', 'line'])
  from.value = at.value = [e.clientX, e.clientY]
  dragged.value = false
  if (held.value) return // the second tap: decided when the finger lifts
  if (!of) return
  held.value = name(of)
  root.value?.setPointerCapture(e.pointerId)
}

function move(e: PointerEvent) {
  if (!from.value) return
  at.value = [e.clientX, e.clientY]
  if (Math.hypot(e.clientX - from.value[0], e.clientY - from.value[1]) > 10) dragged.value = true
  hover.value = nearest(e.clientX, e.clientY, ['stud', 'joint', 'line'])
}

/** A finger on a lead drags it; a finger beside them scrolls the page as everywhere. */
function grab(e: TouchEvent) {
  const t = e.touches[0]
  if (e.touches.length === 1 && t && nearest(t.clientX, t.clientY, ['stud', 'line'])) e.preventDefault()
}
useEventListener(root, 'touchstart', grab, { passive: false })

let tapped = false
function up(e: PointerEvent) {
  if (!from.value) return
  const target = nearest(e.clientX, e.clientY, ['stud', 'joint', 'line'])
  const lead = held.value
  const to = name(target)
  const second = tapped && !dragged.value
  from.value = at.value = hover.value = undefined
  if (!lead) return
  if (dragged.value || second) {
    held.value = undefined
    tapped = false
    if (to !== lead) emit('move', lead, to)
    return
  }
  tapped = true // held until the next tap
}

function drop() {
  held.value = from.value = at.value = hover.value = undefined
  tapped = false
}

const shown = computed(
  () =>
    new Set([
      ...props.lit,
      ...(held.value ? [`stud ${held.value}`, `line ${held.value}`] : []),
      ...(hover.value ? [hover.value] : []),
    ]),
)
const thread = computed(() => {
  const box = root.value?.getBoundingClientRect()
  if (!dragged.value || !from.value || !at.value || !box) return undefined
  return {
    x1: from.value[0] - box.left,
    y1: from.value[1] - box.top,
    x2: at.value[0] - box.left,
    y2: at.value[1] - box.top,
  }
})
</script>

<template>
  <div
    ref="root"
    class="box-hands"
    @pointerdown="down"
    @pointermove="move"
    @pointerup="up"
    @pointercancel="drop"
    @keydown.escape="drop"
  >
    <DrawingView :drawing="drawing" :lit="shown" @point="emit('point', $event)" />
    <svg v-if="thread" class="box-thread" aria-hidden="true"><line v-bind="thread" /></svg>
    <p v-if="held" class="box-held" role="status">
      {{ held }} in the hand: drop or tap it onto a lead or cap; on nothing it hangs free.
      <button type="button" class="why" @pointerdown.stop @click.stop="drop">Let go</button>
    </p>
  </div>
</template>

<style scoped>
.box-hands {
  position: relative;
  user-select: none;
}
.box-hands :deep([data-of^='stud']),
.box-hands :deep([data-of^='line']) {
  cursor: grab;
}
.box-thread {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  pointer-events: none;
}
.box-thread :deep(line) {
  stroke: var(--river);
  stroke-width: 4;
  stroke-dasharray: 2 6;
  stroke-linecap: round;
}
.box-held {
  padding: 4px 10px;
  background: var(--river-pale);
  font-size: 0.9rem;
}
</style>
