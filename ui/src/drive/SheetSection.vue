<script setup lang="ts">
/** Every setting that must differ from default, in keying order and in the drive's own language. */
import { computed } from 'vue'
import EntryField from '../parts/EntryField.vue'
import { vRove } from '../parts/rove'
import { useJob } from '../job/open'
import { keyedWords, useRowTicks } from '../parts/rowticks'
import { withCode } from './codes'
import LeafletSection from './LeafletSection.vue'
import TripsSection from './TripsSection.vue'
import { useVersions } from '../parts/versions'

const job = useJob()
const drive = computed(() => job.plan.value!.drive!)
const { keyed } = useRowTicks('drive.done')
const { version, versions, changed, lookUp, compare } = useVersions((p) =>
  (p?.drive?.sheet ?? []).map((r) => ({
    id: r.code,
    name: `${r.code} ${r.name}`,
    value: r.value,
    otherwise: `default, ${r.default}`,
  })),
)

/** A code that was found in the leaflet. */
const fill = (of: string, code: string) => job.commit('drive.codes', withCode(job.text('drive.codes'), of, code))

const second = computed(() => job.document.value?.bridge.drive?.second_hand === 'yes')
</script>

<template>
  <section v-if="drive.sheet.length" class="settings">
    <p v-if="drive.by_plate" class="soft">
      Every setting by what it does. Find each in the drive’s leaflet, write its code beside it, key it and read it
      back.
    </p>
    <LeafletSection v-if="drive.by_plate" />
    <p v-if="second" class="caution">
      Second-hand: bring the defaults back first, then read every code. What could not be reset is keyed like the rest.
    </p>
    <ol v-if="drive.restore.length && second">
      <li v-for="r in drive.restore" :key="r">{{ r }}</li>
    </ol>
    <p v-if="drive.sheet.some((r) => r.kind !== 'keyed')" class="caution">
      Jumpers and trims stand at line potential: feed off, {{ drive.wait }} waited, its link measured dead.
    </p>
    <table class="list settings-list">
      <thead>
        <tr>
          <th scope="col"><span class="for-readers">Done</span></th>
          <th scope="col">Code</th>
          <th scope="col">Setting</th>
          <th scope="col">Set to</th>
          <th v-if="!drive.by_plate" scope="col">How</th>
          <th v-if="!drive.by_plate" scope="col">{{ second ? 'Read' : 'Default' }}</th>
        </tr>
      </thead>
      <tbody v-rove="'tr'">
        <tr v-for="r in drive.sheet" :key="r.id" :class="{ done: r.done, odd: r.read_back && r.read_back !== r.value }">
          <td>
            <input
              type="checkbox"
              class="settings-tick"
              :checked="r.done"
              :aria-label="`${r.code || r.name} is set`"
              @change="keyed(r)"
            />
          </td>
          <th scope="row" class="settings-code">
            <input
              v-if="drive.by_plate"
              type="text"
              maxlength="20"
              :value="r.code"
              :disabled="!job.may('drive.codes')"
              :aria-label="`Code of ${r.name}`"
              placeholder="code"
              @change="fill(r.function, ($event.target as HTMLInputElement).value)"
            />
            <template v-else>{{ r.code }}</template>
          </th>
          <td class="words">
            {{ r.name
            }}<span class="soft"
              ><br />{{ r.plain }}{{ drive.by_plate && r.why.estimated ? ' (guide value)' : ''
              }}<template v-if="r.note">; {{ r.note }}</template></span
            >
          </td>
          <td class="settings-value">
            {{ r.value }}
            <span v-if="keyedWords(r)" class="settings-keyed" :class="r.keyed ? 'entry-problem' : 'soft'">{{
              keyedWords(r)
            }}</span>
          </td>
          <td v-if="!drive.by_plate" class="words">
            {{ r.how
            }}<span class="soft settings-why" :title="r.why.numbers"
              ><br />{{ r.why.formula }}{{ r.why.estimated ? ' (guide value)' : '' }}</span
            >
          </td>
          <td v-if="!drive.by_plate">{{ second ? (r.read_back ?? '?') : r.default }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="drive.unheard.length" class="soft">
      It has no setting for: {{ drive.unheard.join(', ') }}. Hold these some other way.
    </p>
    <p class="extras-files">
      <a :href="`/api/jobs/${job.id}/settings.pdf`" target="_blank">this sheet (PDF)</a>
      <a :href="`/api/jobs/${job.id}/settings.csv`" download>CSV</a>
      <a :href="`/api/jobs/${job.id}/settings.xlsx`" download>XLSX</a>
    </p>
    <div class="settings-versions">
      <label for="settings-version">Compare with the sheet of</label>
      <select id="settings-version" v-model="version" @focus="lookUp" @change="compare">
        <option value="">no other revision</option>
        <option v-for="l in versions" :key="l.revision" :value="String(l.revision)">
          revision {{ l.revision }}: {{ l.what }}
        </option>
      </select>
      <ul v-if="changed">
        <li v-for="c in changed" :key="c">{{ c }}</li>
        <li v-if="!changed.length">Not one setting differs.</li>
      </ul>
    </div>
    <EntryField
      v-if="drive.displays.length"
      path="drive.read_back"
      label="Read back off the drive: code and what stands there, one a line"
      placeholder="06.1 700"
      :rows="4"
    />
    <TripsSection />
  </section>
  <p v-else class="soft">
    This drive is judged only: its profile has no codes. A full profile comes in as a file under Choose.
  </p>
</template>

<style scoped>
.settings-keyed {
  display: block;
  font-size: 0.87rem;
  white-space: normal;
}
.settings-versions {
  margin: 10px 0;
}
.settings-versions :deep(select) {
  max-width: 100%;
  min-height: 34px;
}
.settings-code :deep(input) {
  width: 6.5rem;
  min-height: 34px;
  padding: 2px 8px;
  border: 1px solid var(--rule);
  background: var(--paper);
  font: inherit;
}
.settings-value {
  font-weight: 700;
  font-size: 1.05rem;
}
.settings-list :deep(.done .words) {
  color: var(--soft);
}
.settings-list :deep(.odd) {
  background: var(--ochre-pale, var(--stone));
}
@media (max-width: 760px) {
  .settings-code :deep(input) {
    width: 4.6rem;
    min-height: 44px;
  }
  .settings-why {
    display: none;
  }
  .settings-list :deep(th),
  .settings-list :deep(td) {
    padding-right: 6px;
    font-size: 0.87rem;
  }
}
</style>
