<script setup lang="ts">
/** The table of functions out of the drive's leaflet: pasted, its codes stand on the sheet; what is doubtful is asked. */
import { computed, ref, shallowRef } from 'vue'
import { api } from '../api/client'
import { useJob } from '../job/open'
import { withCode } from './codes'
import { sorted, type Found, type Line } from './leaflet'

const job = useJob()
const sheet = computed(() => job.plan.value?.drive?.sheet ?? [])
const text = ref('')
const trouble = ref('')
const found = shallowRef<Found>()
const taken = ref(0)
/** The answers: which function a doubtful line is. */
const answers = ref<Record<string, string>>({})

async function read() {
  trouble.value = ''
  taken.value = 0
  answers.value = {}
  try {
    const { lines } = await api.leaflet(text.value)
    found.value = sorted(lines, sheet.value)
  } catch (e) {
    found.value = undefined
    trouble.value = e instanceof Error ? e.message : String(e)
  }
}

/** What is sure and what was answered goes to the sheet; codes that stand there stay where nothing new was found. */
function take() {
  if (!found.value) return
  let codes = job.text('drive.codes')
  const put = (f: string, l: Line) => {
    codes = withCode(codes, f, l.code)
    taken.value++
  }
  for (const [f, l] of found.value.sure) put(f, l)
  for (const l of found.value.doubtful) if (answers.value[l.code]) put(answers.value[l.code]!, l)
  job.commit('drive.codes', codes)
  found.value = undefined
  text.value = ''
}
</script>

<template>
  <details class="leaflet">
    <summary>Paste the table of your drive’s leaflet</summary>
    <label for="leaflet-text">Its lines as text: code, name, range, default. From a PDF, a spreadsheet or typed.</label>
    <textarea id="leaflet-text" v-model="text" rows="6" placeholder="P1.02  Maximum frequency  10.0-400.0 Hz  50.0" />
    <p>
      <button type="button" class="plain" :disabled="!text.trim()" @click="read">Read it</button>
      <span v-if="!text.trim()" class="soft"> Nothing is pasted yet.</span>
    </p>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <p v-if="taken" role="status">{{ taken === 1 ? 'One code was' : `${taken} codes were` }} written on the sheet.</p>
    <div v-if="found" class="leaflet-found">
      <p>
        <strong>{{ found.sure.size }} of {{ sheet.length }} settings found.</strong>
        <span v-if="found.doubtful.length" class="leaflet-doubt">
          {{ found.doubtful.length }} lines are doubtful: which are they?
        </span>
      </p>
      <table v-if="found.doubtful.length" class="list">
        <tbody>
          <tr v-for="l in found.doubtful" :key="l.code">
            <th scope="row">{{ l.code }}</th>
            <td class="words">{{ l.name }}</td>
            <td>
              <select v-model="answers[l.code]" :aria-label="`${l.code} ${l.name} is`">
                <option :value="undefined">none of the sheet</option>
                <option v-for="r in sheet" :key="r.id" :value="r.function">{{ r.name }}</option>
              </select>
            </td>
          </tr>
        </tbody>
      </table>
      <p>
        <button type="button" class="strong" :disabled="!job.may('drive.codes')" @click="take">
          Write these codes on the sheet
        </button>
      </p>
    </div>
  </details>
</template>

<style scoped>
.leaflet {
  margin: 4px 0 12px;
}
.leaflet summary {
  min-height: 34px;
  color: var(--river);
  cursor: pointer;
}
.leaflet label {
  display: block;
  margin: 4px 0;
}
.leaflet textarea {
  width: 100%;
  padding: 8px;
  border: 1px solid var(--rule);
  background: var(--paper);
  font: inherit;
}
.leaflet :deep(select) {
  min-height: 34px;
  width: 100%;
  max-width: 18rem;
}
.leaflet-doubt {
  margin-left: 0.4em;
}
@media (max-width: 760px) {
  .leaflet summary,
  .leaflet :deep(select) {
    min-height: 44px;
  }
}
</style>
