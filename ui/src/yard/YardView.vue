<script setup lang="ts">
/** Every workshop with its machines as small spans: which one needs me today. */
import { computed, onMounted, onUnmounted, reactive, ref, shallowRef, watch, watchEffect } from 'vue'
import { useDebounceFn, useIntersectionObserver, useTimeoutFn, watchDebounced } from '@vueuse/core'
import { useRouter } from 'vue-router'
import {
  api,
  newChangeID,
  type BinnedWorkshop,
  type Shelf,
  type Summary,
  type Workshop,
  type WorkshopEntry,
  type YardWorkshop,
} from '../api/client'
import { setHead } from '../desk/head'
import { connected, listen } from '../desk/live'
import { offered } from '../desk/palette'
import { me, owns, plans, remarksOn } from '../desk/person'
import { vRove } from '../parts/rove'
import { useTried } from '../parts/tried'
import BinnedWorkshops from './BinnedWorkshops.vue'
import { NameDialog, WorkshopDialog } from './dialogs'
import { count, joined } from './pages'
import FirstPlate from './FirstPlate.vue'
import ImportFile from './ImportFile.vue'
import MachineCard from './MachineCard.vue'
import { rules, shelves, wordOf } from './shelves'
import YardFind from './YardFind.vue'

const router = useRouter()
const workshops = shallowRef<YardWorkshop[]>()
const { trouble, tried } = useTried()
const moved = ref<{ job: Summary; to: Shelf; from: Shelf }>()
const shelf = ref<Shelf>('yard')
const question = ref('')
const attention = ref(false)
const more = ref('') // where the next page begins
const binned = shallowRef<BinnedWorkshop[]>([])
const gone = ref<BinnedWorkshop>()
const naming = reactive({ open: false, title: '', name: '', act: 'Start', workshop: '', job: '', copy: false })
const setting = reactive<{
  open: boolean
  id: string
  revision: number
  settings?: Workshop
  people: string[]
  change: string
}>({ open: false, id: '', revision: 0, people: [], change: '' })
const bring = ref<InstanceType<typeof ImportFile>>()
const unseen = ref('')

/** One's own first, the examples after them. */
const shown = computed(() => {
  const all = workshops.value ?? []
  return [...all.filter((w) => !w.example), ...all.filter((w) => w.example)]
})
const asked = computed(() => question.value.trim() !== '' || attention.value)
const here = computed(() => shown.value.reduce((n, w) => n + w.jobs.length, 0))

/**
 * A look at the shelf, as far as it is shown; what an act of the person's own was
 * refused for stays on screen. The latest look wins.
 */
let look = 0
async function load() {
  retry.stop()
  const turn = ++look
  const want = Math.max(here.value, 1)
  try {
    let [all, after] = await page('')
    while (after && count(all) < want && turn === look) {
      const [next, on] = await page(after)
      all = joined(all, next)
      after = on
    }
    if (turn !== look) return
    workshops.value = all
    more.value = after
    unseen.value = ''
    follow()
  } catch (e) {
    if (turn !== look) return
    unseen.value = e instanceof Error ? e.message : String(e)
    retry.start()
  }
}

/** Plans that were not ready are asked for again. */
const follows = useTimeoutFn(() => void (fetching ? follow() : load()), 1000, { immediate: false })
const follow = () => shown.value.some((w) => w.jobs.some((j) => j.waits)) && follows.start()
const retry = useTimeoutFn(() => void load(), 2000, { immediate: false })

async function page(after: string): Promise<[YardWorkshop[], string]> {
  const got = await api.yard({
    shelf: shelf.value,
    ...(question.value.trim() && { find: question.value.trim() }),
    ...(attention.value && { attention: true }),
    ...(after && { after }),
  })
  if (!after) binned.value = got.binned
  return [got.workshops, got.more ?? '']
}

async function further() {
  const turn = ++look
  await tried(async () => {
    const [next, on] = await page(more.value)
    if (turn !== look) return
    workshops.value = joined(workshops.value ?? [], next)
    more.value = on
    follow()
  })
}

/** More come by themselves as the eye gets there. */
const bottom = ref<HTMLElement>()
let fetching = false
useIntersectionObserver(bottom, (seen) => {
  if (!seen.at(-1)?.isIntersecting || !more.value || fetching) return
  fetching = true
  void further().finally(() => {
    fetching = false
  })
})

/** Others' changes arrive in bursts: one look a moment is enough. */
const later = useDebounceFn(load, 250)
const stop = listen((n) => {
  if (!n.remark) void later()
})
const tell = () => setHead('', 'Your machines', connected.value ? '' : 'Not connected')
watch(connected, tell)
watch([shelf, attention], () => {
  workshops.value = undefined
  void load()
})
watchDebounced(
  question,
  () => {
    workshops.value = undefined
    return load()
  },
  { debounce: 200 },
)

onMounted(() => {
  tell()
  void load()
})
onUnmounted(() => {
  stop()
})

