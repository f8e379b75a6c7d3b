<script setup lang="ts">
/** A machine's book: what changed since it last ran well comes first, then every entry as it was written. */
import { computed, onMounted, onUnmounted, ref, shallowRef } from 'vue'
import { useIntersectionObserver } from '@vueuse/core'
import { useRoute, useRouter } from 'vue-router'
import { api, type Role } from '../api/client'
import { bringup, type BookEntry, type Log, type LogEntry, type Spectrum, type Trend } from '../api/bringup'
import { setHead } from '../desk/head'
import { useKeys } from '../desk/keys'
import { listen } from '../desk/live'
import { notes, owns } from '../desk/person'
import WaitingList from '../outbox/WaitingList.vue'
import { enter, lookAtWaiting, onWritten, outbox } from '../outbox/outbox'
import { useTried } from '../parts/tried'
import { day } from '../parts/dates'
import EntryForm from './EntryForm.vue'
import EntryLine from './EntryLine.vue'
import SpectrumPair from './SpectrumPair.vue'
import TrendPlot from './TrendPlot.vue'
import { kinds, titleOf } from './words'

const props = defineProps<{ id: string }>()
const router = useRouter()
const machine = ref(String(useRoute().query.machine ?? ''))
const first = shallowRef<Log>()
const entries = shallowRef<BookEntry[]>([])
const more = ref(false)
const only = ref('')
const trends = shallowRef<Trend[]>()
const role = ref<Role>()
const rules = ref('')
const corrects = ref<number>()
const spectra = shallowRef<{ title: string; spectrum: Spectrum }[]>([])
const { trouble, tried } = useTried()
const bottom = ref<HTMLElement>()
let loading = false

/** again: who reads far down in what was loaded stays there. */
async function load(again = true) {
  await tried(async () => {
    const got = await bringup.log(props.id, machine.value, 0, only.value)
    first.value = got
    machine.value = got.machine
    const last = got.entries.at(-1)?.n
    const goesOn = again && last && entries.value.some((e) => e.n === last)
    const older = goesOn ? entries.value.filter((e) => e.n < last) : []
    entries.value = [...got.entries, ...older]
    if (!older.length) more.value = got.more
    setHead('', `${got.title}, log`)
  })
}
async function further() {
  const last = entries.value.at(-1)
  if (!more.value || loading || !last) return
  loading = true
  await tried(async () => {
    const got = await bringup.log(props.id, machine.value, last.n, only.value)
    entries.value = [...entries.value, ...got.entries]
    more.value = got.more
  })
  loading = false
}
useIntersectionObserver(bottom, ([e]) => e?.isIntersecting && void further())

/** Entries that a later one corrects. */
const corrected = computed(() => {
  const by: Record<number, number> = {}
  for (const e of entries.value) if (e.corrects && e.n > (by[e.corrects] ?? 0)) by[e.corrects] = e.n
  return by
})
const waiting = computed(() => outbox.waiting.filter((w) => w.job === props.id && w.machine === machine.value))
const since = computed(() => first.value?.since)
const currency = computed(() => (rules.value === 'north-america' ? '$' : '€'))
const money = computed(() =>
  Object.entries(first.value?.sums?.money ?? {}).map(([c, sum]) => `${sum.toFixed(2)} ${c}`.trim()),
)
const late = computed(() => !!first.value?.book.look && first.value.book.look <= new Date().toISOString().slice(0, 10))

async function write(e: Omit<LogEntry, 'id' | 'taken'>, file?: Blob) {
  await tried(() => enter(props.id, machine.value, e, file))
  corrects.value = undefined
}
const correct = (n: number) => {
  corrects.value = n
  window.scrollTo({ top: 0 })
}
const drop = (file: string) => tried(() => bringup.dropFile(props.id, file).then(() => load()))
async function spread(e: BookEntry) {
  await tried(async () => {
    const spectrum = await bringup.spectrum(props.id, e.file!.id)
    spectra.value = [
      ...spectra.value.slice(-1),
      { title: `Entry ${e.n}, ${day(e.taken)} ${e.words ?? ''}`.trim(), spectrum },
    ]
  })
}
async function choose(kind: string) {
  only.value = kind
  await load(false)
}
async function other(e: Event) {
  machine.value = (e.target as HTMLSelectElement).value
  trends.value = undefined
  await router.replace({ query: { machine: machine.value } })
  await load(false)
}
const drawTrends = () => tried(async () => void (trends.value = (await bringup.trends(props.id, machine.value)).trends))

