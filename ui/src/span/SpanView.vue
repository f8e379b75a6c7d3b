<script setup lang="ts">
/** A job: the whole power path above, one bay at full size, and what the plan says. */
import {
  computed,
  defineAsyncComponent,
  nextTick,
  onUnmounted,
  provide,
  ref,
  shallowRef,
  watch,
  watchEffect,
} from 'vue'
import { useRouter } from 'vue-router'
import { useMediaQuery } from '@vueuse/core'
import { useEver, whenOpened } from '../desk/ever'
import { useKeys } from '../desk/keys'
import { api, type Mistaken } from '../api/client'
import { offered } from '../desk/palette'
import BehindLine from './BehindLine.vue'
import BayNav from './BayNav.vue'
import { bays, brushedBays, loadAhead } from './bays'
import DrawingView from '../drawing/DrawingView.vue'
import { litBy } from '../drawing/shapes'
import { eye, toEntry } from '../parts/hand'
import BayAnswer from '../parts/BayAnswer.vue'
import ActIcons from './ActIcons.vue'
import { useSaid } from './said'
import { readsOnly } from '../job/rights'
import { local } from '../job/document'
import { usePlaces } from './places'
import { provideJob } from '../job/open'
import LedgerList from './LedgerList.vue'
import MachineChooser from './MachineChooser.vue'
import PlacesNav from './PlacesNav.vue'
import StatesBar from './StatesBar.vue'
import { pointedKey, shownKey, type Shown, type StateID } from '../job/state'

const BayHelp = defineAsyncComponent(() => import('../glossary/BayHelp.vue'))
const LeadMe = defineAsyncComponent(() => import('./LeadMe.vue'))
const ConflictDialog = defineAsyncComponent(() => import('./ConflictDialog.vue'))
const RemarksDrawer = whenOpened(() => import('./RemarksDrawer.vue'))
const HistoryDrawer = whenOpened(() => import('./HistoryDrawer.vue'))
const props = defineProps<{ id: string; bay?: string }>()
const router = useRouter()
const job = provideJob(props.id)
const order = Object.keys(bays)
const ahead = setTimeout(loadAhead, 3000)
onUnmounted(() => clearTimeout(ahead))
const narrow = useMediaQuery('(max-width: 760px)')

const plan = job.plan
const brushed = computed(() => !!plan.value?.brushed)
/** Now, as wanted, or a classic mistake, which is computed when it is looked at. */
const state = ref<StateID>('wanted')
const mistake = ref('')
const mistaken = shallowRef<Mistaken>()
watch([mistake, () => job.answer.value], async () => {
  const asked = mistake.value
  const d = job.about.value
  if (!asked || !d) return
  try {
    const got = await api.mistake(d, asked)
    if (asked !== mistake.value) return
    mistaken.value = got
    state.value = 'mistake'
  } catch {
    right() // these leads can no longer make it
  }
})

const wrong = computed(() => plan.value?.leads.mistakes.find((m) => m.id === mistake.value))
function right(to: StateID = 'wanted') {
  mistake.value = ''
  state.value = to
}

const view = computed<Shown | undefined>(() => {
  const a = job.answer.value
  if (!a) return undefined
  if (state.value === 'mistake' && mistaken.value)
    return { id: 'mistake', state: mistaken.value.state, views: mistaken.value.views }
  const id = state.value === 'now' ? 'now' : 'wanted'
  return { id, state: a.plan[id], views: a.drawings[id] }
})
provide(
  shownKey,
  computed(() => view.value!),
)
const bay = computed(() => props.bay || plan.value?.next.bay || 'motor')
const shown = computed(() => view.value?.state)
const views = computed(() => view.value?.views)
const pointed = ref<string>()
const lit = computed(() => litBy(pointed.value, shown.value?.coils ?? []))
provide(pointedKey, pointed)

/** On a phone the path shows the part that stands above the chosen bay. */
const windows: Record<string, [number, number]> = {
  supply: [0, 430],
  protection: [200, 440],
  bridge: [427, 430],
  leads: [525, 490],
  motor: [800, 430],
  load: [850, 430],
}
const crop = computed(() => (narrow.value ? windows[bay.value] : undefined))

async function go(to: string, entry?: string) {
  await router.replace({ name: 'span', params: { id: props.id, bay: to } })
  if (!entry) {
    // The bay itself takes the focus: its first field is the next press of Tab.
    await nextTick()
    const bench = document.getElementById('bench')
    bench?.focus({ preventScroll: true })
    if (bench && bench.getBoundingClientRect().top > innerHeight * 0.6) bench.scrollIntoView({ block: 'start' })
    eye(bench?.querySelector('.answer'))
    return
  }
  await toEntry(job, local(entry))
}

const next = () => plan.value && toStep(plan.value.next)

function toStep(n: NonNullable<typeof plan.value>['next']) {
  if (n.card) places.to(narrow.value ? 'bring-up' : 'card')()
  else void go(n.bay, n.entry)
}

function toLedger() {
  const ledger = document.getElementById('ledger')
  ledger?.focus()
  ledger?.scrollIntoView({ block: 'start' })
}

