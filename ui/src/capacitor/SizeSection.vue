<script setup lang="ts">
/** The µF on their ruler, what each winding then carries, and what the schools would take. */
import { computed } from 'vue'
import ChoiceField from '../parts/ChoiceField.vue'
import EntryField from '../parts/EntryField.vue'
import FigureList from '../parts/FigureList.vue'
import FindingLine from '../parts/FindingLine.vue'
import GradeMark from '../parts/GradeMark.vue'
import { useJob } from '../job/open'
import IslandChart from './IslandChart.vue'
import RangeSection from './RangeSection.vue'

const job = useJob()
const plan = computed(() => job.plan.value!)
const link = computed(() => plan.value.link)
const ends = [
  { value: 'L1', label: 'To L1', note: 'clockwise, as marked' },
  { value: 'L2', label: 'To L2', note: 'anticlockwise' },
]
const reversing = [
  { value: '', label: 'Fixed' },
  { value: 'switch', label: 'By a switch', note: 'it moves the capacitor' },
  { value: 'contactors', label: 'By two contactors', note: 'each holds the other off' },
]
const said = computed(() => plan.value.findings.filter((f) => f.id === 'capacitor.reversing'))
</script>

<template>
  <div class="bridge-top">
    <IslandChart />
    <div class="bridge-side">
      <section class="bars" aria-label="Winding amps">
        <h3>Winding amps, of rated</h3>
        <div v-for="c in plan.wanted.coils" :key="c.name" class="bar" :class="`bar-${c.tone}`">
          <span>{{ c.name }}</span>
          <span class="bar-track"><span class="bar-fill" :style="{ width: `${Math.min(100, c.share * 50)}%` }" /></span>
          <strong>{{ c.of ?? '' }}</strong>
        </div>
        <p class="soft bar-note">The mark is at rated amps: {{ plan.motor.find((f) => f.id === 'winding')?.note }}</p>
      </section>
      <div class="bridge-entry">
        <EntryField
          path="bridge.microfarad"
          label="µF in the circuit"
          :placeholder="`${link.microfarad} (the plan's)`"
          :help="
            link.chosen ? 'your choice; empty follows the plan' : 'the plan’s; the cans stand under Cans and parts'
          "
        />
      </div>
    </div>
  </div>
  <div class="bridge-choices">
    <ChoiceField path="bridge.corner_to" label="Its line end" :choices="ends" :fallback="link.corner_to" />
    <ChoiceField path="bridge.reversing" label="Turned round in daily use" :choices="reversing" fallback="" />
  </div>
  <FindingLine v-for="f in said" :key="f.id" :finding="f" />
  <p class="caution bridge-danger">
    A capacitor holds its charge after the supply is off: discharge it through a resistor, then short it, before any
    terminal is touched.
  </p>
  <div class="bridge-low">
    <section>
      <h3>At {{ link.microfarad }} µF</h3>
      <FigureList :figures="plan.bridge" />
    </section>
    <section class="schools">
      <h3>Four ways to size it, on your motor</h3>
      <table>
        <thead>
          <tr>
            <th scope="col">School</th>
            <th scope="col">µF</th>
            <th scope="col">At load</th>
            <th scope="col">Light</th>
            <th scope="col">All day to</th>
            <th scope="col">Start</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="s in plan.schools" :key="s.id" :data-school="s.id">
            <th scope="row">
              <GradeMark :grade="s.grade" :size="14" />
              <button
                type="button"
                class="why"
                :title="`${s.why.formula}: ${s.why.numbers ?? ''}`"
                @click="job.commit('bridge.microfarad', s.microfarad.toFixed(1))"
              >
                {{ s.name }}
              </button>
            </th>
            <td>{{ s.microfarad.toFixed(1) }}</td>
            <td>{{ s.at_load }}</td>
            <td>{{ s.at_idle }}</td>
            <td>{{ s.continuous }}</td>
            <td>{{ s.start }}</td>
          </tr>
        </tbody>
      </table>
      <p class="soft">
        Worst winding as a share of rated amps; start as a share of rated torque at standstill. The first three buy
        starting torque; we prefer balance, because it is heat that kills the winding. Choose a name to try it.
      </p>
      <ul class="school-why">
        <li v-for="s in plan.schools" :key="s.id">
          <span class="formula">{{ s.why.formula }}</span>
          <span v-if="s.why.numbers" class="soft formula">{{ s.why.numbers }}</span>
        </li>
      </ul>
    </section>
  </div>
  <RangeSection />
</template>

<style scoped>
.bridge-top {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 216px;
  gap: 18px;
}
.bridge-choices {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 28px;
  margin: 4px 0 10px;
}
.bridge-low {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.15fr);
  gap: 28px;
  margin-top: 14px;
}
.bridge-low :deep(h3) {
  margin-bottom: 4px;
}
.bridge-low :deep(.figures > div) {
  grid-template-columns: 7rem auto 1fr;
}
.schools :deep(table) {
  width: 100%;
  border-collapse: collapse;
}
.schools :deep(th),
.schools :deep(td) {
  text-align: right;
  padding: 4px 4px;
  border-bottom: 1px solid var(--stone-deep);
  white-space: nowrap;
  font-weight: 400;
}
.schools :deep(thead th) {
  color: var(--soft);
  font-size: 0.83rem;
}
.schools :deep(th:first-child) {
  text-align: left;
}
.schools :deep(p) {
  margin-top: 8px;
  font-size: 0.87rem;
}
.school-why {
  margin: 8px 0 0;
  padding-left: 1.1em;
  font-size: 0.83rem;
}
.bridge-danger {
  margin: 6px 0 0;
}
.school-why :deep(.formula) {
  display: block;
}
.schools :deep(th .grade) {
  margin-right: 6px;
}
@media (max-width: 760px) {
  .bridge-top,
  .bridge-low {
    grid-template-columns: minmax(0, 1fr);
  }
  .schools :deep(th),
  .schools :deep(td) {
    padding: 4px 2px;
    font-size: 0.83rem;
  }
}
</style>
