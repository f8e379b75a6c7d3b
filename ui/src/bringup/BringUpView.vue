<script setup lang="ts">
/**
 * The bring-up at the machine: one step fills the screen, the next one large; it opens and goes on
 * without a network. On a desk the list of gates stands beside it, live.
 */
import { computed, nextTick, onMounted, onUnmounted, ref, shallowRef, watch } from 'vue'
import { useMediaQuery, useWakeLock } from '@vueuse/core'
import { useRoute, useRouter } from 'vue-router'
import { api, newChangeID, Trouble, type Drawing, type Role } from '../api/client'
import { bringup, type BringUp, type Into } from '../api/bringup'
import { setHead } from '../desk/head'
import { useKeys } from '../desk/keys'
import { listen } from '../desk/live'
import { me, notes, plans } from '../desk/person'
import DrawingView from '../drawing/DrawingView.vue'
import { about, withValue } from '../job/document'
import { kept, pinKey } from '../outbox/kept'
import WaitingList from '../outbox/WaitingList.vue'
import { enter, lookAtWaiting, onWritten, outbox, send } from '../outbox/outbox'
import { useTried } from '../parts/tried'
import { when } from '../parts/dates'
import { ahead } from './ahead'
import GateList from './GateList.vue'
import GateStep from './GateStep.vue'
import HeatRunPart from './HeatRunPart.vue'
import SweepPart from './SweepPart.vue'
import { openWithoutNetwork } from '../desk/worker'

const props = defineProps<{ id: string }>()
const router = useRouter()
const machine = ref(String(useRoute().query.machine ?? ''))
/** Where it is found out what is wrong, with what was read here. */
const desk = computed(() => ({
  name: 'desk',
  params: { id: props.id },
  query: { machine: machine.value, from: 'bring-up' },
}))
const wide = useMediaQuery('(min-width: 1000px)')
const b = shallowRef<BringUp>()
const role = ref<Role>()
const offline = ref(false)
const since = ref<number>()
const shown = ref('')
const listed = ref(false)
const coded = ref(false)
const { trouble, tried } = useTried()
const wake = useWakeLock()

/** Answers come in any order; an older one never stands over a newer. */
let asked = 0
let newest = 0
async function load() {
  const n = ++asked
  try {
    const got = await bringup.of(props.id, machine.value)
    if (n < newest) return
    newest = n
    offline.value = false
    show(got)
    await kept.pin(got).catch(() => {})
    void openWithoutNetwork()
  } catch (e) {
    const pin = await kept.pinned(props.id, machine.value).catch(() => undefined)
    if (e instanceof Trouble && e.status !== 0 && e.status < 500) trouble.value = e.message
    else if (pin) {
      offline.value = true
      since.value = pin.at
      show(pin.bringup)
    } else trouble.value = 'The server does not answer, and this machine was never opened on this device.'
  }
}

function show(got: BringUp) {
  b.value = got
  machine.value = got.machine
  setHead(got.workshop, `${got.title}, bring-up`)
  if (!shown.value) shown.value = far.value?.next ?? far.value?.gates[0]?.id ?? ''
}

const mine = computed(() => outbox.waiting.filter((w) => w.job === props.id))
const refused = computed(() => mine.value.filter((w) => w.refused || w.held))
const going = computed(() => mine.value.length - refused.value.length)
const far = computed(() => b.value && ahead(b.value, outbox.waiting))
const at = computed(() => far.value?.gates.findIndex((g) => g.id === shown.value) ?? -1)
const gate = computed(() => far.value?.gates[at.value])
const readonly = computed(() => role.value !== undefined && !notes(role.value))

async function go(id?: string) {
  if (!id) return
  shown.value = id
  listed.value = false
  await nextTick()
  window.scrollTo({ top: 0 })
  document.querySelector<HTMLElement>('.step h1')?.focus({ preventScroll: true })
}
const step = (by: number) => go(far.value?.gates[at.value + by]?.id)

async function put(e: Parameters<typeof enter>[2], file?: Blob) {
  await tried(() => enter(props.id, machine.value, { ...e, revision: b.value?.revision }, file))
}
const read = (take: string, value: number, words: string) =>
  put({ kind: 'reading', reads: [{ take, value, ...(words && { words }) }] })

async function outcome(o: 'passed' | 'failed' | 'skipped', words: string, who: string) {
  const was = gate.value
  if (!was) return
  await put({ kind: 'gate', gate: was.id, outcome: o, ...(words && { words }), ...(who && { who }) })
  if (o !== 'failed') await go(far.value?.next)
}

async function takeIn(into: Into) {
  await tried(async () => {
    const j = await api.job(props.id)
    const d = into.sets.reduce((doc, s) => withValue(doc, s.path, s.value), j.document)
    await api.saveJob(props.id, j.revision, newChangeID(), d)
    await load()
  })
}

