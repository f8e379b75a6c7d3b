<script setup lang="ts">
/** The first question of every owner: which bridge, and why. Every bridge at its best, beside the others. */
import { computed, onMounted, onUnmounted, ref, shallowRef, watch } from 'vue'
import { useDebounceFn, useMediaQuery } from '@vueuse/core'
import { useRoute, useRouter } from 'vue-router'
import { api, newChangeID, type Document, type JobAnswer } from '../api/client'
import { weigh, type Borders, type Weighing } from '../api/weigh'
import { setHead } from '../desk/head'
import { useKeys } from '../desk/keys'
import { listen } from '../desk/live'
import { plans } from '../desk/person'
import { about, machineOf, same } from '../job/document'
import GradeMark from '../parts/GradeMark.vue'
import { useTried } from '../parts/tried'
import KeptVariants from './KeptVariants.vue'
import WantsForm from './WantsForm.vue'
import WeighMap from './WeighMap.vue'
import WeighTable from './WeighTable.vue'
import { changed, wantsOf, withWants, type Wants } from './wants'

const props = defineProps<{ id: string }>()
const router = useRouter()
const route = useRoute()
const narrow = useMediaQuery('(max-width: 899px)')
const job = shallowRef<JobAnswer>()
const machine = ref(String(route.query.machine ?? ''))
const wants = ref<Wants>()
const answer = shallowRef<Weighing>()
const borders = shallowRef<Borders>()
const idlers = ref<string[]>([])
const working = ref(false)
const stopped = ref(false)
const { trouble, tried } = useTried()
const may = computed(() => plans(job.value?.role))
const own = computed(() => job.value && wantsOf(job.value.document, machine.value))
const differs = computed(() => !!wants.value && !!own.value && changed(wants.value, own.value))
const question = computed(() =>
  job.value && wants.value
    ? about(withWants(job.value.document, machine.value, wants.value), machine.value)
    : undefined,
)

async function load() {
  await tried(async () => {
    const got = await api.job(props.id)
    const first = !job.value
    const kept = differs.value ? wants.value : undefined
    const one = machineOf(got.document, machine.value)
    // An idler is not weighed: the first machine behind it is.
    machine.value = (one.role ? got.document.machines.find((m) => !m.role) : undefined)?.id ?? one.id
    job.value = got
    wants.value = kept ?? wantsOf(got.document, machine.value)
    setHead(got.document.workshop.name, `${got.document.name}, weigh`)
    if (first) await ask()
  })
}

let latest = 0
let stream: AbortController | undefined
let asked: Document | undefined
let gone = false // nobody looks any more

async function ask() {
  const of = question.value
  if (!of || gone || same(of, asked)) return
  const turn = ++latest
  asked = of
  stream?.abort()
  await tried(async () => {
    const got = await weigh.of(of)
    if (turn !== latest) return
    answer.value = got
    borders.value = undefined
    await goOn(of, turn)
  })
  if (trouble.value) asked = undefined
}

/** The converter's column comes after the others, and can be stopped. */
async function goOn(of: Document, turn: number) {
  idlers.value = []
  stopped.value = false
  if (answer.value?.waits) return
  const mine = (stream = new AbortController())
  working.value = true
  try {
    await weigh.converter(of, mine.signal, (s) => {
      if (turn !== latest) return
      if (s.tried) idlers.value = [...idlers.value, s.tried]
      if (s.weighing) answer.value = s.weighing
      if (s.map?.best?.length) borders.value = s.map
    })
  } catch (e) {
    if (!mine.signal.aborted) throw e
  } finally {
    if (turn === latest) working.value = false
  }
}
function stop() {
  stream?.abort()
  stopped.value = true
}
const again = () => question.value && tried(() => goOn(question.value!, latest))

const later = useDebounceFn(ask, 220)
watch(question, () => void later())

async function store(d: Document) {
  const j = job.value
  if (!j) return false
  return tried(async () => {
    job.value = await api.saveJob(props.id, j.revision, newChangeID(), d)
  })
}
const put = () => question.value && job.value && store(withWants(job.value.document, machine.value, wants.value!))
async function take(kind: string) {
  const j = job.value
  if (!j || !wants.value) return
  const d = withWants(j.document, machine.value, wants.value)
  let taken: Document | undefined
  await tried(async () => {
    taken = await weigh.taken(d, machine.value, kind as 'drive')
  })
  if (taken && (await store(taken)))
    await router.push({ name: 'span', params: { id: props.id, bay: 'bridge' }, query: route.query })
}
async function choose(e: Event) {
  machine.value = (e.target as HTMLSelectElement).value
  await router.replace({ query: { machine: machine.value } })
  wants.value = job.value && wantsOf(job.value.document, machine.value)
}

const stopListening = listen((n) => {
  if (n.id === undefined || (n.id === props.id && n.revision !== job.value?.revision)) void load()
})
onMounted(load)
onUnmounted(() => {
  gone = true
  stopListening()
  stream?.abort()
})
const toSpan = () => void router.push({ name: 'span', params: { id: props.id } })
useKeys({
  n: toSpan,
  'g s': toSpan,
  'g b': () => void router.push({ name: 'bring-up', params: { id: props.id } }),
  'g l': () => void router.push({ name: 'log', params: { id: props.id } }),
})
const shape = computed(() => answer.value?.grade ?? 'open')
const several = computed(() => (job.value?.document.machines.length ?? 0) > 1)
const machines = computed(() => job.value?.document.machines.filter((m) => !m.role) ?? [])
</script>

