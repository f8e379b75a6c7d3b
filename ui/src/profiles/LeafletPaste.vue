<script setup lang="ts">
/** Lines out of a leaflet become codes of the profile: what is sure is taken, what is doubtful is asked, line by line. */
import { computed, ref, shallowRef } from 'vue'
import { api } from '../api/client'
import { profiles, type Doubt, type Parameter, type Words } from '../api/profiles'
import { useTried } from '../parts/tried'

const props = defineProps<{ words?: Words; known: string[] }>()
const emit = defineEmits<{ take: [parameters: Parameter[]] }>()
type Line = Awaited<ReturnType<typeof api.leaflet>>['lines'][number]
const text = ref('')
const lines = shallowRef<Line[]>()
/** The first rows as they were found, and what each of their columns is. */
const rows = shallowRef<string[][]>([])
const found = ['code', 'name', 'range', 'default', 'unit']
const columns = ref([...found])
const answers = ref<Record<string, string>>({})
const doubts = shallowRef<Doubt[]>([])
const taken = ref(0)
const { trouble, tried } = useTried()
const asked = computed(() => (lines.value ?? []).filter((l) => l.function === 'ask'))
const sure = computed(() => (lines.value ?? []).filter((l) => l.function !== 'ask' && l.function !== 'other'))
const rest = computed(() => (lines.value?.length ?? 0) - asked.value.length - sure.value.length)
const next = computed(() => asked.value.find((l) => answers.value[l.code] === undefined))

const read = () =>
  tried(async () => {
    taken.value = 0
    doubts.value = []
    answers.value = {}
    columns.value = [...found]
    show(await api.leaflet(text.value))
  })

function show(answer: Awaited<ReturnType<typeof api.leaflet>>) {
  lines.value = answer.lines
  rows.value = answer.rows.map((r) => r ?? [])
}

/** A column takes the name of another, which takes its. */
const exchange = (at: number, name: string) =>
  tried(async () => {
    const next = [...columns.value]
    next[next.indexOf(name)] = next[at]!
    next[at] = name
    columns.value = next
    answers.value = {}
    show(await api.leaflet(text.value, next))
  })

const take = () =>
  tried(async () => {
    const chosen = asked.value
      .filter((l) => answers.value[l.code])
      .map((l) => ({ ...l, function: answers.value[l.code]! }))
    const got = await profiles.settings([...sure.value, ...chosen])
    doubts.value = got.doubts
    taken.value = got.parameters.length
    emit('take', got.parameters)
    lines.value = undefined
    text.value = ''
  })
</script>

<template>
  <details class="profile-paste">
    <summary>Paste the table of its leaflet</summary>
    <label for="profile-leaflet"
      >Its lines as text, CSV or out of a spreadsheet: code, name, range, default, unit.</label
    >
    <textarea
      id="profile-leaflet"
      v-model="text"
      rows="6"
      placeholder="P1.02  Maximum frequency  10.0-400.0  50.0  Hz"
    />
    <p><button type="button" class="plain" :disabled="!text.trim()" @click="read">Read it</button></p>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <div v-if="lines" class="profile-read">
      <p>
        <strong>{{ sure.length }} of {{ lines.length }} lines are sure.</strong>
        {{ rest ? `${rest} are none of what a plan sets.` : '' }}
        {{ asked.length ? `${asked.length} are asked.` : '' }}
      </p>
      <details class="profile-columns" :open="!sure.length">
        <summary>A column stands under the wrong word?</summary>
        <div class="profile-table">
          <table class="list">
            <thead>
              <tr>
                <th v-for="(c, i) in columns" :key="i" scope="col">
                  <select
                    :aria-label="`Column ${i + 1} is`"
                    :value="c"
                    @change="exchange(i, ($event.target as HTMLSelectElement).value)"
                  >
                    <option v-for="f in found" :key="f" :value="f">{{ f }}</option>
                  </select>
                </th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(row, i) in rows" :key="i">
                <td v-for="(cell, k) in row" :key="k" class="words">{{ cell || '–' }}</td>
              </tr>
            </tbody>
          </table>
        </div>
      </details>
      <p v-if="next" class="profile-ask">
        <label for="profile-which">
          Which is <strong>{{ next.code }} {{ next.name }}</strong
          >?
        </label>
        <select
          id="profile-which"
          :key="next.code"
          @change="answers[next.code] = ($event.target as HTMLSelectElement).value"
        >
          <option value="" selected disabled>choose</option>
          <option v-for="f in props.words?.functions ?? []" :key="f.word" :value="f.word">{{ f.name }}</option>
        </select>
        <button type="button" class="plain" @click="answers[next.code] = ''">None of these, or I don’t know</button>
      </p>
      <p v-else>
        <button type="button" class="strong" @click="take">Take these codes</button>
        <span v-if="known.length" class="soft"> A code that stands here already is written over. </span>
      </p>
    </div>
    <p v-if="taken" role="status">{{ taken === 1 ? 'One code is' : `${taken} codes are` }} in the list below.</p>
    <ul v-if="doubts.length" class="entry-problem">
      <li v-for="d in doubts" :key="d.code">{{ d.text }}</li>
    </ul>
  </details>
</template>

<style scoped>
.profile-paste {
  grid-column: 1 / -1;
}
.profile-paste summary {
  min-height: 34px;
  color: var(--river);
  cursor: pointer;
}
.profile-paste textarea {
  width: 100%;
  box-sizing: border-box;
  padding: 8px;
  border: 1px solid var(--rule);
  background: var(--sheet);
  font: inherit;
}
.profile-table {
  overflow-x: auto;
}
.profile-ask {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.profile-ask :deep(select) {
  min-height: 34px;
  max-width: 18rem;
}
@media (max-width: 760px) {
  .profile-paste summary,
  .profile-ask :deep(select) {
    min-height: 44px;
  }
}
</style>
