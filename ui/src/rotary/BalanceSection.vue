<script setup lang="ts">
/** The balance cans: both banks on their map, entered, and the other ways beside each other. */
import { computed } from 'vue'
import ChoiceField from '../parts/ChoiceField.vue'
import EntryField from '../parts/EntryField.vue'
import FindingLine from '../parts/FindingLine.vue'
import GradeMark from '../parts/GradeMark.vue'
import { useJob } from '../job/open'
import BalanceChart from './BalanceChart.vue'

const job = useJob()
const plan = computed(() => job.plan.value!)
const view = computed(() => plan.value.rotary!)
const ids = ['rotary.worst', 'rotary.banks', 'rotary.better', 'rotary.direction', 'rotary.made', 'rotary.cans']
const said = computed(() => job.said(...ids))
const spun = [
  { value: 'forward', label: 'Forward', note: 'L1-L2-L3' },
  { value: 'backward', label: 'Backward', note: 'the banks change places' },
]
const joins = [
  { value: 'contactor', label: 'By a contactor', note: 'once the idler is up' },
  { value: 'fixed', label: 'Fixed in', note: 'always there' },
]
const take = (o: { l1_l3_microfarad: number; l2_l3_microfarad: number }) =>
  job.commitAll({
    'rotary.l1_l3_microfarad': String(Math.round(o.l1_l3_microfarad)),
    'rotary.l2_l3_microfarad': String(Math.round(o.l2_l3_microfarad)),
  })
</script>

<template>
  <div class="banks">
    <BalanceChart />
    <div class="banks-side">
      <EntryField
        path="rotary.l1_l3_microfarad"
        label="µF from L1 to L3"
        :placeholder="`${view.l1_l3_microfarad} (the plan's)`"
        :help="view.l1_l3_cans ? `as ${view.l1_l3_cans}` : ''"
      />
      <EntryField
        path="rotary.l2_l3_microfarad"
        label="µF from L2 to L3"
        :placeholder="`${view.l2_l3_microfarad} (the plan's)`"
        :help="view.l2_l3_cans ? `as ${view.l2_l3_cans}` : ''"
      />
      <EntryField path="rotary.drawer" label="Cans in the drawer, µF" placeholder="2×70, 50, 2×30, 20" />
      <ChoiceField path="rotary.spun" label="The idler is spun" :choices="spun" fallback="" />
      <ChoiceField path="rotary.cans_join" label="The cans join" :choices="joins" fallback="contactor" />
    </div>
  </div>
  <p class="caution">
    Each can holds its charge after the idler has stopped: discharge it through a resistor, then short it, before any
    terminal is touched.
  </p>
  <FindingLine v-for="f in said" :key="f.id" :finding="f" />
  <section class="options">
    <h3>Four pairs beside each other</h3>
    <div class="options-table">
      <table>
        <thead>
          <tr>
            <th scope="col">Cans</th>
            <th scope="col">L1-L3</th>
            <th scope="col">L2-L3</th>
            <th scope="col">Worst winding</th>
            <th scope="col" class="wide">of</th>
            <th scope="col">Made line</th>
            <th scope="col">Idling</th>
            <th scope="col">Spun the other way</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="o in view.options" :key="o.id" :data-option="o.id">
            <th scope="row">
              <GradeMark :grade="o.grade" :size="14" />
              <button type="button" class="why" @click="take(o)">{{ o.title }}</button>
            </th>
            <td>{{ Math.round(o.l1_l3_microfarad * 10) / 10 }}</td>
            <td>{{ Math.round(o.l2_l3_microfarad * 10) / 10 }}</td>
            <td>
              <strong>{{ o.worst }}</strong>
            </td>
            <td class="wide soft">
              {{ o.of }}
              <span v-for="f in o.feels" :key="f.name" class="feels"
                >{{ f.name }}: U {{ f.shares[0] }}, V {{ f.shares[1] }}, W {{ f.shares[2] }}</span
              >
            </td>
            <td>{{ o.made }}</td>
            <td>{{ o.supply }}</td>
            <td>{{ o.other }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="soft">
      Worst winding of the idler and every machine, as a share of rated amps, over all that occurs: each machine alone
      at its lightest, usual and heaviest load, and all that may run together. Choose a name to try it.
    </p>
  </section>
</template>

<style scoped>
.banks {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 250px;
  gap: 18px;
}
.banks-side {
  display: grid;
  gap: 10px;
  align-content: start;
}
.options {
  margin-top: 14px;
}
.options-table {
  overflow-x: auto;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th,
td {
  text-align: right;
  padding: 4px 6px;
  border-bottom: 1px solid var(--stone-deep);
  font-weight: 400;
  white-space: nowrap;
}
thead th {
  color: var(--soft);
  font-size: 0.83rem;
}
th:first-child,
.wide {
  text-align: left;
}
td.wide {
  white-space: normal;
}
th .grade {
  margin-right: 6px;
}
.feels {
  display: block;
  font-size: 0.85rem;
}
.options p {
  margin-top: 6px;
  font-size: 0.87rem;
}
@media (max-width: 760px) {
  .banks {
    grid-template-columns: minmax(0, 1fr);
  }
  .wide {
    display: none;
  }
}
</style>