/** What the palette can do here. */
watchEffect(() => {
  offered.deeds = [
    ...(workshops.value ?? [])
      .filter((w) => plans(w.role) && !w.example)
      .map((w) => ({
        kind: 'command',
        text: `New machine in ${w.settings.name}`,
        more: 'start plate job add',
        run: () => ask('A new machine', 'Start', '', w.id),
      })),
    ...(workshops.value ?? []).map((w) => ({
      kind: 'place',
      text: `Stores of ${w.settings.name}`,
      more: 'drawer parts capacitors stock',
      run: () => void router.push(`/workshops/${w.id}/stores`),
    })),
    ...(me.shared ? (workshops.value ?? []).filter((w) => remarksOn(w.role)) : []).map((w) => ({
      kind: 'place',
      text: `People of ${w.settings.name}`,
      more: 'roles phones devices invite guest',
      run: () => void router.push(`/workshops/${w.id}/people`),
    })),
    { kind: 'place', text: 'Sharing', more: 'phone log in network backup', run: () => void router.push('/sharing') },
    ...(me.keeper ? [{ kind: 'command', text: 'New workshop', more: 'add', run: () => openSettings() }] : []),
  ]
})
onUnmounted(() => (offered.deeds = []))

function ask(title: string, act: string, name: string, workshop: string, job = '', copy = false) {
  Object.assign(naming, { open: true, title, act, name, workshop, job, copy })
}

async function named(name: string) {
  const ok = await tried(async () => {
    if (!naming.job || naming.copy) {
      const j = naming.copy
        ? await api.copyJob(naming.job, name, newChangeID())
        : await api.createJob(naming.workshop, name, newChangeID())
      naming.open = false
      if (!naming.copy) await router.push({ name: 'span', params: { id: j.id, bay: 'motor' } })
      return
    }
    const j = await api.job(naming.job)
    await api.saveJob(j.id, j.revision, newChangeID(), { ...j.document, name })
  })
  naming.open = !ok
  await load()
}

async function move(job: Summary, to: Shelf) {
  if (await tried(() => api.shelve(job.id, to))) moved.value = { job, to, from: shelf.value }
  await load()
}

async function back() {
  const m = moved.value
  if (m && (await tried(() => api.shelve(m.job.id, m.from)))) moved.value = undefined
  await load()
}

function openSettings(w?: YardWorkshop) {
  Object.assign(setting, {
    open: true,
    id: w?.id ?? '',
    revision: w?.revision ?? 0,
    settings: w?.settings,
    people: w?.people ?? [],
    change: newChangeID(), // the same for every try: a lost answer makes no second workshop
  })
}

async function settled(entry: WorkshopEntry) {
  const ok = await tried(() =>
    setting.id ? api.saveWorkshop(setting.id, setting.revision, entry) : api.createWorkshop(entry, setting.change),
  )
  if (ok) setting.open = false
  await load()
  if (ok && !setting.id) window.document.querySelector('.workshop:last-of-type')?.scrollIntoView({ block: 'center' })
}

async function binWorkshop() {
  const w = (workshops.value ?? []).find((x) => x.id === setting.id)
  if (w && (await tried(() => api.shelveWorkshop(w.id, 'bin')))) {
    setting.open = false
    gone.value = { id: w.id, name: w.settings.name, jobs: w.count }
  }
  await load()
}

async function restoreWorkshop(w: BinnedWorkshop) {
  await tried(() => api.shelveWorkshop(w.id, 'yard'))
  gone.value = undefined
  await load()
}

/** What is deleted for good is asked twice: nothing brings it back. */
const purging = ref('')
async function purge(id: string, work: () => Promise<unknown>) {
  if (purging.value !== id) {
    purging.value = id
    return
  }
  purging.value = ''
  await tried(work)
  await load()
}
</script>

