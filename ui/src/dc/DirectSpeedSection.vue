<script setup lang="ts">
/** The dial in all its units, the wave it makes, torque over speed, and how the speed holds. */
import { computed, ref, watch } from 'vue'
import { api, Trouble, type DirectWay } from '../api/client'
import ChoiceField from '../parts/ChoiceField.vue'
import EntryField from '../parts/EntryField.vue'
import FigureList from '../parts/FigureList.vue'
import FindingLine from '../parts/FindingLine.vue'
import GradeMark from '../parts/GradeMark.vue'
import LineChart from '../parts/LineChart.vue'
import { useJob } from '../job/open'
import WaveChart from './WaveChart.vue'

const job = useJob()
const dc = computed(() => job.plan.value!.dc!)
const dial = computed(() => dc.value.dial)
const ways = computed<{ way: DirectWay; label: string; unit: string; of: number }[]>(() => [
  { way: 'motor', label: 'Motor', unit: 'rpm', of: dial.value.motor_rpm },
  { way: 'volts', label: 'Armature', unit: 'V', of: dial.value.volts },
  { way: 'tool', label: 'Tool', unit: 'rpm', of: dial.value.tool_rpm },
  ...(dial.value.surface_m_s > 0
    ? [
        { way: 'surface' as const, label: 'Surface', unit: 'm/s', of: dial.value.surface_m_s },
        { way: 'feet' as const, label: 'Surface', unit: 'ft/min', of: dial.value.surface_ft_min },
      ]
    : []),
])
const plain = (x: number) => (x >= 100 ? x.toFixed(0) : x >= 10 ? x.toFixed(1) : x.toFixed(2))
const typed = ref<Record<string, string>>({})
const trouble = ref('')
watch(dial, () => (typed.value = {}))

/** Any of them is typed; the rpm that gives it is asked of the engine. */
async function set(way: DirectWay) {
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
    const rpm = way === 'motor' ? value : (await api.dcDial(d, way, value)).rpm
    job.commit('dc.at', `${Number(rpm.toFixed(1))} rpm`)
  } catch (e) {
    trouble.value = e instanceof Trouble ? e.message : String(e)
  }
}

const value = (e: Event) => (e.target as HTMLInputElement).value
const load = computed(() => Math.round((job.plan.value!.link.usual ?? 0) * 100))
const percent = (all: number[]) => all.map((x) => x * 100)
const fan = computed(() => [
  ...dc.value.fan.lines.flatMap((l) => [
    { id: `bare-${l.dial}`, text: '', y: l.bare, tone: 'soft' as const, dashed: true },
    { id: `held-${l.dial}`, text: `dial at ${l.dial * 100} %`, y: l.held, tone: 'main' as const },
  ]),
  { id: 'ceiling', text: 'the line gives no more', y: dc.value.fan.ceiling, tone: 'bad' as const, dashed: true },
])
const fanTop = computed(() => 1.25 * Math.max(...dc.value.fan.lines.map((l) => l.held[0] ?? 0), 1))
const helds = [
  { value: 'volts', label: 'Armature volts held' },
  { value: 'ir', label: 'And raised by the amps (IR)' },
  { value: 'tacho', label: 'A tachometer', note: 'where it takes one' },
]
const said = computed(() =>
  job.said(
    'dc.speed',
    'dc.stalls',
    'dc.heat',
    'dc.start',
    'dc.most',
    'dc.at',
    'dc.least',
    'dc.sag',
    'dc.surge',
    'dc.tacho',
  ),
)
</script>

