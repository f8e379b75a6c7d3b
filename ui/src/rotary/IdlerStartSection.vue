<script setup lang="ts">
/** How the idler comes up, and then each machine against the spinning idler. */
import { computed } from 'vue'
import { api, type MotorView } from '../api/client'
import { useAsked } from '../job/ask'
import ChoiceField from '../parts/ChoiceField.vue'
import EntryField from '../parts/EntryField.vue'
import FigureList from '../parts/FigureList.vue'
import FindingLine from '../parts/FindingLine.vue'
import GradeMark from '../parts/GradeMark.vue'
import LineChart from '../parts/LineChart.vue'
import { useJob } from '../job/open'

const job = useJob()
const plan = computed(() => job.plan.value!)
const view = computed(() => plan.value.rotary!)
const ways = [
  { value: 'rope', label: 'Rope', note: 'spin, then close' },
  { value: 'pony', label: 'Pony motor', note: 'spin, then close' },
  { value: 'button', label: 'Start capacitor, button', note: 'held a second or so' },
  { value: 'relay', label: 'Start capacitor, relay', note: 'let go by its volts' },
]
const byCan = computed(() => ['button', 'relay'].includes(job.text('rotary.start_by')))
const idler = computed(() => job.said('rotary.start-by', 'rotary.start-can', 'rotary.spin', 'rotary.creeps'))
/** The film is of the motor that is worked on: the idler, or a machine beside it. */
const { value: film, trouble } = useAsked(api.film)
const tones = ['main', 'soft', 'second', 'third'] as const
const speeds = computed(() =>
  (film.value?.speeds ?? []).map((s, i) => ({ id: s.id, text: s.name, y: s.rpm, tone: tones[Math.min(i, 3)] })),
)
const marks = computed(() => (film.value?.marks ?? []).map((m) => ({ x: m.at_s, text: m.text })))
const machines = computed(() => job.said('rotary.start', 'rotary.start-first'))
/** What the idler leaves a machine, as the columns stand, each with where it may lie. */
const left = (m: MotorView) => [
  { text: m.start, band: m.start_band },
  { text: m.start_takes, band: m.start_takes_band },
  { text: m.continuous, band: m.continuous_band },
  { text: m.falls ?? 'beyond 500 %', band: m.falls_band },
]
</script>

<template>
  <section>
    <h3>The idler</h3>
    <p class="caution">
      Never close onto a standing idler without its start capacitor or a pony motor at work: it stands at locked amps,
      hums and burns. A rope is never wound on a hand.
    </p>
    <ChoiceField path="rotary.start_by" label="Brought up by" :choices="ways" />
    <EntryField
      v-if="byCan"
      path="rotary.start_microfarad"
      label="Start capacitor, µF"
      placeholder="empty: the plan's"
      help="from L1 to L3 until it is up; never left in"
    />
    <FindingLine v-for="f in idler" :key="f.id" :finding="f" />
  </section>
  <section>
    <h3>Then the machines, beside the spinning idler</h3>
    <table v-if="view.machines.some((m) => m.counted)">
      <thead>
        <tr>
          <th scope="col">Machine</th>
          <th scope="col">Start torque, against what resists</th>
          <th scope="col">From the line</th>
          <th scope="col">All day to</th>
          <th scope="col">Falls out at</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="m in view.machines.filter((one) => one.counted)" :key="m.id">
          <th scope="row"><GradeMark :grade="m.grade" :size="14" /> {{ m.name }}</th>
          <td v-for="(c, i) in left(m)" :key="i">
            {{ c.text }}<span v-if="c.band" class="soft may-lie"><br />likely {{ c.band }}</span>
          </td>
        </tr>
      </tbody>
    </table>
    <FindingLine v-for="f in machines" :key="f.id" :finding="f" />
    <p class="soft">
      Torque as a share of the machine's rated torque; loads as shares of its rated torque, alone on the idler.
    </p>
  </section>
  <section>
    <h3>{{ film?.title || 'The start as a film' }}</h3>
    <div v-if="film?.time_s.length" class="film">
      <LineChart
        half
        title="Speeds through the start"
        :x="film.time_s"
        :lines="speeds"
        x-unit="seconds"
        y-unit="rpm"
        :marks="marks"
      />
      <LineChart
        half
        title="What the supply line carries, peaks"
        :x="film.time_s"
        :lines="[{ id: 'amps', text: 'supply line', y: film.amps, tone: 'bad' }]"
        x-unit="seconds"
        y-unit="A"
        :marks="marks"
      />
      <FigureList :figures="film.figures" />
    </div>
    <p v-else class="soft">{{ trouble || 'Following the start…' }}</p>
    <p class="soft">
      Followed in time with the fitted motors and typical rotors' inertia: times are guide values. Choose another motor
      above the path for its film.
    </p>
  </section>
</template>

<style scoped>
.may-lie {
  white-space: nowrap;
}
@media (max-width: 760px) {
  .may-lie {
    white-space: normal;
  }
}
.film {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 6px 20px;
}
.film > :last-child {
  grid-column: 1 / -1;
}
@media (max-width: 760px) {
  .film {
    grid-template-columns: minmax(0, 1fr);
  }
}
section {
  margin-bottom: 18px;
}
table {
  width: 100%;
  border-collapse: collapse;
  margin: 6px 0;
}
th,
td {
  text-align: right;
  padding: 5px 6px;
  border-bottom: 1px solid var(--stone-deep);
  font-weight: 400;
}
thead th {
  color: var(--soft);
  font-size: 0.85rem;
}
th:first-child {
  text-align: left;
}
</style>