<template>
  <main class="weigh">
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <template v-if="job && wants">
      <header class="weigh-head">
        <div>
          <p class="weigh-where">
            <RouterLink :to="{ name: 'span', params: { id }, query: route.query }">{{ job.document.name }}</RouterLink>
            <label v-if="several">
              <span class="for-readers">Machine</span>
              <select :value="machine" @change="choose">
                <option v-for="m in machines" :key="m.id" :value="m.id">{{ m.name || m.id }}</option>
              </select>
            </label>
            <RouterLink :to="{ name: 'review', params: { id }, query: route.query }"
              >For an electrician’s review</RouterLink
            >
          </p>
          <h1 v-if="!answer">Weighing the bridges…</h1>
          <template v-else>
            <h1 class="weigh-answer">
              <GradeMark :grade="shape" :size="24" /> <span>{{ answer.sentence }}</span>
            </h1>
            <ul v-if="answer.reasons.length" class="weigh-reasons">
              <li v-for="r in answer.reasons" :key="r">{{ r }}</li>
            </ul>
            <template v-if="answer.changes.length">
              <h2>What would change the answer</h2>
              <ul class="weigh-reasons">
                <li v-for="c in answer.changes" :key="c">{{ c }}</li>
              </ul>
            </template>
            <p v-if="several" class="soft">
              The machines of this job share one bridge. To put this one on another, copy the job and keep this machine
              alone in it.
            </p>
            <p v-if="answer.assumed.length" class="soft">
              Assumed, since nobody said it: {{ answer.assumed.join('; ') }}.
            </p>
          </template>
        </div>
      </header>
      <details class="weigh-if" :open="!narrow">
        <summary>What if the load, the start or the speeds were others?</summary>
        <WantsForm
          v-model="wants"
          :differs="differs"
          :may="may"
          :currency="job.document.workshop.rules === 'north-america' ? '$' : '€'"
          @keep="put"
          @back="wants = own"
        />
      </details>
      <template v-if="answer && !answer.waits">
        <WeighTable :rows="answer.rows" :columns="answer.columns" :best="answer.best" :narrow="narrow">
          <template #foot="{ column }">
            <button
              v-if="column.may && may && (column.grade !== 'stop' || column.kind === answer.best)"
              type="button"
              :class="column.kind === answer.best ? 'strong' : 'plain'"
              @click="take(column.kind)"
            >
              {{ column.chosen ? 'Take these values' : 'Choose' }}
            </button>
          </template>
          <template #waits>
            <p>One idler after the other is tried, each with its own best cans.</p>
            <ul class="weigh-tried" aria-live="polite">
              <li v-for="t in idlers" :key="t">{{ t }}</li>
            </ul>
            <button v-if="working" type="button" class="plain" @click="stop">Stop</button>
            <template v-else-if="stopped">
              <p>Stopped: the converter is not weighed.</p>
              <button type="button" class="plain" @click="again">Go on</button>
            </template>
          </template>
        </WeighTable>
        <section class="weigh-borders" aria-labelledby="borders-title">
          <h2 id="borders-title">Where the answer turns</h2>
          <WeighMap v-if="borders" :map="borders" />
          <p v-else class="soft">{{ working ? 'Being drawn…' : 'Drawn once the converter is weighed.' }}</p>
        </section>
      </template>
      <RouterLink v-else-if="answer" class="strong" :to="{ name: 'span', params: { id } }">To the plan</RouterLink>
      <KeptVariants
        v-if="answer?.rows.length"
        :id="id"
        :machine="machine"
        :revision="job.revision"
        :document="job.document"
        :rows="answer.rows"
        :narrow="narrow"
        :may="may"
        @taken="load"
      />
      <p class="weigh-foot soft">
        A verdict says what was computed from plate, load and supply; it is no word that anything is without danger.
        Fixed wiring belongs to a licensed person in most places, and the local code decides.
      </p>
    </template>
  </main>
</template>

<style scoped>
.weigh {
  max-width: 100rem;
  margin: 0 auto;
  padding: 10px 18px 40px;
}
.weigh-where {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  align-items: center;
}
.weigh-head {
  padding-bottom: 12px;
}
.weigh-answer {
  display: flex;
  gap: 10px;
  align-items: baseline;
  padding: 6px 0;
  font-size: 1.4rem;
}
.weigh-answer .grade {
  flex: none;
  transform: translateY(3px);
}
.weigh-reasons {
  margin: 2px 0 8px;
  padding-left: 34px;
}
.weigh-tried {
  margin: 6px 0;
  padding-left: 18px;
}
.weigh-if summary {
  min-height: 34px;
  color: var(--river);
  cursor: pointer;
}
.weigh-table {
  margin-top: 10px;
}
.weigh-borders {
  padding: 18px 0 0;
}
.weigh-foot {
  padding-top: 12px;
  border-top: 1px solid var(--rule);
}
@media (max-width: 899px) {
  .weigh {
    padding: 6px 14px 40px;
  }
  .weigh-answer {
    font-size: 1.15rem;
  }
}
</style>
