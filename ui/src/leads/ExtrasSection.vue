<script setup lang="ts">
/** What else is in the box, the photograph of the finished joints, and the files. */
import { computed } from 'vue'
import { api } from '../api/client'
import ChoiceField from '../parts/ChoiceField.vue'
import EntryField from '../parts/EntryField.vue'
import { useFile } from '../parts/file'
import { useJob } from '../job/open'
import { useShown } from '../job/state'
import PhotoField from '../parts/PhotoField.vue'

const job = useJob()
const view = useShown()
const plan = computed(() => job.plan.value!)
const { trouble, chosen: bringIn } = useFile(async (file) => {
  const d = job.about.value
  if (!d) return
  const got = await api.fromBenchCase(d, await file.text())
  const order = job.document.value!.machines.map((m) => m.id)
  job.change({ ...got, machines: got.machines.sort((a, b) => order.indexOf(a.id) - order.indexOf(b.id)) })
})

const starters = [
  { value: '', label: 'None' },
  { value: 'star-delta', label: 'Star-delta starter', note: 'six cables, two contactors, a timer' },
]
const state = computed(() => (view.value.id === 'now' ? 'now' : 'wanted'))
</script>

<template>
  <section class="extras">
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <h3>Wires that belong to no joint</h3>
    <EntryField
      path="leads.extras"
      label="Thermal protector, thermistor, brake, heater, blower, encoder"
      placeholder="P1 P2 thermal protector"
      help="one a line, names first"
      :rows="3"
    />
    <ul v-if="plan.leads.extras.length">
      <li v-for="e in plan.leads.extras" :key="e.names + e.what">
        <strong>{{ e.names }}</strong> {{ e.what }}: {{ e.goes }}.
      </li>
    </ul>
    <ChoiceField path="leads.starter" label="A starter found on the leads" :choices="starters" fallback="" />
    <h3>Photograph of the finished joints</h3>
    <PhotoField
      path="leads.photo"
      alt="The finished studs or caps"
      none="Studs or caps, before the lid closes. Clips are not photographed: they are not the joints."
      take="Take or choose a picture"
    />
    <h3>Files</h3>
    <p class="extras-files">
      <a :href="`/api/jobs/${job.id}/connections.pdf`" target="_blank">connection page (PDF)</a>
      <a :href="`/api/jobs/${job.id}/${state}-box.svg`">terminal box (SVG)</a>
      <a :href="`/api/jobs/${job.id}/${state}-windings.svg`">windings (SVG)</a>
      <a :href="`/api/jobs/${job.id}/${state}-path.svg`">power path (SVG)</a>
      <a :href="`/api/jobs/${job.id}/${state}-bench-case.json`"
        >circuit {{ state === 'now' ? 'as joined now' : 'as wanted' }} (bench case)</a
      >
      <label class="why">
        bring a bench case in
        <input type="file" accept="application/json,.json" @change="bringIn" />
      </label>
    </p>
    <p class="soft">
      A bench case brings its leads, joints, capacitor and supply; the plate stays as it is, since it says what the
      motor is. Undo takes it back.
    </p>
    <h3>Workmanship at the box</h3>
    <ul>
      <li>Earth conductor first, its own ring on bare metal of the body; off last.</li>
      <li>Motor leads are not cut short: 150 mm of slack stays.</li>
      <li>Fork or ring terminals on studs; links tight on both sides; caps by the maker's table, each wire pulled.</li>
      <li>Gland tight after the conductors are landed; the lid pinches nothing.</li>
      <li>Shaft key, spare links and the diagram are kept in a bag in the box or with the card.</li>
    </ul>
  </section>
</template>

<style scoped>
.extras :deep(ul) {
  padding-left: 20px;
}
.extras :deep(input[type='file']) {
  position: absolute;
  width: 1px;
  height: 1px;
  opacity: 0;
}
.extras :deep(label.plain),
.extras :deep(label.why) {
  position: relative;
  cursor: pointer;
}
.extras :deep(label:focus-within) {
  outline: 2px solid var(--focus);
}
</style>
