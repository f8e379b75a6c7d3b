<script setup lang="ts">
/**
 * The street: the idler and its machines with their switches. What runs is only looked at here:
 * press a switch, and every figure of every motor is that of the new state.
 */
import { computed, ref, watch } from 'vue'
import FindingLine from '../parts/FindingLine.vue'
import GradeMark from '../parts/GradeMark.vue'
import { newMachine } from '../job/machines'
import { useJob } from '../job/open'
import { stateKey } from './map'
import WindingBars from './WindingBars.vue'

const job = useJob()
const plan = computed(() => job.plan.value!)
const view = computed(() => plan.value.rotary!)
const running = ref<ReadonlySet<string>>(new Set())
/** The machine that is worked on runs when it is chosen, or counted later; the others keep as they were left. */
watch(
  () => view.value.machines.find((m) => m.id === job.machine.value?.id && m.counted)?.id,
  (id) => {
    if (id) running.value = new Set([id])
  },
  { immediate: true },
)
const key = computed(() => stateKey(view.value.machines, running.value))
const state = computed(() => view.value.states.find((s) => s.id === key.value))
const motor = (id?: string) => state.value?.motors.find((m) => m.id === id)

function toggle(id: string) {
  const next = new Set(running.value)
  if (!next.delete(id)) next.add(id)
  running.value = next
}
/** A job of one machine becomes a converter: its idler comes as a motor of its own. */
function addIdler() {
  const d = job.document.value!
  const idler = newMachine(d, { name: 'Idler', role: 'idler', load: { kind: 'none' } })
  job.change({ ...d, machines: [...d.machines, idler] })
  job.workOn(idler.id)
}
const apart = computed(() =>
  view.value.pairs.filter((p) => p.apart && running.value.has(p.a) && running.value.has(p.b)),
)
const named = (id: string) => view.value.machines.find((m) => m.id === id)?.name ?? id

/** Three line volts as a triangle: line 2 below left, line 1 below right, the made line on top. */
const triangle = computed(() => {
  const [v12, v23, v31] = state.value?.volts ?? []
  if (!v12 || !v23 || !v31) return undefined
  const scale = 118 / Math.max(v12, v23, v31)
  const px = (v12 * v12 + v23 * v23 - v31 * v31) / (2 * v12)
  const py = Math.sqrt(Math.max(0, v23 * v23 - px * px))
  return { l2: [30, 140], l1: [30 + v12 * scale, 140], l3: [30 + px * scale, 140 - py * scale] }
})
const ids = ['rotary.idler', 'rotary.idler-plate', 'rotary.not-counted', 'rotary.alone', 'rotary.falls', 'rotary.none']
const said = computed(() => job.said(...ids))
</script>

<template>
  <FindingLine v-for="f in said" :key="f.id" :finding="f" />
  <p v-if="!view.idler"><button type="button" class="plain" @click="addIdler">Add an idler to this job</button></p>
  <div v-if="view.solved" class="street">
    <section class="lines" aria-label="The three lines">
      <svg v-if="triangle" viewBox="0 0 190 172" role="img" aria-labelledby="triangle-title">
        <title id="triangle-title">Line volts as a triangle</title>
        <line :x1="triangle.l2[0]" :y1="triangle.l2[1]" :x2="triangle.l1[0]" :y2="triangle.l1[1]" class="side" />
        <line :x1="triangle.l2[0]" :y1="triangle.l2[1]" :x2="triangle.l3[0]" :y2="triangle.l3[1]" class="side made" />
        <line :x1="triangle.l1[0]" :y1="triangle.l1[1]" :x2="triangle.l3[0]" :y2="triangle.l3[1]" class="side made" />
        <circle :cx="triangle.l2[0]" :cy="triangle.l2[1]" r="5" class="l2" />
        <circle :cx="triangle.l1[0]" :cy="triangle.l1[1]" r="5" class="l1" />
        <circle :cx="triangle.l3[0]" :cy="triangle.l3[1]" r="5" class="l3" />
        <text :x="triangle.l2[0]! - 10" :y="triangle.l2[1]! + 5" text-anchor="end" class="chart-text">L2</text>
        <text :x="triangle.l1[0]! + 9" :y="triangle.l1[1]! + 5" class="chart-text">L1</text>
        <text :x="triangle.l3[0]" :y="triangle.l3[1]! - 9" text-anchor="middle" class="chart-text">L3, made</text>
        <text :x="(triangle.l1[0]! + triangle.l2[0]!) / 2" y="160" text-anchor="middle" class="chart-text volts">
          {{ state!.volts_text[0] }}
        </text>
        <text
          :x="(triangle.l2[0]! + triangle.l3[0]!) / 2 - 8"
          :y="(triangle.l2[1]! + triangle.l3[1]!) / 2"
          text-anchor="end"
          class="chart-text volts"
        >
          {{ state!.volts_text[1] }}
        </text>
        <text
          :x="(triangle.l1[0]! + triangle.l3[0]!) / 2 + 8"
          :y="(triangle.l1[1]! + triangle.l3[1]!) / 2"
          class="chart-text volts"
        >
          {{ state!.volts_text[2] }}
        </text>
      </svg>
      <dl v-if="state?.runs" class="state-figures">
        <div>
          <dt>From the line</dt>
          <dd>
            <strong>{{ state.supply }}</strong>
          </dd>
        </div>
        <div>
          <dt>Power</dt>
          <dd>{{ state.watts }}</dd>
        </div>
        <div>
          <dt>Power factor</dt>
          <dd>{{ state.power_factor }}</dd>
        </div>
        <div>
          <dt>Unbalance</dt>
          <dd>{{ state.unbalance }}</dd>
        </div>
        <div>
          <dt>Backward over forward</dt>
          <dd>{{ state.factor }}</dd>
        </div>
      </dl>
    </section>
    <section class="motors" aria-live="polite">
      <h3>
        {{ state?.title ?? 'These do not run together' }}
        <span v-if="state" class="soft"><GradeMark :grade="state.grade" :size="14" /> {{ state.text }}</span>
      </h3>
      <p v-for="p in apart" :key="p.key" class="caution">
        {{ named(p.a) }} and {{ named(p.b) }} are kept apart by the shop; this is what they would do.
      </p>
      <ol>
        <li v-if="view.idler" class="idler" :data-motor="view.idler.id">
          <p class="motor-name">
            <strong>{{ view.idler.name }}</strong> <span class="soft">{{ view.idler.power }}, spins all the time</span>
          </p>
          <WindingBars v-if="motor(view.idler.id)" :motor="motor(view.idler.id)!" />
        </li>
        <li v-for="m in view.machines" :key="m.id" :data-motor="m.id" :class="{ off: !running.has(m.id) }">
          <button
            type="button"
            class="switch"
            :aria-pressed="running.has(m.id)"
            :disabled="!m.counted"
            @click="toggle(m.id)"
          >
            <span class="lamp" :class="{ lit: running.has(m.id) }" />
            {{ running.has(m.id) ? 'Runs' : 'Stands' }}
          </button>
          <p class="motor-name">
            <button type="button" class="why" @click="job.workOn(m.id)">{{ m.name }}</button>
            <span class="soft">
              {{ m.power }}<template v-if="m.load">, {{ m.load }}</template></span
            >
            <GradeMark :grade="m.grade" :size="14" />
          </p>
          <p v-if="!m.counted" class="soft">Not counted: its plate, leads and joints come first.</p>
          <WindingBars v-else-if="motor(m.id)" :motor="motor(m.id)!" />
          <p v-else class="motor-foot soft">
            Alone it carries all day: {{ m.continuous }}; its start gives {{ m.start
            }}<template v-if="m.start_takes"> and takes {{ m.start_takes }}</template
            >.
          </p>
        </li>
      </ol>
      <p class="soft">
        Each bar is a winding, the line in it rated amps. A switch here changes nothing but the picture.
      </p>
    </section>
  </div>
  <p v-else class="soft">The street is solved once the idler's plate, leads and joints are known.</p>