const other = () => right(state.value === 'now' ? 'wanted' : 'now')

const places = usePlaces(props.id, job)
const [history, remarked] = [ref(false), ref(false)]
const everTheirs = useEver(() => job.theirs.value)
const said = useSaid(job)
const { list: remarks, unanswered, approval, answered } = said
/** Who does not know is told how to find out, or what is assumed meanwhile. */
const unsure = ref(false)
watch(
  () => plan.value?.next.text,
  () => (unsure.value = false),
)
/** One question at a time: as the first plate begins, until somebody wants to see everything. */
const led = ref(router.currentRoute.value.query.lead === 'yes')
const pathOpen = ref(false) // on a phone the path is a strip that opens
useKeys({
  ...Object.fromEntries(order.map((b, i) => [String(i + 1), () => void go(b)])),
  n: next,
  s: other,
  h: () => (history.value = !history.value),
  r: () => (remarked.value = !remarked.value),
  z: job.undo,
  'shift z': job.redo,
  'mod z': job.undo,
  'mod shift z': job.redo,
  'mod y': job.redo,
  p: places.to('card'),
  'g c': places.to('card'),
  'g w': places.to('weigh'),
  'g r': places.to('review'),
  'g b': places.to('bring-up'),
  'g l': places.to('log'),
  'g s': () => void go(plan.value?.next.bay ?? 'motor'),
  e: () => void go('leads', 'leads.text'),
})

/** What the palette can do here. */
watchEffect(() => {
  const p = plan.value
  if (!p) return
  offered.deeds = [
    { kind: 'command', text: `Next: ${p.next.text}`, run: next },
    ...p.bays.map((b) => ({ kind: 'bay', text: b.title, more: b.key, run: () => void go(b.bay) })),
    ...p.findings.map((f) => ({
      kind: 'finding',
      text: f.sentence,
      more: `${f.bay} ${f.grade}`,
      run: () => void go(f.bay, f.entries?.[0]),
    })),
    ...places.deeds,
    { kind: 'command', text: 'Lead me', more: 'one question at a time help', run: () => (led.value = true) },
    { kind: 'command', text: 'Undo', run: job.undo },
    { kind: 'command', text: 'Redo', run: job.redo },
    { kind: 'command', text: 'History', more: 'revisions changed who when restore', run: () => (history.value = true) },
    { kind: 'command', text: 'Remarks and approvals', more: 'comment review', run: () => (remarked.value = true) },
    { kind: 'command', text: 'Show now or as wanted', more: 'state switch', run: other },
    {
      kind: 'command',
      text: 'Export the document',
      more: 'save file json',
      run: () => location.assign(`/api/jobs/${props.id}/document.json`),
    },
  ]
})
watchEffect(() => {
  const bridge = job.document.value?.bridge.kind ?? ''
  offered.toEntry = { bridge, go: (to, path) => void go(to, path) }
})
onUnmounted(() => Object.assign(offered, { deeds: [], toEntry: undefined }))
</script>

