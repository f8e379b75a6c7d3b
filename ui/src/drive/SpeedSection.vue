<script setup lang="ts">
/** The dial: hertz, motor, tool and surface speed together; torque over hertz; ramps. */
import { computed, ref, watch } from 'vue'
import { api, Trouble, type DialWay } from '../api/client'
import ChoiceField from '../parts/ChoiceField.vue'
import EntryField from '../parts/EntryField.vue'
import GradeMark from '../parts/GradeMark.vue'
import LineChart from '../parts/LineChart.vue'
import { useJob } from '../job/open'

const job = useJob()
const drive = computed(() => job.plan.value!.drive!)
const dial = computed(() => drive.value.dial)

const ways: { way: DialWay; label: string; unit: string; of: () => number; shown: () => boolean }[] = [
  { way: 'hz', label: 'Drive', unit: 'Hz', of: () => dial.value.hz, shown: () => true },
  { way: 'motor', label: 'Motor', unit: 'rpm', of: () => dial.value.motor_rpm, shown: () => true },
  { way: 'tool', label: 'Tool', unit: 'rpm', of: () => dial.value.tool_rpm, shown: () => true },
  {
    way: 'surface',
    label: 'Surface',
    unit: 'm/s',
    of: () => dial.value.surface_m_s,
    shown: () => dial.value.surface_m_s > 0,
  },
  {
    way: 'feet',
    label: 'Surface',
    unit: 'ft/min',
    of: () => dial.value.surface_ft_min,
    shown: () => dial.value.surface_m_s > 0,
  },
]
const plain = (x: number) => (x >= 100 ? x.toFixed(0) : x >= 10 ? x.toFixed(1) : x.toFixed(2))
const typed = ref<Record<string, string>>({})
const trouble = ref('')
watch(dial, () => (typed.value = {}))

/** Any of them is typed; the hertz that gives it is asked of the engine. */
async function set(way: DialWay) {
  const text = typed.value[way]
  const value = Number(text?.replace(',', '.'))
  const d = job.about.value
  if (!text || !d) return
  if (!(value > 0)) {
    trouble.value = `“${text}” is no speed.`
    return
  }
  try {
    trouble.value = ''
    const hertz = way === 'hz' ? value : (await api.dial(d, way, value)).hertz
    job.commit('drive.at', `${Number(hertz.toFixed(2))} Hz`)
  } catch (e) {
    trouble.value = e instanceof Trouble ? e.message : String(e)
  }
}

const slide = (e: Event) => job.preview('drive.at', `${(e.target as HTMLInputElement).value} Hz`)
const slid = (e: Event) => job.commit('drive.at', `${(e.target as HTMLInputElement).value} Hz`)

const x = computed(() => drive.value.envelope.map((p) => p.hz))
const percent = (of: (p: (typeof drive.value.envelope)[number]) => number) =>
  drive.value.envelope.map((p) => Math.min(400, of(p) * 100))
const coolings = [
  { value: 'own-fan', label: 'Its own fan', note: 'weak at low speed' },
  { value: 'blower', label: 'A blower', note: 'runs by itself' },
  { value: 'inverter-duty', label: 'Made for drives', note: 'full torque down to its ratio' },
  { value: 'non-ventilated', label: 'No fan at all', note: 'cools alike at any speed' },
]
const ramps = computed(() => [
  { id: 'up', title: 'Up: amps on the way', ramp: drive.value.up, unit: '% of rated amps', limit: 'limit of amps' },
  {
    id: 'down',
    title: 'Down: braking on the way',
    ramp: drive.value.down,
    unit: '% of what brakes',
    limit: 'all that brakes',
  },
])
</script>