</template>

<style scoped>
.street {
  display: grid;
  grid-template-columns: 250px minmax(0, 1fr);
  gap: 22px;
}
.lines svg {
  width: 100%;
  height: auto;
}
.side {
  stroke: var(--ink);
  stroke-width: 2;
}
.made {
  stroke-dasharray: 5 4;
}
.l1 {
  fill: var(--wire-l1);
}
.l2 {
  fill: var(--wire-l2);
}
.l3 {
  fill: var(--wire-l3);
}
.volts {
  font-weight: 600;
}
.state-figures {
  margin: 8px 0 0;
}
.state-figures div {
  display: flex;
  justify-content: space-between;
  border-bottom: 1px solid var(--stone-deep);
  padding: 3px 0;
}
.state-figures dd {
  margin: 0;
}
h3 .soft {
  display: block;
  font-weight: 400;
  font-size: 0.95rem;
}
ol {
  list-style: none;
  margin: 8px 0;
  padding: 0;
  border-left: 3px solid var(--wire-l3);
}
li {
  position: relative;
  display: grid;
  grid-template-columns: 104px minmax(0, 1fr);
  gap: 2px 14px;
  padding: 10px 0 10px 18px;
  border-bottom: 1px solid var(--stone-deep);
}
li::before {
  content: '';
  position: absolute;
  left: 0;
  top: 26px;
  width: 14px;
  border-top: 3px solid var(--wire-l3);
}
li > * {
  grid-column: 2;
}
.switch {
  grid-column: 1;
  grid-row: 1 / span 3;
  align-self: start;
  min-height: 44px;
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 0 12px;
  border: 1px solid var(--rule);
  background: var(--sheet);
  cursor: pointer;
}
.switch[aria-pressed='true'] {
  border-color: var(--river);
  background: var(--river-pale);
}
.switch:disabled {
  color: var(--soft);
  cursor: default;
}
.lamp {
  width: 12px;
  height: 12px;
  border: 2px solid var(--soft);
  border-radius: 50%;
}
.lamp.lit {
  background: var(--moss-fill);
  border-color: var(--moss);
}
.idler::after {
  content: '~';
  grid-column: 1;
  grid-row: 1 / span 3;
  width: 44px;
  height: 44px;
  border: 2px solid var(--ink);
  border-radius: 50%;
  display: grid;
  place-items: center;
  font-size: 1.4rem;
}
.motor-name {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px 8px;
}
.motor-name .why {
  font-weight: 600;
}
.motor-foot {
  font-size: 0.9rem;
}
@media (max-width: 760px) {
  .street {
    grid-template-columns: minmax(0, 1fr);
  }
  .lines svg {
    max-width: 260px;
  }
}
</style>
