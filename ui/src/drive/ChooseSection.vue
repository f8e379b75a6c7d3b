<script setup lang="ts">
/** The known drives weighed for this motor, a profile brought in, and where the drive will stand. */
import { computed } from 'vue'
import { api } from '../api/client'
import ChoiceField from '../parts/ChoiceField.vue'
import EntryField from '../parts/EntryField.vue'
import { thing } from '../parts/device'
import FigureList from '../parts/FigureList.vue'
import { vRove } from '../parts/rove'
import { useFile } from '../parts/file'
import GradeMark from '../parts/GradeMark.vue'
import { useJob } from '../job/open'
import CandidatesSection from '../profiles/CandidatesSection.vue'
import OwnProfiles from '../profiles/OwnProfiles.vue'
import PlateSection from './PlateSection.vue'

const job = useJob()
const drive = computed(() => job.plan.value!.drive!)
const own = computed(() => job.document.value?.bridge.drive?.own)

function choose(id: string) {
  job.commit('drive.profile', id)
}

const { trouble, chosen: bringIn } = useFile(async (file) => {
  const profile = await api.driveProfile(await file.text())
  job.commitAll({ 'drive.own': profile, 'drive.profile': profile.id })
})

const hands = [
  { value: '', label: 'New' },
  { value: 'yes', label: 'Second-hand', note: 'inspected, reset and read first' },
]
const yes = (no: string, label: string, note?: string) => [
  { value: '', label: no },
  { value: 'yes', label, note },
]
</script>

<template>
  <PlateSection />
  <OwnProfiles kind="drive" />
  <CandidatesSection kind="drive" />
  <section class="weighed">
    <table class="list">
      <thead>
        <tr>
          <th scope="col">Drive</th>
          <th scope="col">For this motor</th>
          <th scope="col">Why</th>
        </tr>
      </thead>
      <tbody v-rove="'tr'">
        <tr v-for="c in drive.choices" :key="c.id" :class="{ chosen: c.name === drive.name }" :data-drive="c.id">
          <th scope="row" class="words weighed-name">
            <button type="button" class="why" @click="choose(c.id)">{{ c.name }}</button>
            <span class="soft"><br />{{ c.about }}</span>
          </th>
          <td><GradeMark :grade="c.grade" :size="14" /> {{ c.words }}</td>
          <td class="words">{{ c.text }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <p class="weighed-files">
      <label class="why">
        bring a drive’s profile in
        <input type="file" accept="application/json,.json" class="weighed-file for-readers" @change="bringIn" />
      </label>
      <a v-if="drive.name && !drive.by_plate" :href="`/api/jobs/${job.id}/drive-profile.json`" download
        >this profile as a file</a
      >
      <span v-if="own" class="soft"> {{ own.name }} travels with this job.</span>
    </p>
  </section>
  <div v-if="drive.name" class="drive-both">
    <section>
      <h3>What it gives and takes here</h3>
      <FigureList :figures="drive.figures" />
      <p class="soft">{{ drive.box }}</p>
      <ul v-if="drive.quirks.length">
        <li v-for="q in drive.quirks" :key="q">{{ q }}</li>
      </ul>
    </section>
    <section>
      <ChoiceField path="drive.second_hand" label="It is" :choices="hands" fallback="" />
      <ChoiceField
        path="drive.reactor"
        label="A reactor ahead"
        :choices="thing('None', 'Fitted', 'fewer amps from the line')"
        fallback=""
      />
      <ChoiceField
        path="drive.contactor"
        label="A contactor between drive and motor"
        :choices="yes('None', 'There is one')"
        fallback=""
      />
      <ChoiceField path="drive.resistor" label="A braking resistor" :choices="thing('None', 'Fitted')" fallback="" />
      <div class="drive-row">
        <EntryField path="drive.motors" label="Motors on it" placeholder="1" />
        <EntryField path="drive.ambient" label="Around it, at most" placeholder="30 °C" />
        <EntryField path="drive.altitude" label="Altitude" placeholder="300 m" />
        <EntryField path="drive.carrier" label="Carrier" placeholder="as low as the noise allows" />
      </div>
    </section>
  </div>
</template>

<style scoped>
.weighed-files {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 20px;
  margin: 8px 0;
}
.weighed-name {
  width: 34%;
}
.weighed :deep(label:focus-within) {
  outline: 2px solid var(--river);
}
</style>
