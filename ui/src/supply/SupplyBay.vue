<script setup lang="ts">
/** What is in the wall, held against each bridge, and what running and starting leave at the motor. */
import { computed } from 'vue'
import ChoiceField from '../parts/ChoiceField.vue'
import EntryField from '../parts/EntryField.vue'
import FigureList from '../parts/FigureList.vue'
import GradeMark from '../parts/GradeMark.vue'
import { useJob } from '../job/open'
import { toEntry } from '../parts/hand'
import VoltStairs from './VoltStairs.vue'
import WallChain from './WallChain.vue'

const job = useJob()
const plan = computed(() => job.plan.value!)
const w = computed(() => job.document.value!.workshop)
const metric = computed(() => w.value.rules === 'metric')
const own = computed(() => plan.value.wall.find((c) => c.chosen))
const others = computed(() => plan.value.wall.filter((c) => !c.chosen))
const circuits = computed(() => [
  { value: '', label: 'None of them' },
  ...plan.value.circuits.map((name) => ({ value: name, label: name })),
])
/** The circuit's own words stand where the job says nothing itself. */
const from = (path: string, otherwise: string) =>
  job.text('supply.circuit') ? (job.reading(path)?.read_as ?? otherwise) : otherwise
const cables = [
  { value: 'conduit', label: 'Wires in conduit' },
  { value: 'building', label: 'Building cable', note: 'its earth is extra' },
  { value: 'cord', label: 'Flexible cord', note: 'every conductor counts' },
]
const devices = [
  { value: 'none', label: 'None' },
  { value: 'ac', label: 'Type AC' },
  { value: 'a', label: 'Type A' },
  { value: 'b', label: 'Type B' },
]
const seen = computed(() => job.document.value!.supply.seen ?? [])
const looks = [
  { id: 'white', text: 'A white conductor used as a line' },
  { id: 'colours', text: 'Colours of another region' },
  { id: 'shared', text: 'Control wires in the motor’s conduit' },
  { id: 'nothing', text: 'Looked, dead: nothing of these' },
]
function look(id: string, on: boolean) {
  const rest = seen.value.filter((s) => s !== id && (id === 'nothing' ? false : s !== 'nothing'))
  job.commit('supply.seen', on ? [...rest, id] : rest)
}
</script>

<template>
  <header class="bench-head">
    <h2>Supply</h2>
    <p>{{ w.name }}: {{ w.volts }} V, {{ w.hertz }} Hz, single-phase.</p>
  </header>
  <p class="caution bay-caution">
    Measuring at the outlet is work on a live supply: meter on AC volts, probes with finger guards, one hand, nobody
    alone. Where you are it may be for a licensed person.
  </p>
  <h3 class="bay-sub">The wall, as found</h3>
  <WallChain v-if="own" :chain="own" @ask="toEntry(job, $event)" />
  <p v-else class="soft">The wall is held against the bridge once the motor runs on it as it is planned.</p>
  <ul v-if="others.length" class="wall-others">
    <li v-for="c in others" :key="c.bridge">
      <GradeMark :grade="c.grade" :size="14" /> {{ c.name }}: {{ c.sentence }} <span class="soft">{{ c.cure }}</span>
    </li>
  </ul>
  <ChoiceField v-if="plan.circuits.length" path="supply.circuit" label="Circuit of the workshop" :choices="circuits" />
  <div class="entries">
    <EntryField path="supply.volts" label="Volts measured, nothing running" :placeholder="String(w.volts)" />
    <EntryField path="supply.hertz" label="Hertz, if not the workshop's" :placeholder="String(w.hertz)" />
    <EntryField
      path="supply.loaded"
      label="Panel under a known load, volts and amps"
      :placeholder="metric ? '231 V 9.5 A' : '236 V 10 A'"
    />
    <EntryField
      path="supply.panel"
      label="Panel’s main breaker, what else runs"
      :placeholder="metric ? '63 A, else 20 A' : '100 A, else 30 A'"
    />
    <EntryField
      path="supply.breaker"
      label="Breaker at its head"
      :placeholder="from('supply.breaker', metric ? '32 A' : '40 A')"
    />
    <EntryField
      path="supply.feeder_size"
      label="Feeder, its conductor"
      :placeholder="from('supply.feeder_size', metric ? '6 mm²' : '8 AWG or 12-2')"
    />
    <EntryField
      path="supply.feeder_length"
      label="Its length, one way"
      :placeholder="from('supply.feeder_length', metric ? '18 m' : '65 ft')"
    />
    <EntryField
      path="supply.earth"
      label="Its earth conductor, or none"
      :placeholder="from('supply.earth', metric ? '6 mm²' : '10 AWG')"
    />
    <EntryField
      path="supply.transformer"
      label="Transformer between wall and bridge, if any"
      :placeholder="metric ? '230/400 V 3 kVA' : '120/240 V 2 kVA'"
    />
    <EntryField path="supply.air" label="Air where it runs hottest" :placeholder="from('supply.air', 'up to 30 °C')" />
    <EntryField
      path="supply.together"
      :label="metric ? 'Circuits in its conduit' : 'Loaded conductors in its conduit'"
      :placeholder="from('supply.together', metric ? '1' : '2')"
    />
  </div>
  <ChoiceField path="supply.cable" label="How it is made up" :choices="cables" />
  <ChoiceField
    v-if="!metric"
    path="supply.terminals"
    label="Stamped on the terminals at both ends"
    :choices="[
      { value: '60', label: '60 °C, or nothing' },
      { value: '75', label: '75 °C' },
    ]"
  />
  <EntryField
    path="supply.others"
    label="What else draws from it at the same time, one a line"
    :placeholder="from('supply.others', 'lights 2 A')"
    :rows="2"
  />
  <EntryField
    path="supply.over_time"
    label="Volts at other times, one a line"
    placeholder="2026-03-02 18:00 229 V"
    help="evenings and cold days tell most"
    :rows="2"
  />
  <ChoiceField path="supply.residual" label="Residual-current device ahead" :choices="devices" />
  <fieldset class="choice" data-entry="supply.seen">
    <legend>Seen in panel and boxes, dead</legend>
    <label v-for="l in looks" :key="l.id" class="wall-look">
      <input
        type="checkbox"
        :checked="seen.includes(l.id)"
        @change="look(l.id, ($event.target as HTMLInputElement).checked)"
      />
      {{ l.text }}
    </label>
  </fieldset>
  <h3 class="bay-sub">What the motor leaves of it</h3>
  <VoltStairs v-if="plan.stairs.length" :stairs="plan.stairs" />
  <FigureList v-if="plan.supply.length" :figures="plan.supply" />
  <p v-else class="soft">
    Once the motor is computed and the feeder entered, the volts at the outlet, running and starting, stand here.
  </p>
</template>

<style scoped>
.wall-others {
  list-style: none;
  margin: 0 0 14px;
  padding: 0;
}
.wall-others li {
  padding: 3px 0;
}
.wall-look {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 32px;
}
.wall-look input {
  width: 20px;
  height: 20px;
}
@media (max-width: 760px) {
  .wall-look {
    min-height: 44px;
  }
  .wall-look input {
    width: 28px;
    height: 28px;
  }
}
</style>
