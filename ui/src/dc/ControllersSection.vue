<script setup lang="ts">
/** The known controllers weighed for this motor, a profile brought in, and where it will stand. */
import { computed } from 'vue'
import { api } from '../api/client'
import ChoiceField from '../parts/ChoiceField.vue'
import FigureList from '../parts/FigureList.vue'
import FindingLine from '../parts/FindingLine.vue'
import GradeMark from '../parts/GradeMark.vue'
import { useFile } from '../parts/file'
import { vRove } from '../parts/rove'
import { useJob } from '../job/open'
import CandidatesSection from '../profiles/CandidatesSection.vue'
import OwnProfiles from '../profiles/OwnProfiles.vue'
import OwnPlateSection from './OwnPlateSection.vue'

const job = useJob()
const dc = computed(() => job.plan.value!.dc!)
const own = computed(() => job.document.value?.bridge.dc?.own)
const reasons = computed(() => job.said('dc.line', 'dc.amps', 'dc.volts', 'dc.field', 'dc.form', 'dc.reach'))
const { trouble, chosen: bringIn } = useFile(async (file) => {
  const profile = await api.dcProfile(await file.text())
  job.commitAll({ 'dc.own': profile, 'dc.controller': profile.id })
})
const hands = [
  { value: '', label: 'New' },
  { value: 'yes', label: 'Second-hand', note: 'inspected and tried on a lamp first' },
]
const coolings = [
  { value: 'own-fan', label: 'Its own fan', note: 'weak at low speed' },
  { value: 'blower', label: 'A blower', note: 'runs by itself' },
  { value: 'non-ventilated', label: 'None', note: 'it cools alike at any speed' },
]
const airs = [
  { value: 'clean', label: 'Clean and dry' },
  { value: 'dust', label: 'Dust' },
  { value: 'wet', label: 'Wet' },
]
</script>

<template>
  <OwnPlateSection />
  <OwnProfiles kind="dc" />
  <CandidatesSection kind="dc" />
  <section>
    <table class="list">
      <thead>
        <tr>
          <th scope="col">Controller</th>
          <th scope="col">For this motor</th>
          <th scope="col">Why</th>
        </tr>
      </thead>
      <tbody v-rove="'tr'">
        <tr v-for="c in dc.controllers" :key="c.id" :class="{ chosen: c.name === dc.name }" :data-controller="c.id">
          <th scope="row" class="words">
            <button type="button" class="why" @click="job.commit('dc.controller', c.id)">{{ c.name }}</button>
            <span class="soft"><br />{{ c.about }}</span>
          </th>
          <td><GradeMark :grade="c.grade" :size="14" /> {{ c.words }}</td>
          <td class="words">{{ c.text }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <p class="files">
      <label class="why">
        bring a controller’s profile in
        <input type="file" accept="application/json,.json" class="for-readers" @change="bringIn" />
      </label>
      <a v-if="dc.name && !dc.by_plate" :href="`/api/jobs/${job.id}/controller-profile.json`" download
        >this profile as a file</a
      >
      <span v-if="own" class="soft"> {{ own.name }} travels with this job.</span>
    </p>
  </section>
  <div v-if="dc.name" class="both">
    <section>
      <h3>Motor, load and line against it</h3>
      <FindingLine v-for="f in reasons" :key="f.id" :finding="f" />
      <ul v-if="dc.quirks.length">
        <li v-for="q in dc.quirks" :key="q">{{ q }}</li>
      </ul>
      <p class="soft">{{ dc.box }}</p>
    </section>
    <section>
      <ChoiceField path="dc.second_hand" label="It is" :choices="hands" fallback="" />
      <ChoiceField path="dc.cooling" label="The motor is cooled by" :choices="coolings" fallback="own-fan" />
      <ChoiceField path="dc.air" label="Around controller and brushes" :choices="airs" fallback="clean" />
      <h3>At the dial</h3>
      <FigureList :figures="dc.figures" />
    </section>
  </div>
</template>

<style scoped>
.files {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 20px;
  margin: 8px 0;
}
.files label:focus-within {
  outline: 2px solid var(--river);
}
.both {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 28px;
  margin-top: 16px;
}
@media (max-width: 760px) {
  .both {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
