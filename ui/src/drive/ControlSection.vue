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
  'who-stops',
  'signal-lost',
  'link-lost',
  'isolation',
  'signal-span',
  'presets',
  'preset-contacts',
  'preset-most',
  'preset-least',
  'preset-skipped',
  'jog',
  'hold',
  'mode',
  'tune',
  'catch',
  'restart',
].map((i) => `drive.${i}`)
const said = computed(() => plan.value.findings.filter((f) => ids.includes(f.id)))
const keys = computed(() => drive.value.displays.length > 0)
const runs = computed(() => [
  ...(keys.value ? [{ value: 'keypad', label: 'Its keys' }] : [{ value: 'keypad', label: 'Power alone' }]),
  { value: 'two-wire', label: 'A switch', note: 'two wires: closed runs' },
  { value: 'three-wire', label: 'Start and stop buttons', note: 'three wires' },
  { value: 'controller', label: 'A machine controller', note: 'its run output' },
  { value: 'link', label: 'The link' },
])
const speeds = [
  { value: 'keys', label: 'Its arrows' },
  { value: 'dial', label: 'The dial on it' },
  { value: 'pot', label: 'A potentiometer' },
  { value: 'volts', label: '0 to 10 V' },
  { value: 'milliamps', label: '4 to 20 mA' },
  { value: 'presets', label: 'Fixed speeds' },
  { value: 'link', label: 'The link' },
]
const turns = [
  { value: 'fixed', label: 'One direction' },
  { value: 'switch', label: 'Forward, off, reverse' },
  { value: 'controller', label: 'A machine controller' },
]
const isolated = [
  { value: '', label: 'Not known' },
  { value: 'yes', label: 'Isolated' },
  { value: 'no', label: 'Not isolated' },
]
const modes = [
  { value: '', label: 'Volts per hertz', note: 'any motor, several too' },
  { value: 'vector', label: 'Vector', note: 'one motor, measured first' },
  { value: 'torque', label: 'Torque', note: 'winding and stretching' },
]
const tuned = [
  { value: '', label: 'Not yet' },
  { value: 'yes', label: 'Measured' },
]
const catches = [
  { value: '', label: 'From standing' },
  { value: 'yes', label: 'Also while it turns' },
]
const restarts = [
  { value: '', label: 'It stays standing' },
  { value: 'yes', label: 'It starts by itself' },
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
/** A column for the usual sources, and for others where they command something. */
const usual = ['Keypad', 'Station', 'Switch', 'Dial']
const does = (source: string) => drive.value.map.some((c) => c.cells.some((x) => x.source === source && x.does))
const sources = computed(() => [...usual, ...['Controller', 'Link'].filter(does), 'Emergency stop'])
const speedNow = computed(() => {
  const cells = drive.value.map.find((c) => c.name === 'Speed')?.cells ?? []
  if (cells.find((c) => c.source === 'Dial')?.does) return 'pot'
  return cells.some((c) => c.does === 'arrows') ? 'keys' : 'dial'
})
const now = computed(() => job.document.value?.bridge.drive)
const signalled = computed(() => now.value?.speed === 'volts' || now.value?.speed === 'milliamps')
const remote = computed(() => now.value?.run === 'controller' || now.value?.run === 'link')
const further = computed(() =>
  (['presets', 'jog', 'hold', 'mode', 'tuned', 'catch', 'restart'] as const).some((k) => now.value?.[k]),
)
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
      <EntryField
        v-if="signalled"
        path="drive.signal"
        label="Hertz at the signal’s beginning and end"
        placeholder="0-50 Hz"
      />
      <ChoiceField
        v-if="signalled || remote"
        path="drive.isolated"
        label="Signals from the other device"
        :choices="isolated"
        fallback=""
      />
      <EntryField
        v-if="speedNow === 'pot'"
        path="drive.dial_ohm"
        label="Ohms of the potentiometer, end to end"
        placeholder="5000 Ω"
      />
      <details class="control-further" :open="further || now?.speed === 'presets'">
        <summary>Fixed speeds, jog, holding, torque, outage</summary>
        <EntryField path="drive.presets" label="Fixed speeds by contacts" placeholder="15; 30; 45 Hz" />
        <EntryField path="drive.jog" label="Jog speed, by a button" placeholder="5 Hz" />
        <EntryField path="drive.hold" label="Direct current at the end of a stop" placeholder="1 s" />
        <ChoiceField path="drive.mode" label="How it makes torque" :choices="modes" fallback="" />
        <ChoiceField
          v-if="now?.mode === 'vector' || now?.mode === 'torque'"
          path="drive.tuned"
          label="The drive has measured the motor"
          :choices="tuned"
          fallback=""
        />
        <ChoiceField path="drive.catch" label="It is started" :choices="catches" fallback="" />
        <ChoiceField path="drive.restart" label="After an outage" :choices="restarts" fallback="" />
      </details>
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
.control-further summary {
  display: flex;
  align-items: center;
  min-height: 44px;
  color: var(--river);
  cursor: pointer;
}
.control-map {
  font-size: 0.87rem;
}
.control-map :deep(th),
.control-map :deep(td) {
  padding-right: 8px;
  white-space: normal;
}
</style>