/** The plan itself, for the path that stands above on a desk, and what the caller may here. */
const path = shallowRef<Drawing>()
async function alsoPlan() {
  const j = await api.job(props.id).catch(() => undefined)
  role.value = j?.role
  if (!j || !wide.value) return
  const one = machine.value && j.document.machines.length > 1
  const of = one ? await api.plan(about(j.document, machine.value)).catch(() => undefined) : j
  path.value = of?.drawings.wanted.path
}

async function choose(e: Event) {
  machine.value = (e.target as HTMLSelectElement).value
  shown.value = ''
  await router.replace({ query: { machine: machine.value } })
  await load()
}

const stopListening = listen((n) => {
  if (n.id === undefined || n.id === props.id) void load()
  if (n.id === props.id && n.revision) void alsoPlan()
})
const stopHearing = onWritten((job, m, written, now) => {
  if (job !== props.id || m !== machine.value) return
  const uncounted = written.written.find((w) => w.void)
  trouble.value = uncounted ? `It is in the book, and does not count: ${uncounted.void}` : ''
  if (!now) return void load()
  newest = ++asked
  offline.value = false
  show(now)
  if (uncounted) void go(now.progress.next)
})
onMounted(async () => {
  await lookAtWaiting().catch(() => {})
  await load()
  void send()
  if (!offline.value) await alsoPlan()
  if (wake.isSupported.value) await wake.request('screen').catch(() => {})
})
onUnmounted(() => {
  stopListening()
  stopHearing()
  void wake.release().catch(() => {})
})
watch(
  () => outbox.reached,
  (there) => there && offline.value && void load(),
)
useKeys({
  arrowright: () => void step(1),
  arrowleft: () => void step(-1),
  n: () => void go(far.value?.next),
  'g s': () => void router.push({ name: 'span', params: { id: props.id } }),
  'g l': () => void router.push({ name: 'log', params: { id: props.id }, query: { machine: machine.value } }),
})
const net = computed(() => {
  const says: string[] = []
  if (offline.value) says.push(`No network: as it was ${since.value ? when(new Date(since.value)) : ''}`)
  if (going.value)
    says.push(`${going.value} on this device, ${outbox.reached ? 'being sent' : 'sent when the server is there'}`)
  return says.join(' · ')
})
async function unpin() {
  if (b.value) await kept.unpin(pinKey(b.value.job, b.value.machine))
  await router.push({ name: 'span', params: { id: props.id } })
}
</script>

<template>
  <main class="bring">
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <template v-if="b && far">
      <header class="bring-head">
        <p>
          <strong>{{ b.title }}</strong>
          <span class="soft">{{ b.joints.map((j) => `${j.name} ${j.value}`).join(' · ') }}</span>
        </p>
        <label v-if="b.others.length > 1" class="bring-which">
          <span class="for-readers">Machine</span>
          <select :value="machine" @change="choose">
            <option v-for="o in b.others" :key="o.id" :value="o.id">{{ o.name }}</option>
          </select>
        </label>
        <p v-if="net" class="bring-net" role="status">{{ net }}</p>
        <p v-if="outbox.clock" class="bring-net" role="status">Look at this clock: {{ outbox.clock }}.</p>
      </header>
      <!-- Its room stands before it comes: what is touched below does not move away under the hand. -->
      <div v-if="wide && (path || !offline)" class="bring-path"><DrawingView v-if="path" :drawing="path" /></div>
      <WaitingList v-if="refused.length" :waiting="refused" class="bring-refused" />
      <p v-if="!far.gates.length" class="bring-none">{{ b.progress.says }}</p>
      <div v-else class="bring-body">
        <aside v-if="wide || listed" class="bring-list">
          <p class="bring-says">{{ b.progress.says }}</p>
          <GateList :gates="far.gates" :shown="shown" @go="go" />
          <nav class="bring-links">
            <RouterLink :to="{ name: 'span', params: { id } }">Plan</RouterLink>
            <RouterLink :to="{ name: 'log', params: { id }, query: { machine } }">Log</RouterLink>
            <RouterLink :to="{ name: 'card', params: { id }, query: { machine } }">Card</RouterLink>
            <button type="button" class="why" @click="coded = !coded">Open on a phone</button>
            <button type="button" class="why" @click="unpin">Take off this device</button>
          </nav>
          <img
            v-if="coded"
            class="bring-code"
            :src="`/api/jobs/${id}/machine-code.png?machine=${machine}`"
            alt="A code for the phone's camera: it opens this page there"
          />
        </aside>
        <div v-if="gate && !(listed && !wide)" class="bring-step">
          <GateStep
            :key="gate.id"
            :gate="gate"
            :place="`Step ${at + 1} of ${far.gates.length}`"
            :readonly="readonly"
            :nameless="!me.shared && !me.name"
            :desk="desk"
            @read="read"
            @outcome="outcome"
            @taken="(kind, file) => put({ kind, gate: gate?.id }, file)"
          >
            <template #failed>
              <RouterLink class="why" :to="desk">Find out what it is</RouterLink>
            </template>
            <HeatRunPart v-if="gate.id === 'hour'" :heat="b.heat" />
            <SweepPart
              v-if="gate.id === 'loaded' && b.sweep"
              :sweep="b.sweep"
              :readonly="readonly"
              @heard="(hz, words) => read('sweep', hz, words)"
            />
          </GateStep>
          <section v-if="b.sums.length || b.takes_in.length" class="bring-more">
            <p v-for="s in b.sums" :key="s.id">
              {{ s.text }} <span class="soft">{{ s.why.formula }}: {{ s.why.numbers }}</span>
            </p>
            <template v-if="plans(role) && !offline">
              <button v-for="i in b.takes_in" :key="i.label" type="button" class="plain" @click="takeIn(i)">
                {{ i.label }}
              </button>
              <button v-if="b.heat.into" type="button" class="plain" @click="takeIn(b.heat.into)">
                {{ b.heat.into.label }}
              </button>
              <button v-if="b.sweep?.into" type="button" class="plain" @click="takeIn(b.sweep.into)">
                {{ b.sweep.into.label }}
              </button>
            </template>
          </section>
        </div>
      </div>
      <nav v-if="far.gates.length && !wide" class="bring-bar" aria-label="Steps">
        <button type="button" :disabled="at <= 0" aria-label="The step before" @click="step(-1)">‹</button>
        <button type="button" class="bring-all" :aria-expanded="listed" @click="listed = !listed">
          {{ listed ? 'Back to the step' : `All ${far.gates.length} gates` }}
        </button>
        <button v-if="far.next && far.next !== shown" type="button" class="bring-all" @click="go(far.next)">
          Next
        </button>
        <button type="button" :disabled="at >= far.gates.length - 1" aria-label="The step after" @click="step(1)">
          ›
        </button>
      </nav>
    </template>
  </main>
