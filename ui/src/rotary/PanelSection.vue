<script setup lang="ts">
/** The converter wired: its panel, its control circuit, and how each machine is turned round. */
import { computed } from 'vue'
import { api } from '../api/client'
import DrawingView from '../drawing/DrawingView.vue'
import { useAsked } from '../job/ask'
import { useJob } from '../job/open'

const job = useJob()
const view = computed(() => job.plan.value!.rotary!)
const { value: drawings, trouble } = useAsked(api.converterDrawings)
const ways = [
  { value: '', label: 'One way only' },
  { value: 'switch', label: 'Reversing switch' },
  { value: 'contactors', label: 'Contactor pair' },
]
const kept = computed(() => job.document.value?.bridge.rotary?.reversing ?? [])
const way = (id: string) => kept.value.find((k) => k.startsWith(`${id}:`))?.split(':')[1] ?? ''
function choose(id: string, by: string) {
  const rest = kept.value.filter((k) => !k.startsWith(`${id}:`))
  job.commit('rotary.reversing', by ? [...rest, `${id}:${by}`] : rest)
}
</script>

<template>
  <p class="caution">
    Feed locked off and proved dead, the idler at rest, every can discharged, before a box is opened. Panels are work
    for a licensed person in most places; local rules come first.
  </p>
  <h3>The panel</h3>
  <div class="sheet"><DrawingView v-if="drawings?.panel.items.length" :drawing="drawings.panel" /></div>
  <h3>The control circuit</h3>
  <div class="sheet"><DrawingView v-if="drawings?.ladder.items.length" :drawing="drawings.ladder" /></div>
  <p v-if="trouble" class="entry-problem">{{ trouble }}</p>
  <h3>Turned round in daily use</h3>
  <div
    v-for="m in view.machines.filter((one) => one.counted)"
    :key="m.id"
    class="turned"
    role="group"
    :aria-label="m.name"
  >
    <strong>{{ m.name }}</strong>
    <button
      v-for="w in ways"
      :key="w.value"
      type="button"
      class="plain"
      :aria-pressed="way(m.id) === w.value"
      @click="choose(m.id, w.value)"
    >
      {{ w.label }}
    </button>
  </div>
  <ul class="soft">
    <li>
      A reversing switch stands between relay and motor: three poles, centre off, two crossed; turned at standstill.
      Turned at speed it brakes the motor hard against the others on the idler.
    </li>
    <li>
      A contactor pair is held apart twice: by a mechanical interlock between them, and by a closed contact of each in
      the coil of the other. Two in at once is a short across the lines.
    </li>
    <li>
      A simple rotation indicator shows the order of its clips, not which line is which: clip it to L1, L2, L3 by their
      colours, at the panel and again at the machine.
    </li>
  </ul>
</template>

<style scoped>
h3 {
  margin-top: 14px;
}
/* On a phone a drawing keeps its size and is moved under the thumb: its words stay readable. */
.sheet {
  overflow-x: auto;
}
@media (max-width: 760px) {
  .sheet > * {
    min-width: 640px;
  }
}
.turned {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px;
  margin: 6px 0;
}
.turned strong {
  min-width: 8rem;
}
.turned [aria-pressed='true'] {
  border-color: var(--river);
  background: var(--river-pale);
}
</style>