<template>
  <section class="dial" aria-label="Speed">
    <div class="dial-row">
      <label v-for="w in ways.filter((v) => v.shown())" :key="w.way" class="dial-one">
        <span>{{ w.label }}</span>
        <ElInput
          :model-value="typed[w.way] ?? plain(w.of())"
          inputmode="decimal"
          autocomplete="off"
          :aria-label="`${w.label}, ${w.unit}`"
          @update:model-value="typed[w.way] = $event"
          @change="set(w.way)"
        />
        <span class="soft">{{ w.unit }}</span>
      </label>
    </div>
    <input
      class="dial-slide"
      type="range"
      :min="Math.max(1, drive.least_hz)"
      :max="Math.ceil(drive.top_hz)"
      step="0.5"
      :value="dial.hz"
      aria-label="Hertz"
      @input="slide"
      @change="slid"
    />
    <p v-if="trouble" class="entry-problem" role="alert">{{ trouble }}</p>
    <p v-if="drive.says" class="dial-says">
      <GradeMark :grade="drive.says_grade!" /> <strong>{{ drive.says }}</strong> The load needs
      {{ (drive.point.asked * 100).toFixed(0) }} %, for good there are
      {{ (drive.point.continuous * 100).toFixed(0) }} %, for a minute {{ (drive.point.short * 100).toFixed(0) }} %.
      <template v-if="drive.point.carries">
        Motor {{ plain(drive.point.amps) }} A, {{ (drive.point.share * 100).toFixed(0) }} % of rated amps.
      </template>
    </p>
  </section>
  <LineChart
    v-if="x.length"
    title="Torque over hertz"
    :x="x"
    :lines="[
      { id: 'continuous', text: 'for good', y: percent((p) => p.continuous), tone: 'main' },
      { id: 'short', text: 'for a minute', y: percent((p) => p.short), tone: 'second' },
      { id: 'pull', text: 'pull-out', y: percent((p) => p.pull_out), tone: 'soft', dashed: true },
      { id: 'asked', text: 'your load', y: percent((p) => p.asked), tone: 'bad' },
    ]"
    :y-most="300"
    x-unit="Hz"
    y-unit="% of rated torque"
    :marks="[{ x: dial.hz, text: 'the dial' }]"
  />
  <div class="drive-both">
    <section>
      <h3>How fast it may go</h3>
      <ul class="caps-list">
        <li v-for="(c, n) in drive.caps" :key="c.reason" :class="{ first: n === 0 }">
          <strong>{{ c.text }}</strong> {{ c.reason }}
        </li>
      </ul>
      <div class="drive-row">
        <EntryField path="drive.most" label="Most hertz" :placeholder="`${drive.base_hz} Hz`" />
        <EntryField path="drive.least" label="Least hertz" placeholder="0 Hz" />
        <EntryField path="drive.motor_most" label="Plate grants, rpm" placeholder="not said" />
        <EntryField path="drive.shakes" label="Shakes from" placeholder="a sweep shows it" />
        <EntryField path="drive.skip" label="Skip bands" placeholder="34-37; 52-54" />
      </div>
      <p class="soft">
        The sweep: uncoupled, then coupled, from slow to fast in small steps, hand on the frame, guards on. Note where
        it shakes.
      </p>
    </section>
    <section>
      <h3>From motor to tool</h3>
      <div class="drive-row">
        <EntryField path="drive.motor_sheave" label="Motor sheave" placeholder="80 mm" />
        <EntryField path="drive.tool_sheave" label="Tool sheave" placeholder="336 mm" />
        <EntryField path="drive.tool_diameter" label="Tool, across" placeholder="500 mm" />
      </div>
      <ChoiceField path="drive.cooling" label="The motor is cooled by" :choices="coolings" fallback="own-fan" />
    </section>
  </div>
  <section class="ramps">
    <h3>Ramps, to {{ drive.top_hz.toFixed(1) }} Hz</h3>
    <div class="drive-row ramps-row">
      <EntryField
        path="drive.accelerate"
        label="Up, seconds"
        :placeholder="drive.up.asked_s ? `${drive.up.asked_s} (the plan's)` : 'never'"
      />
      <EntryField path="drive.decelerate" label="Down, seconds" :placeholder="`${drive.down.asked_s} (the plan's)`" />
      <EntryField path="load.inertia" label="Inertia at the motor's shaft" placeholder="kg·m², empty: none" />
    </div>
    <div class="drive-both">
      <div v-for="r in ramps" :key="r.id">
        <LineChart
          v-if="r.ramp.share.length"
          half
          :title="r.title"
          :x="r.id === 'up' ? r.ramp.hz : [...r.ramp.hz].reverse()"
          :lines="[
            {
              id: r.id,
              text: `in ${plain(r.ramp.asked_s)} s`,
              y: (r.id === 'up' ? r.ramp.share : [...r.ramp.share].reverse()).map((s) => s * 100),
              tone: r.ramp.trips ? 'bad' : 'main',
            },
          ]"
          x-unit="Hz"
          :y-unit="r.unit"
          :limit="{ y: r.ramp.limit * 100, text: r.limit }"
        />
        <p class="soft">{{ r.ramp.text }}</p>
      </div>
    </div>
    <p class="soft">Ramps are reckoned with a typical rotor’s inertia: guide values.</p>
  </section>
</template>

<style scoped>
.dial-slide {
  width: 100%;
  height: 34px;
  margin-top: 8px;
}
.caps-list {
  margin: 4px 0 10px;
  padding-left: 1.1em;
}
.caps-list :deep(.first) {
  font-weight: 600;
}
.ramps {
  margin-top: 16px;
}
</style>
