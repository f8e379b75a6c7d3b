<script setup lang="ts">
/** Who may command what: every command by every source. */
import { computed } from 'vue'
import ChoiceField from '../parts/ChoiceField.vue'
import { thing } from '../parts/device'
import EntryField from '../parts/EntryField.vue'
import FindingLine from '../parts/FindingLine.vue'
import { useJob } from '../job/open'

const job = useJob()
const plan = computed(() => job.plan.value!)
const drive = computed(() => plan.value.drive!)
const ids = [
  'stop-key',
  'lid-run',
  'lid-dial',
  'fight',
  'never',
  'two-wire',
  'daily',
  'stop',
  'pot',
  'run-source',
  'speed-source',
].map((i) => `drive.${i}`)
const said = computed(() => plan.value.findings.filter((f) => ids.includes(f.id)))
const keys = computed(() => drive.value.displays.length > 0)
const runs = computed(() => [
  ...(keys.value ? [{ value: 'keypad', label: 'Its keys' }] : [{ value: 'keypad', label: 'Power alone' }]),
  { value: 'two-wire', label: 'A switch', note: 'two wires: closed runs' },
  { value: 'three-wire', label: 'Start and stop buttons', note: 'three wires' },
])
const speeds = [
  { value: 'keys', label: 'Its arrows' },
  { value: 'dial', label: 'The dial on it' },
  { value: 'pot', label: 'A potentiometer' },
]
const turns = [
  { value: 'fixed', label: 'One direction' },
  { value: 'switch', label: 'Forward, off, reverse' },
]
const lids = [
  { value: '', label: 'Its front is open to the hand' },
  { value: 'shut', label: 'Behind a shut lid' },
]
const stops = thing('None yet', 'Within reach')
const offs = [
  { value: 'command', label: 'By the run command' },
  { value: 'breaker', label: 'At the breaker' },
]
const sources = ['Keypad', 'Station', 'Switch', 'Dial', 'Emergency stop']
const speedNow = computed(() =>
  drive.value.map.find((c) => c.name === 'Speed')?.cells.find((c) => c.source === 'Dial')?.does
    ? 'pot'
    : drive.value.map.find((c) => c.name === 'Speed')?.cells.find((c) => c.does === 'arrows')
      ? 'keys'
      : 'dial',
)
const now = computed(() => job.document.value?.bridge.drive)
</script>

<template>
  <div class="drive-both">
    <section>
      <ChoiceField
        path="drive.run"
        label="Start and stop"
        :choices="runs"
        :fallback="now?.run ?? (keys ? 'keypad' : 'two-wire')"
      />
      <ChoiceField path="drive.speed" label="Speed" :choices="speeds" :fallback="speedNow" />
      <ChoiceField path="drive.direction" label="Direction" :choices="turns" fallback="fixed" />
      <ChoiceField path="drive.lid" label="It sits" :choices="lids" fallback="" />
      <ChoiceField path="drive.emergency_stop" label="Emergency stop" :choices="stops" fallback="" />
      <ChoiceField path="drive.daily_off" label="Switched off in the evening" :choices="offs" fallback="command" />
      <EntryField path="drive.dial_ohm" label="Ohms of the potentiometer, end to end" placeholder="5000 Ω" />
    </section>
    <section>
      <h3>Every command by every source</h3>
      <table class="list control-map">
        <thead>
          <tr>
            <th scope="col"><span class="for-readers">Command</span></th>
            <th v-for="n in sources" :key="n" scope="col">{{ n }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="c in drive.map" :key="c.name">
            <th scope="row">{{ c.name }}</th>
            <td v-for="n in sources" :key="n" class="words">
              {{ c.cells.find((cell) => cell.source === n)?.does || '–' }}
            </td>
          </tr>
        </tbody>
      </table>
    </section>
  </div>
  <FindingLine v-for="f in said" :key="f.id" :finding="f" />
  <p class="caution">
    Prove every stop: start it uncoupled, then try each stop in turn. Then pull the feed while it runs and put it back:
    it must stand.
  </p>
</template>

<style scoped>
.control-map {
  font-size: 0.87rem;
}
.control-map :deep(th),
.control-map :deep(td) {
  padding-right: 8px;
  white-space: normal;
}
</style>
