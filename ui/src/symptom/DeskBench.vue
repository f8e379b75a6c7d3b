<script setup lang="ts">
/** What is wrong with a machine: danger first, what it does, then one check at a time until one cause stands out. */
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { symptom, type Belief, type Known, type Spoken } from '../api/symptom'
import { setHead } from '../desk/head'
import { useJob } from '../job/open'
import { useTried } from '../parts/tried'
import CauseBars from './CauseBars.vue'
import CheckStep from './CheckStep.vue'
import DeskFound from './DeskFound.vue'
import DeskSaid from './DeskSaid.vue'
import DeskSheet from './DeskSheet.vue'

const job = useJob()
const [route, router] = [useRoute(), useRouter()]
const words = shallowRef<Spoken>()
const known = shallowRef<Known>()
const belief = shallowRef<Belief>()
const { trouble, tried } = useTried()

const desk = computed(() => job.machine.value?.desk ?? {})
const said = computed(() => desk.value.said ?? [])
const told = computed(() => desk.value.told ?? [])
/** What is said is open until somebody said that this is all. */
const editing = ref(!told.value.length)
watch(said, (all) => {
  if (!all.length) editing.value = true
})
const started = computed(() => said.value.length || desk.value.danger?.length || told.value.length)
watch(
  () => job.machine.value?.name || job.document.value?.name,
  (name) => name && setHead(job.document.value?.workshop.name ?? '', `${name}: something is wrong`),
  { immediate: true },
)
onMounted(async () => {
  if (job.machine.value?.role === 'idler' && machines.value[0]) job.workOn(machines.value[0].id)
  words.value = await symptom.words().catch(() => undefined)
  known.value = await symptom.known(job.id, job.machine.value?.id).catch(() => undefined)
  if (route?.query.from) takeOver()
})

/** What the bring-up read and heard is taken over, where nothing was answered yet. */
const offered = computed(() =>
  (known.value?.read ?? []).filter((r) => !told.value.some((t) => t.startsWith(r.told.split('=')[0] + '='))),
)
function takeOver() {
  const all: Record<string, unknown> = {}
  if (offered.value.length) all['desk.told'] = [...told.value, ...offered.value.map((r) => r.told)]
  const more = (known.value?.said ?? []).filter((s) => !said.value.includes(s))
  if (more.length) all['desk.said'] = [...said.value, ...more]
  if (Object.keys(all).length) job.commitAll(all)
  if (route?.query.from) void router?.replace({ query: { ...route.query, from: undefined } })
}

const others = (check: string) => told.value.filter((t) => !t.startsWith(`${check}=`))
function answer(check: string, value: string) {
  editing.value = false
  job.commit('desk.told', [...others(check), `${check}=${value}`])
}
const takeBack = (check: string) => job.commit('desk.told', others(check))
const anew = () => {
  editing.value = true
  job.commitAll({
    'desk.said': [],
    'desk.told': [],
    'desk.danger': [],
    'desk.when': [],
    'desk.changed': [],
    'desk.cured': [],
    'desk.code': '',
    'desk.proof': '',
  })
}
/** The machines of a converter; what its idler does is said at any of them. */
const machines = computed(() => (job.document.value?.machines ?? []).filter((m) => m.role !== 'idler'))
const print = () => window.print()

let latest = 0
watch(
  () => [job.answer.value && job.about.value, JSON.stringify(desk.value)] as const,
  () => {
    const about = job.about.value
    if (!about || !said.value.length) {
      belief.value = undefined
      return
    }
    const turn = ++latest
    void tried(async () => {
      const got = await symptom.at(about)
      if (turn === latest) belief.value = got
    })
  },
  { immediate: true },
)
const left = computed(() => (belief.value?.causes ?? []).filter((c) => c.share >= 0.05).length)
</script>