<template>
  <SpanOpening
    v-if="job.missing.value || !plan || !views || !shown"
    :missing="job.missing.value"
    :late="job.late.value"
    :message="job.message.value"
    @again="job.reopen"
  />
  <main v-else class="span" :class="`colours-${job.document.value?.workshop.colours}`">
    <h1 class="for-readers">{{ job.document.value?.name }}</h1>
    <p class="skips">
      <a href="#bench" @click.prevent="go(bay)">Skip to the bay</a>
      <a href="#ledger" @click.prevent="toLedger">Skip to what this plan says</a>
    </p>
    <MachineChooser />
    <LeadMe v-if="led" :steps="plan.steps" @go="toStep" @stop="led = false" />
    <section v-if="!led" class="span-top" :class="{ folded: narrow && !pathOpen }" aria-label="Power path">
      <div class="span-bar">
        <StatesBar v-model:mistake="mistake" :state="state" @show="right" />
        <div class="span-acts">
          <ActIcons :unanswered="unanswered" @history="history = true" @remarks="remarked = true" />
          <PlacesNav v-if="!narrow" :at="places.at" :narrow="false" />
          <button type="button" class="strong next" @click="next">
            <span>Next: {{ plan.next.text }}</span
            ><kbd>N</kbd>
          </button>
        </div>
      </div>
      <BehindLine />
      <p class="span-verdict" :class="`verdict-${shown.grade}`">
        {{ shown.verdict }}
        <RouterLink class="why span-wrong" :to="places.at('desk')">Something is wrong</RouterLink>{{ ' ' }}
        <button
          v-if="plan.next.unknown"
          type="button"
          class="why unsure"
          :aria-expanded="unsure"
          aria-controls="unsure"
          @click="unsure = !unsure"
        >
          I don’t know</button
        >{{ ' ' }}
        <button v-if="!plan.next.card" type="button" class="why" @click="led = true">Lead me</button>
        <span v-if="approval" class="span-approval">{{ approval }}</span>
        <span v-if="state === 'mistake' && wrong">{{ wrong.about }} <strong>Cure.</strong> {{ wrong.cure }}</span>
      </p>
      <p v-if="unsure && plan.next.unknown" id="unsure" class="span-unsure" role="status">
        <strong>{{ plan.next.text }}</strong> {{ plan.next.unknown }}
        <button type="button" class="why" @click="next">Go there</button>{{ ' ' }}
        <button type="button" class="why" @click="unsure = false">Close</button>
      </p>
      <PlacesNav v-if="narrow" :at="places.at" narrow />
      <button
        v-if="narrow"
        type="button"
        class="why path-strip"
        :aria-expanded="pathOpen"
        @click="pathOpen = !pathOpen"
      >
        {{ pathOpen ? 'Fold path, states and history' : 'Path, states, history' }}
      </button>
      <DrawingView
        v-if="!narrow || pathOpen"
        class="span-path"
        :drawing="views.path"
        :crop="crop"
        :lit="lit"
        @point="pointed = $event"
      />
      <BayNav :chosen="bay" @go="go" />
    </section>
    <p v-if="readsOnly[job.role.value]" class="news" role="status">{{ readsOnly[job.role.value] }}</p>
    <p v-if="job.message.value" class="trouble" role="alert">{{ job.message.value }}</p>
    <p v-if="job.news.value" class="news" role="status">
      {{ job.news.value }} <button type="button" class="why" @click="job.news.value = ''">Seen</button>
    </p>
    <div class="span-work" :class="{ led }">
      <section id="bench" class="bench" tabindex="-1" :aria-label="plan.bays.find((b) => b.bay === bay)?.title">
        <BayAnswer :bay="bay" />
        <BayHelp :bay="bay" :kind="job.document.value?.bridge.kind ?? ''" />
        <component :is="(brushed && brushedBays[bay]) || bays[bay] || bays.motor" />
      </section>
      <LedgerList v-if="!led" :bay="bay" :remarks="remarks" @bay="go" @answered="answered" />
    </div>
    <ConflictDialog v-if="everTheirs" />
    <HistoryDrawer v-model="history" />
    <RemarksDrawer v-model="remarked" :said="said" @bay="((remarked = false), go($event))" />
  </main>
</template>

<style scoped>
.span-top {
  background: var(--stone);
  border-bottom: 1px solid var(--rule);
}
.span-bar {
  display: flex;
  align-items: center;
  gap: 16px;
  padding: 6px 18px 0;
}
.span-verdict {
  padding: 4px 18px 0;
  font-size: 0.93rem;
  line-height: 1.25;
}
.span-verdict > .why {
  margin-left: 10px;
}
.span-approval {
  margin-left: 12px;
  padding: 0 8px;
  border: 1px solid currentcolor;
  font-weight: 400;
  color: var(--soft);
}
.verdict-stop {
  color: var(--brick);
  font-weight: 600;
}
.verdict-caution {
  color: var(--ochre);
}
.span-acts {
  display: flex;
  align-items: center;
  gap: 4px;
  flex: 0 1 auto;
  min-width: 0;
  margin-left: auto;
}
.next {
  flex: 0 1 auto;
  min-width: 6.5rem;
  max-width: 22rem;
  text-align: left;
  line-height: 1.2;
}
.bench:focus {
  outline: none;
}
.skips :deep(a) {
  position: absolute;
  left: -999px;
}
.skips :deep(a:focus) {
  left: 18px;
  z-index: 5;
  padding: 6px 12px;
  background: var(--paper);
}
.span-unsure {
  margin: 6px 18px 0;
  padding: 8px 12px;
  border-left: 4px solid var(--river);
  background: var(--paper);
  line-height: 1.35;
}
.path-strip {
  display: block;
  padding: 6px 12px;
  min-height: 44px;
}
.news {
  padding: 6px 18px;
  background: var(--river-pale);
}
.span-work {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(300px, 1fr);
  min-height: calc(100vh - 320px);
}
.span-work.led {
  display: block;
  max-width: 60rem;
}
.bench {
  padding: 14px 18px 24px;
  min-width: 0;
}
.span-acts > :not(.next) {
  flex: none;
}
@media (max-width: 1320px) {
  .span-bar {
    flex-wrap: wrap;
    gap: 6px 12px;
  }
}
@media (max-width: 760px) {
  .span-bar {
    padding: 6px 12px;
  }
  .span-verdict {
    padding: 2px 12px;
  }
  .span-acts {
    flex: 1 0 100%;
    flex-wrap: wrap;
  }
  .next {
    flex: 1 1 12rem;
    max-width: none;
  }
  .next :deep(kbd) {
    display: none;
  }
  /* The bays are a bar under the thumb; the head is the verdict and what comes next. */
  .span {
    padding-bottom: 64px;
  }
  .folded :is(.states, .icon) {
    display: none;
  }
  .folded .span-acts {
    min-height: 44px;
  }
  .span-unsure {
    margin: 6px 12px 0;
  }
  .span-work {
    display: block;
  }
  .bench {
    padding: 12px;
  }
}
</style>