</template>

<style scoped>
.bring {
  max-width: 70rem;
  margin: 0 auto;
  padding: 8px 18px 24px;
}
.bring-head {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 18px;
  padding-bottom: 6px;
  border-bottom: 1px solid var(--rule);
}
.bring-head strong {
  font-size: 1.15rem;
  margin-right: 8px;
}
.bring-path {
  height: 170px;
}
.bring-path :deep(svg) {
  max-height: 170px;
}
.bring-which select {
  min-height: 40px;
}
.bring-net {
  color: var(--ochre);
  font-weight: 600;
}
.bring-refused {
  margin: 6px 0;
  padding: 8px 12px 8px 26px;
  background: var(--brick-pale);
  color: var(--brick);
}
.bring-none {
  margin: 5vh auto;
  max-width: 34rem;
  font-size: 1.1rem;
}
.bring-body {
  display: grid;
  gap: 28px;
}
.bring-step {
  min-width: 0;
  padding-top: 8px;
}
.bring-says {
  padding: 8px 10px;
  font-weight: 600;
}
.bring-links {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  padding: 12px 10px;
}
.bring-links > * {
  min-height: 34px;
}
.bring-code {
  width: 220px;
  image-rendering: pixelated;
}
.bring-more {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding: 10px 0;
  border-top: 1px solid var(--rule);
}
.bring-more p {
  flex-basis: 100%;
}
.bring-more button {
  min-height: 48px;
}
@media (min-width: 1000px) {
  .bring-body {
    grid-template-columns: 19rem minmax(0, 1fr);
    align-items: start;
  }
  .bring-list {
    position: sticky;
    top: 8px;
    border-right: 1px solid var(--rule);
  }
}
.bring-bar {
  position: fixed;
  inset: auto 0 0;
  z-index: 5;
  display: flex;
  background: var(--sheet);
  border-top: 1px solid var(--rule);
}
.bring-bar button {
  min-width: 64px;
  min-height: 54px;
  border: 0;
  border-right: 1px solid var(--rule);
  background: none;
  color: var(--river);
  font-size: 1.05rem;
  cursor: pointer;
}
.bring-bar button:disabled {
  color: var(--rule);
}
.bring-bar button:last-child {
  border-right: 0;
}
.bring-bar [aria-label] {
  font-size: 1.8rem;
}
.bring-all {
  flex: 1;
}
@media (max-width: 999px) {
  .bring {
    padding: 4px 14px 170px;
  }
  /* In one place whatever comes and goes above: a thumb that is on its way hits what it aimed at. */
  .bring-step :deep(.step-buttons) {
    position: fixed;
    inset: auto 0 54px;
    z-index: 4;
    padding: 8px 14px;
  }
}
</style>