<template>
  <main class="yard">
    <header class="yard-head">
      <div>
        <h1>Your machines</h1>
        <p class="soft">Three-phase and brushed motors on one-phase supply: how to wire, start and guard them.</p>
      </div>
      <span class="yard-acts">
        <RouterLink class="plain" to="/reference">Pocket reference</RouterLink>
        <RouterLink v-if="!me.guest" class="plain" to="/sharing">{{ me.shared ? 'Sharing' : 'Share' }}</RouterLink>
        <button v-if="me.keeper" type="button" class="plain" @click="openSettings()">New workshop</button>
      </span>
    </header>
    <FirstPlate v-if="shelf === 'yard' && workshops" :workshops="workshops" @made="load" />
    <YardFind v-model:shelf="shelf" v-model:question="question" v-model:attention="attention" :shelves="shelves" />
    <ImportFile ref="bring" :tried="tried" />
    <p v-if="trouble || unseen" class="trouble" role="alert">{{ trouble || unseen }}</p>
    <p v-if="moved" class="yard-gone" role="status">
      {{ moved.job.name }} is {{ wordOf(moved.to) }}.
      <button type="button" class="plain" @click="back">Bring it back</button>
      <button type="button" class="why" @click="moved = undefined">Leave it</button>
    </p>
    <p v-if="gone" class="yard-gone" role="status">
      The workshop {{ gone.name }} is in the bin with its machines.
      <button type="button" class="plain" @click="restoreWorkshop(gone)">Bring it back</button>
      <button type="button" class="why" @click="gone = undefined">Leave it</button>
    </p>
    <BinnedWorkshops
      v-if="shelf === 'bin' && binned.length"
      :workshops="binned"
      :purging="purging"
      @back="restoreWorkshop"
      @purge="(w) => purge(w.id, () => api.purgeWorkshop(w.id))"
    />
    <section
      v-for="(w, n) in shown"
      :key="w.id"
      class="workshop"
      :class="[`colours-${w.settings.colours}`, { example: w.example }]"
    >
      <h2 v-if="w.example && !shown[n - 1]?.example" class="yard-examples">Look at an example</h2>
      <header>
        <h2>{{ w.settings.name }}</h2>
        <p class="soft">{{ w.settings.volts }} V, {{ w.settings.hertz }} Hz, {{ rules[w.settings.rules] }}</p>
        <span v-if="shelf === 'yard'" class="yard-acts">
          <button v-if="plans(w.role) && !w.example" type="button" class="plain" @click="bring?.pick(w.id)">
            Import
          </button>
          <button type="button" class="plain" @click="router.push(`/workshops/${w.id}/stores`)">Stores</button>
          <button type="button" class="plain" @click="router.push(`/workshops/${w.id}/profiles`)">Drives</button>
          <button
            v-if="me.shared && remarksOn(w.role)"
            type="button"
            class="plain"
            @click="router.push(`/workshops/${w.id}/people`)"
          >
            People
          </button>
          <button v-if="owns(w.role)" type="button" class="plain" @click="openSettings(w)">Settings</button>
          <button
            v-if="plans(w.role) && !w.example"
            type="button"
            class="strong"
            @click="ask('A new machine', 'Start', '', w.id)"
          >
            New machine
          </button>
        </span>
      </header>
      <div v-rove="'.machine'" class="machines">
        <MachineCard
          v-for="j in w.jobs"
          :key="j.id"
          :job="j"
          :shelf="shelf"
          :role="w.role"
          :sure="purging === j.id"
          @rename="ask('Rename', 'Rename', j.name, w.id, j.id)"
          @copy="ask('A copy', 'Copy', `${j.name}, copy`, w.id, j.id, true)"
          @move="move(j, $event)"
          @purge="purge(j.id, () => api.purgeJob(j.id))"
        />
        <p v-if="!w.count && shelf === 'yard'" class="machines-none">
          No machine here yet. Take a photograph of a motor's plate and start with <em>New machine</em>: power, volts,
          rpm and hertz are enough for a first answer.
        </p>
        <p v-else-if="!w.count" class="soft">Nothing lies here.</p>
        <p v-else-if="!w.jobs.length && !more" class="soft">None of its {{ w.count }} machines is found by that.</p>
      </div>
    </section>
    <p v-if="more" ref="bottom" :key="more" class="yard-more">
      <button type="button" class="plain" @click="further">Show more machines</button>
      <span class="soft">{{ here }} shown{{ asked ? '' : ` of ${shown.reduce((n, w) => n + w.count, 0)}` }}</span>
    </p>
    <p v-if="!workshops && !unseen" class="machines-none" role="status">Your machines are being fetched …</p>
    <p v-if="workshops && !workshops.length" class="machines-none">
      No workshop yet. The first plate makes one; or start with <em>New workshop</em>.
    </p>
    <NameDialog v-model="naming.open" :title="naming.title" :name="naming.name" :act="naming.act" @done="named" />
    <WorkshopDialog
      v-model="setting.open"
      :settings="setting.settings"
      :people="setting.people"
      :there="!!setting.id"
      @done="settled"
      @bin="binWorkshop"
    />
  </main>
</template>

<style scoped>
.yard {
  max-width: 1280px;
  margin: 0 auto;
  padding: 16px 18px 40px;
}
.yard-head {
  display: flex;
  align-items: flex-start;
  justify-content: space-between;
  gap: 16px;
  margin-bottom: 8px;
}
.yard-head :deep(h1) {
  font-size: 1.5rem;
}
@media (max-width: 760px) {
  .yard-head {
    display: block;
  }
  .yard-head .yard-acts {
    margin-top: 8px;
  }
}
.yard-examples {
  margin-top: 28px;
}
.yard-gone {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 12px;
  padding: 8px 14px;
  background: var(--river-pale);
}
.yard-more {
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 18px 0;
}
.workshop > :deep(header) {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 16px;
  padding: 18px 0 8px;
  border-bottom: 2px solid var(--ink);
  margin-bottom: 14px;
}
.yard-acts {
  margin-left: auto;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.machines-none {
  grid-column: 1 / -1;
  padding: 20px;
  border: 1px dashed var(--rule);
  max-width: 44rem;
}
</style>
