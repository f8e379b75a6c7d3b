<script setup lang="ts">
/** Jumpers, plug-in resistor and trims in the order of setting: where each stands, and what shows that it is right. */
import { computed } from 'vue'
import EntryField from '../parts/EntryField.vue'
import { vRove } from '../parts/rove'
import { keyedWords, useRowTicks } from '../parts/rowticks'
import { useVersions } from '../parts/versions'
import { useJob } from '../job/open'
import PotDial from './PotDial.vue'

const job = useJob()
const dc = computed(() => job.plan.value!.dc!)
const { keyed } = useRowTicks('dc.done')
const coming = computed(() => dc.value.trims.find((r) => !r.done)?.id)
const { version, versions, changed, lookUp, compare } = useVersions((p) =>
  (p?.dc?.trims ?? []).map((r) => ({ id: r.id, name: r.name, value: r.value, otherwise: 'not there' })),
)
</script>

<template>
  <section v-if="dc.trims.length">
    <p class="caution">
      Jumpers and the plug-in resistor with the feed off, locked and proved dead. Trims are turned while it is fed, with
      an insulated screwdriver, one hand, on dry ground: the board stands at mains potential. First with a lamp in the
      armature’s place, then belt off, then loaded.
    </p>
    <p v-if="dc.by_plate" class="soft">
      Your controller’s own names for its trims stand on its board or in its leaflet. Each is set by the meter.
    </p>
    <ol v-rove="'li'" class="trims">
      <li v-for="r in dc.trims" :key="r.id" :class="{ done: r.done, coming: r.id === coming }" :data-trim="r.id">
        <input type="checkbox" :checked="r.done" :aria-label="`${r.name} is set`" @change="keyed(r)" />
        <PotDial
          v-if="r.kind === 'trim' && !dc.by_plate"
          :share="r.share"
          :turn="r.turn"
          :name="r.name"
          :clock="r.value"
        />
        <svg v-else-if="r.kind !== 'trim'" viewBox="0 18 148 46" class="plug" aria-hidden="true">
          <rect x="14" y="28" width="56" height="26" rx="4" />
          <circle v-for="n in 3" :key="n" :cx="10 + 16 * n" cy="41" r="3.5" />
          <text x="86" y="46">{{ r.value }}</text>
        </svg>
        <div class="trim-words">
          <p class="trim-head">
            <template v-if="dc.by_plate">
              <strong>{{ r.what }}</strong>: <strong class="trim-value">{{ r.want }}</strong>
            </template>
            <template v-else>
              <strong>{{ r.name }}</strong> {{ r.what }}: <strong class="trim-value">{{ r.value }}</strong><span
                class="soft"
                >, for {{ r.want }}</span
              >
            </template>
          </p>
          <p v-if="r.caution && !r.done" class="caution">{{ r.caution }}</p>
          <p v-if="r.meter"><span class="soft">Meter:</span> {{ r.meter }}</p>
          <p v-if="r.see"><span class="soft">Right when:</span> {{ r.see }}</p>
          <p v-if="r.does" class="soft">
            It {{ r.does }}; {{ r.why.formula }}{{ r.why.estimated ? ' (guide value)' : '' }}
          </p>
          <p v-if="keyedWords(r)" :class="r.keyed ? 'entry-problem' : 'soft'">{{ keyedWords(r) }}</p>
          <p v-if="r.note" class="entry-problem">{{ r.note }}</p>
          <p v-if="r.read_back" :class="r.odd ? 'entry-problem' : 'soft'">Found at {{ r.read_back }}.</p>
        </div>
      </li>
    </ol>
    <div class="rows">
      <EntryField path="dc.limit" label="Current limit, of rated amps" placeholder="130 % (the plan's)" />
      <EntryField path="dc.accelerate" label="Up, seconds" placeholder="the plan's" />
      <EntryField path="dc.decelerate" label="Down, seconds" placeholder="the plan's" />
    </div>
    <p class="files">
      <a :href="`/api/jobs/${job.id}/settings.pdf`" target="_blank">this sheet (PDF)</a>
      <a :href="`/api/jobs/${job.id}/settings.csv`" download>CSV</a>
      <a :href="`/api/jobs/${job.id}/settings.xlsx`" download>XLSX</a>
    </p>
    <label for="trims-version">Compare with the sheet of</label>
    <select id="trims-version" v-model="version" @focus="lookUp" @change="compare">
      <option value="">no other revision</option>
      <option v-for="l in versions" :key="l.revision" :value="String(l.revision)">
        revision {{ l.revision }}: {{ l.what }}
      </option>
    </select>
    <ul v-if="changed">
      <li v-for="c in changed" :key="c">{{ c }}</li>
      <li v-if="!changed.length">Not one setting differs.</li>
    </ul>
    <EntryField
      v-if="!dc.by_plate"
      path="dc.read_back"
      label="Read back off the board: a trim and its clock, one a line"
      placeholder="MAX 12:00"
      :rows="3"
    />
  </section>
  <p v-else class="soft">The sheet waits until nothing stops this controller: see what this plan says.</p>
</template>

<style scoped>
.trims {
  list-style: none;
  margin: 8px 0 14px;
  padding: 0;
}
.trims li {
  display: flex;
  gap: 12px;
  align-items: flex-start;
  padding: 8px 0;
  border-bottom: 1px solid var(--stone-deep);
}
.trims input {
  width: 22px;
  height: 22px;
  margin-top: 4px;
  flex: none;
}
.trims .coming {
  background: linear-gradient(90deg, var(--stone), transparent 70%);
}
.trims .done .trim-words {
  color: var(--soft);
}
.trim-words p {
  margin: 0 0 3px;
}
.trim-value {
  font-size: 1.1rem;
}
.plug {
  width: 148px;
  height: 46px;
  flex: none;
}
.plug rect {
  fill: var(--stone);
  stroke: var(--ink);
}
.plug circle {
  fill: #b98a35;
}
.plug text {
  font-size: 17px;
  font-weight: 700;
  fill: var(--ink);
}
.rows {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(160px, 1fr));
  gap: 10px;
}
.files {
  display: flex;
  gap: 6px 20px;
  margin: 8px 0;
}
select {
  max-width: 100%;
  min-height: 34px;
}
@media (max-width: 760px) {
  .trims li {
    flex-wrap: wrap;
  }
  .trims input {
    width: 28px;
    height: 28px;
  }
  .trim-words {
    flex-basis: 100%;
  }
}
</style>