const stops = [
  listen((n) => (n.id === undefined || n.id === props.id) && void load()),
  onWritten((job) => job === props.id && void load()),
]
onMounted(async () => {
  await lookAtWaiting().catch(() => {})
  await load()
  const j = await api.job(props.id).catch(() => undefined)
  role.value = j?.role
  rules.value = j?.document.workshop.rules ?? ''
  if (j) setHead(j.document.workshop.name, `${first.value?.title ?? j.document.name}, log`)
})
onUnmounted(() => stops.forEach((stop) => stop()))
useKeys({
  'g s': () => void router.push({ name: 'span', params: { id: props.id } }),
  'g b': () => void router.push({ name: 'bring-up', params: { id: props.id }, query: { machine: machine.value } }),
})
const query = computed(() => `?machine=${machine.value}`)
</script>

<template>
  <main class="place log">
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <template v-if="first">
      <header class="log-head">
        <h1>{{ first.title }}: the machine's book</h1>
        <label v-if="first.others.length > 1">
          <span class="for-readers">Machine</span>
          <select :value="machine" @change="other">
            <option v-for="o in first.others" :key="o.id" :value="o.id">{{ o.name }}</option>
          </select>
        </label>
        <nav>
          <RouterLink :to="{ name: 'span', params: { id } }">Plan</RouterLink>
          <RouterLink :to="{ name: 'bring-up', params: { id }, query: { machine } }">Bring-up</RouterLink>
          <RouterLink :to="{ name: 'desk', params: { id }, query: { machine, from: 'log' } }"
            >Something is wrong</RouterLink
          >
          <a :href="`/api/jobs/${id}/readings.csv${query}`">Readings, CSV</a>
          <a :href="`/api/jobs/${id}/readings.xlsx${query}`">XLSX</a>
          <a :href="`/api/jobs/${id}/book.pdf${query}`" target="_blank">Book, PDF</a>
          <a :href="`/api/jobs/${id}/life.zip`" download>Whole life, file</a>
        </nav>
      </header>
      <section class="log-since" aria-label="Since it last ran well">
        <template v-if="since?.known">
          <h2>Since it last ran well, {{ day(since.taken) }} (entry {{ since.n }})</h2>
          <p v-if="!since.events.length && !since.facts.length && !first.pending?.length">Nothing was changed.</p>
          <ul>
            <li v-for="f in since.facts" :key="f.name">
              <strong>{{ f.name }}</strong> {{ f.value }}
            </li>
            <li v-for="e in since.events" :key="e.n">
              {{ day(e.taken) }}: {{ titleOf(e) }} <span class="soft">entry {{ e.n }}</span>
            </li>
          </ul>
        </template>
        <p v-else>
          Nobody has said yet that it ran well: say so in an entry when it does, and what changed afterwards stands
          here.
        </p>
        <p v-if="first.pending?.length">
          Changed in the plan and not yet in the book:
          {{ first.pending.map((f) => `${f.name} ${f.value}`).join('; ') }}. It is written with the next entry.
        </p>
        <p v-for="s in first.stays" :key="s" class="log-stays">{{ s }}</p>
        <p v-if="first.book.look" :class="{ 'log-late': late }">
          Next look {{ day(first.book.look, 'long')
          }}<template v-if="first.book.look_for">: {{ first.book.look_for }}</template
          ><template v-if="late">: it is due</template>.
          <button
            v-if="notes(role)"
            type="button"
            class="why"
            @click="write({ kind: 'note', words: 'Looked at.', look: 'none' })"
          >
            Looked at
          </button>
        </p>
        <p class="soft">
          {{ first.book.n }} entries<template v-if="first.sums?.hours">, {{ first.sums.hours }} h</template
          ><template v-for="m in money" :key="m">, {{ m }}</template
          >. <span v-if="first.book.hash" :title="first.book.hash">Ends with {{ first.book.hash.slice(0, 12) }}.</span>
          <RouterLink v-if="first.earlier" :to="{ name: 'log', params: { id: first.earlier } }"
            >Its earlier book</RouterLink
          >
        </p>
      </section>
      <EntryForm
        v-if="notes(role)"
        :corrects="corrects"
        :currency="currency"
        @entered="write"
        @back="corrects = undefined"
      />
      <SpectrumPair v-if="spectra.length" :shown="spectra" @close="spectra = []" />
      <section class="log-trends">
        <button v-if="!trends" type="button" class="plain" @click="drawTrends">Readings over the months</button>
        <p v-else-if="!trends.length" class="soft">No readings yet: they are entered at the bring-up, or above.</p>
        <template v-else>
          <div class="log-plots">
            <TrendPlot v-for="t in trends.filter((one) => one.points.length > 1)" :key="t.take" :trend="t" />
          </div>
          <details class="log-once">
            <summary>Read once: {{ trends.filter((one) => one.points.length === 1).length }}</summary>
            <ul>
              <li v-for="t in trends.filter((one) => one.points.length === 1)" :key="t.take">
                {{ t.name }} <strong>{{ t.points[0]!.value }} {{ t.unit }}</strong>
                <span class="soft"
                  >{{ day(t.points[0]!.taken) }}<template v-if="t.expect">, plan {{ t.expect }}</template></span
                >
              </li>
            </ul>
          </details>
        </template>
      </section>
      <div class="log-kinds" role="group" aria-label="Only">
        <button type="button" class="plain" :aria-pressed="!only" @click="choose('')">All</button>
        <button
          v-for="(word, k) in kinds"
          :key="k"
          type="button"
          class="plain"
          :aria-pressed="only === k"
          @click="choose(k)"
        >
          {{ word }}
        </button>
      </div>
      <WaitingList v-if="waiting.length" :waiting="waiting" class="log-waiting" />
      <p v-if="!entries.length" class="soft">
        {{ only ? 'No entry of this kind.' : 'The book is empty: the first line is what was found.' }}
      </p>
      <ol class="log-entries" aria-label="Entries, the latest first">
        <EntryLine
          v-for="e in entries"
          :key="e.n"
          :entry="e"
          :job="id"
          :corrected-by="corrected[e.n]"
          :may="notes(role)"
          :owns="owns(role)"
          @correct="correct"
          @drop="drop"
          @play="spread(e)"
        />
      </ol>
      <div ref="bottom" class="log-bottom">
        <button v-if="more" type="button" class="plain" @click="further">Earlier entries</button>
      </div>
    </template>
  </main>
</template>

<style scoped>
.log-head {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 20px;
}
.log-head nav {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
}
.log-since {
  margin: 10px 0 14px;
  padding: 10px 14px;
  border-left: 4px solid var(--river);
  background: var(--river-pale);
}
.log-since h2 {
  margin: 0 0 4px;
}
.log-since ul {
  margin: 2px 0 6px;
  padding-left: 18px;
}
.log-stays,
.log-late {
  color: var(--brick);
  font-weight: 600;
}
.log-trends {
  margin: 12px 0;
}
.log-plots {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 19rem), 1fr));
  gap: 10px;
}
.log-kinds {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin: 14px 0 8px;
}
.log-kinds [aria-pressed='true'] {
  background: var(--river);
  color: #fff;
}
.log-entries {
  margin: 0 0 0 8px;
  padding: 0;
  list-style: none;
}
.log-entries :deep(.entry) {
  content-visibility: auto;
  contain-intrinsic-size: auto 90px;
}
.log-waiting {
  padding-left: 18px;
  color: var(--ochre);
}
.log-bottom {
  min-height: 40px;
  padding: 10px 0;
}
</style>
