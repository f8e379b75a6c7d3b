<script setup lang="ts">
/** A motor in another's place: both bodies side by side, what survives, what to buy or bore, the order of the work. */
import { computed } from 'vue'
import { api } from '../api/client'
import DrawingView from '../drawing/DrawingView.vue'
import { useAsked } from '../job/ask'
import { useJob } from '../job/open'
import ChoiceField from '../parts/ChoiceField.vue'
import EntryField from '../parts/EntryField.vue'
import GradeMark from '../parts/GradeMark.vue'
import { useOpened } from '../parts/opened'
import FitTable from './FitTable.vue'

const job = useJob()
const fit = computed(() => job.plan.value!.fit)
const { value: drawings, trouble } = useAsked(api.mechanics)
const newer = computed(() => job.text('fit.other_is') === 'new')
const open = useOpened(fit.value.known, /(^|\.)fit\./)
const step = (id: string) => fit.value.order.findIndex((s) => s.id === id) + 1
</script>

<template>
  <details class="fit" :open="open" @toggle="open = ($event.target as HTMLDetailsElement).open">
    <summary><h3>In another motor’s place: does it fit?</h3></summary>
    <p class="caution">Measure with the machine locked off and proved dead, hands out of belts and couplings.</p>
    <ChoiceField
      path="fit.other_is"
      label="The other motor is"
      :choices="[
        { value: 'old', label: 'The old one', note: 'this one takes its place' },
        { value: 'new', label: 'A new one', note: 'it takes this one’s place' },
      ]"
      fallback="old"
    />
    <div class="entries">
      <EntryField path="fit.plate.power" :label="newer ? 'New one’s power' : 'Old one’s power'" placeholder="0.75 kW" />
      <EntryField path="fit.plate.volts" label="Its volts, as fed" placeholder="230 V" />
      <EntryField path="fit.plate.amps" label="Its amps" placeholder="5.2 A" />
      <EntryField path="fit.plate.rpm" label="Its rpm" placeholder="1400" />
    </div>
    <div class="fit-choices">
      <ChoiceField
        path="fit.plate.phases"
        label="Its supply"
        :choices="[
          { value: '1', label: 'One phase' },
          { value: '3', label: 'Three' },
          { value: 'dc', label: 'DC' },
        ]"
      />
      <ChoiceField
        path="fit.mount"
        label="Held by"
        :choices="[
          { value: 'feet', label: 'Feet' },
          { value: 'face', label: 'Face' },
        ]"
        fallback="feet"
      />
      <ChoiceField
        path="fit.coupling"
        label="Drives by"
        :choices="[
          { value: 'belt', label: 'Belt' },
          { value: 'coupling', label: 'Coupling' },
          { value: 'on-shaft', label: 'Tool on the shaft' },
        ]"
      />
      <ChoiceField
        path="fit.tried"
        label="Tried loosely, cover on"
        :choices="[
          { value: 'fits', label: 'Fits' },
          { value: 'fouls', label: 'Fouls something' },
        ]"
      />
    </div>
    <FitTable />
    <div class="entries">
      <EntryField path="fit.bore" label="Bore of pulley or coupling" placeholder="19 mm" />
      <EntryField path="fit.keyway" label="Its keyway" placeholder="6 mm" />
      <EntryField path="fit.room" label="Room for its length" placeholder="300 mm" />
      <EntryField path="fit.lifts" label="Who lifts" placeholder="two names, or a hoist" />
    </div>
    <p v-if="trouble" class="entry-problem">{{ trouble }}</p>
    <template v-if="fit.known">
      <div v-if="drawings?.fit.items.length" class="sheet"><DrawingView :drawing="drawings.fit" /></div>
      <table v-if="fit.terms.length" class="fit-terms">
        <caption>
          On equal terms
        </caption>
        <thead>
          <tr>
            <td />
            <th scope="col">Old</th>
            <th scope="col">New</th>
            <td />
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in fit.terms" :key="r.id">
            <th scope="row">{{ r.name }}</th>
            <td>{{ r.old || '–' }}</td>
            <td>{{ r.new || '–' }}</td>
            <td>{{ r.says }}</td>
          </tr>
        </tbody>
      </table>
      <div class="fit-two">
        <section>
          <h4>Survives</h4>
          <ul v-if="fit.keeps.length">
            <li v-for="k in fit.keeps" :key="k"><GradeMark grade="good" /> {{ k }}</li>
          </ul>
          <p v-else class="soft">Nothing of what is known so far.</p>
        </section>
        <section>
          <h4>To buy, bore or drill <span class="soft">(guide value)</span></h4>
          <ul v-if="fit.gets.length">
            <li v-for="g in fit.gets" :key="g">{{ g }}</li>
          </ul>
          <p v-else class="soft">Nothing of what is known so far.</p>
        </section>
      </div>
      <h4>In this order, so that nothing is taken off twice</h4>
      <ol class="fit-order">
        <li v-for="s in fit.order" :key="s.id">
          {{ s.text }} <span v-if="s.after.length > 1" class="soft">after {{ s.after.map(step).join(', ') }}</span>
        </li>
      </ol>
    </template>
    <p v-else class="soft">
      The other motor’s frame, or its shaft height and diameter, and both stand here over each other, to scale, with
      what survives, what to buy or bore, and the order of the work.
    </p>
  </details>
</template>

<style scoped>
.fit {
  margin-top: 18px;
  border-top: 1px solid var(--stone-deep);
  padding-top: 8px;
}
.fit :deep(summary) {
  min-height: 32px;
  cursor: pointer;
}
.fit :deep(summary h3) {
  display: inline;
}
.fit h4 {
  margin: 14px 0 6px;
}
.fit-two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 24px;
}
.fit-two ul {
  padding-left: 0;
  list-style: none;
}
.fit-two li,
.fit-order li {
  margin: 4px 0;
}
.fit-choices {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 24px;
}
.fit-terms {
  width: 100%;
  margin-top: 12px;
  border-collapse: collapse;
  font-size: 0.93rem;
}
.fit-terms caption {
  text-align: left;
  font-weight: 600;
  padding: 4px 0;
}
.fit-terms :is(th, td) {
  padding: 4px 10px 4px 0;
  border-bottom: 1px solid var(--stone-deep);
  text-align: left;
  vertical-align: top;
}
@media (max-width: 760px) {
  .fit-two {
    grid-template-columns: minmax(0, 1fr);
    gap: 0;
  }
}
</style>