<template>
  <section aria-label="Speed">
    <div class="dial-row">
      <label v-for="w in ways" :key="w.way" class="dial-one">
        <span>{{ w.label }}</span>
        <ElInput
          :model-value="typed[w.way] ?? plain(w.of)"
          inputmode="decimal"
          autocomplete="off"
          :aria-label="`${w.label}, ${w.unit}`"
          @update:model-value="typed[w.way] = $event"
          @change="set(w.way)"
        />
        <span class="soft">{{ w.unit }}</span>
      </label>
    </div>
    <div class="slides">
      <label>
        <span>The dial, {{ (dial.share * 100).toFixed(0) }} % of its turn</span>
        <input
          type="range"
          min="1"
          :max="Math.ceil(dc.most_rpm)"
          step="5"
          :value="dial.motor_rpm"
          aria-label="Motor rpm"
          @input="job.preview('dc.at', `${value($event)} rpm`)"
          @change="job.commit('dc.at', `${value($event)} rpm`)"
        />
      </label>
      <label>
        <span>The load, {{ load }} % of rated torque</span>
        <input
          type="range"
          min="0"
          max="150"
          step="1"
          :value="load"
          aria-label="Usual load, percent"
          @input="job.preview('load.share', `${value($event)} %`)"
          @change="job.commit('load.share', `${value($event)} %`)"
        />
      </label>
    </div>
    <p v-if="trouble" class="entry-problem" role="alert">{{ trouble }}</p>
    <p class="says">
      <GradeMark :grade="dc.point.grade" /> <strong>{{ dc.point.says }}</strong>
    </p>
  </section>
  <div class="wave-row">
    <WaveChart />
    <section><FigureList :figures="dc.figures" /></section>
  </div>
  <LineChart
    title="Torque over speed"
    :x="dc.envelope.rpm"
    :lines="[
      { id: 'good', text: 'for good', y: percent(dc.envelope.good), tone: 'main' },
      { id: 'minute', text: 'for a minute', y: percent(dc.envelope.minute), tone: 'second' },
      { id: 'asked', text: 'your load', y: percent(dc.envelope.asked), tone: 'bad' },
    ]"
    x-unit="rpm of the motor"
    y-unit="% of rated torque"
    :marks="[{ x: dial.motor_rpm, text: 'the dial' }]"
  />
  <p class="soft">{{ dc.greatest }} {{ dc.slowest }}</p>
  <FindingLine v-for="f in said" :key="f.id" :finding="f" />
  <div class="both">
    <section>
      <h3>How the speed holds</h3>
      <LineChart
        half
        title="Speed over torque"
        :x="dc.fan.torque.map((t) => t * 100)"
        :lines="fan"
        :y-most="fanTop"
        x-unit="% of rated torque"
        y-unit="rpm"
      />
      <p class="soft">
        Full lines as trimmed. Dashed: the bridge left alone at one firing; where its current breaks, with little load,
        the speed bends up.
      </p>
      <FigureList :figures="dc.held" />
      <ChoiceField path="dc.held" label="The speed is held by" :choices="helds" fallback="ir" />
      <EntryField path="dc.ir" label="IR, share of the armature's ohms" placeholder="80 % (the plan's)" />
    </section>
    <section>
      <h3>From slow to fast, motor to tool</h3>
      <div class="rows">
        <EntryField path="dc.least" label="Slowest in use" placeholder="not said" />
        <EntryField
          path="dc.most"
          label="Fastest in use"
          :placeholder="`${dc.greatest_rpm.toFixed(0)} rpm, all there is`"
        />
        <EntryField path="dc.motor_sheave" label="Motor sheave" placeholder="40 mm" />
        <EntryField path="dc.tool_sheave" label="Tool sheave" placeholder="400 mm" />
        <EntryField path="dc.tool_diameter" label="Tool, across" placeholder="300 mm" />
      </div>
    </section>
  </div>
</template>

<style scoped>
.slides {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 1fr);
  gap: 4px 24px;
  margin-top: 8px;
  font-size: 0.87rem;
}
.slides input {
  width: 100%;
  height: 34px;
}
.wave-row {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  gap: 20px;
  align-items: start;
}
.both {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 28px;
  margin-top: 16px;
}
.rows {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(140px, 1fr));
  gap: 10px;
}
@media (max-width: 760px) {
  .slides,
  .wave-row,
  .both {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