<template>
  <main class="page symptom">
    <header class="symptom-head">
      <div>
        <p class="soft">
          <RouterLink :to="{ name: 'span', params: { id: job.id } }">{{ job.document.value?.name }}</RouterLink>
        </p>
        <h1>Something is wrong</h1>
        <label v-if="machines.length > 1" class="symptom-which typed-in large">
          With
          <select :value="job.machine.value?.id" @change="job.workOn(($event.target as HTMLSelectElement).value)">
            <option v-for="m in machines" :key="m.id" :value="m.id">{{ m.name || m.id }}</option>
          </select>
        </label>
      </div>
      <p>
        <button v-if="belief" type="button" class="plain" @click="print">Print</button>
        <button v-if="started" type="button" class="plain" @click="anew">Begin anew</button>
      </p>
    </header>
    <DeskSaid v-if="words" v-model:editing="editing" :words="words" :codes="belief?.codes ?? []" :known="known" />
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <p v-if="belief?.presumed" class="symptom-presumed">
      This motor’s plate is not known: every figure is taken from a common motor and may be far off.
      <template v-if="belief.missing.length">Most would help: {{ belief.missing.join(', ') }}.</template>{{ ' ' }}
      <RouterLink :to="{ name: 'span', params: { id: job.id, bay: 'motor' } }">Type its plate</RouterLink>
    </p>
    <p v-if="belief && offered.length" class="symptom-offered">
      <button type="button" class="plain" @click="takeOver">Use what the bring-up read</button>
      <span class="soft">{{ offered.map((r) => `${r.name} ${r.text} (${r.day})`).join('; ') }}</span>
    </p>
    <div v-if="belief" class="symptom-both">
      <section aria-label="The next check">
        <ul v-if="belief.asks.length" class="symptom-asks" aria-label="Asked back">
          <li v-for="a in belief.asks" :key="a.check">
            <strong>{{ a.name }}, {{ a.value }}.</strong> <span class="entry-problem">{{ a.text }}</span>
            <button v-if="a.twice" type="button" class="plain" @click="answer(a.check, `!${a.value}`)">
              It reads so, twice
            </button>
            <button type="button" class="why" @click="takeBack(a.check)">Take back</button>
          </li>
        </ul>
        <ul v-if="belief.looked.length" class="symptom-told" aria-label="What was looked at">
          <li v-for="t in belief.looked" :key="t.check">
            {{ t.name }}: <strong>{{ t.text || 'cannot be done' }}</strong>{{ ' ' }}
            <button v-if="!t.entered" type="button" class="why" @click="takeBack(t.check)">Take back</button>
          </li>
        </ul>
        <DeskFound v-if="belief.done || !belief.next" :key="belief.causes[0]?.id" :belief="belief" />
        <CheckStep v-else :key="belief.next.id" :check="belief.next" :marks="belief.marks" @answer="answer" />
      </section>
      <CauseBars :causes="belief.causes" :left="left" />
    </div>
    <DeskSheet v-if="belief && words" :belief="belief" :words="words" />
  </main>
</template>

<style scoped>
.symptom {
  max-width: 1180px;
  margin: 0 auto;
  padding: 14px 18px 40px;
}
.symptom-head {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: end;
  gap: 12px;
}
.symptom-head :deep(p) {
  margin: 0;
}
.symptom-head :deep(button) {
  min-height: 44px;
  margin-left: 8px;
}
.symptom-both {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  gap: 8px 32px;
  margin-top: 18px;
  border-top: 1px solid var(--rule);
}
.symptom-told,
.symptom-asks {
  margin: 12px 0 0;
  padding: 0;
  list-style: none;
}
.symptom-told li,
.symptom-asks li {
  padding: 2px 0;
}
.symptom-both :deep(h2) {
  margin: 12px 0 4px;
}
.symptom-presumed {
  margin: 12px 0 0;
  padding: 8px 12px;
  background: var(--ochre-pale);
}
.symptom-offered {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  margin: 12px 0 0;
}
.symptom-offered button {
  min-height: 44px;
}
@media (max-width: 760px) {
  .symptom-both {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media print {
  .symptom > :not(.desk-sheet) {
    display: none;
  }
}
</style>
