<script setup lang="ts">
/** Every workshop with its machines as small spans: which one needs me today. */
import { onMounted, onUnmounted, reactive, ref, shallowRef } from 'vue'
import { useRouter } from 'vue-router'
import { api, newChangeID, type Summary, type Workshop, type YardWorkshop } from '../api/client'
import { setHead } from '../app/head'
import DrawingView from '../drawing/DrawingView.vue'
import GradeMark from '../parts/GradeMark.vue'
import NameDialog from './NameDialog.vue'
import WorkshopDialog from './WorkshopDialog.vue'

const router = useRouter()
const workshops = shallowRef<YardWorkshop[]>()
const trouble = ref('')
const gone = ref<Summary>()
const naming = reactive({ open: false, title: '', name: '', workshop: '', job: '' })
const setting = reactive<{ open: boolean; id: string; revision: number; settings?: Workshop }>({
  open: false,
  id: '',
  revision: 0,
})
let retry: ReturnType<typeof setTimeout> | undefined

async function tried(work: () => Promise<unknown>) {
  try {
    await work()
    trouble.value = ''
    return true
  } catch (e) {
    trouble.value = e instanceof Error ? e.message : String(e)
    return false
  }
}

async function load() {
  const ok = await tried(async () => (workshops.value = (await api.yard()).workshops))
  if (!ok && !workshops.value) retry = setTimeout(load, 2000)
}

onMounted(() => {
  setHead('', 'Yard')
  void load()
})
onUnmounted(() => clearTimeout(retry))

function ask(title: string, name: string, workshop: string, job = '') {
  Object.assign(naming, { open: true, title, name, workshop, job })
}

async function named(name: string) {
  if (!naming.job) {
    await tried(async () => {
      const j = await api.createJob(naming.workshop, name, newChangeID())
      naming.open = false
      await router.push({ name: 'span', params: { id: j.id, bay: 'motor' } })
    })
    return
  }
  const ok = await tried(async () => {
    const j = await api.job(naming.job)
    await api.saveJob(j.id, j.revision, newChangeID(), { ...j.document, name })
  })
  naming.open = !ok
  await load()
}

async function remove(s: Summary) {
  if (await tried(() => api.deleteJob(s.id))) gone.value = s
  await load()
}

async function restore() {
  const s = gone.value
  if (s && (await tried(() => api.restoreJob(s.id)))) gone.value = undefined
  await load()
}

function openSettings(w?: YardWorkshop) {
  Object.assign(setting, { open: true, id: w?.id ?? '', revision: w?.revision ?? 0, settings: w?.settings })
}

async function settled(settings: Workshop) {
  const ok = await tried(() =>
    setting.id ? api.saveWorkshop(setting.id, setting.revision, settings) : api.createWorkshop(settings),
  )
  if (ok) setting.open = false
  await load()
}

const rules = { metric: 'metric rules', 'north-america': 'North American rules' }
const day = (at: string) => new Date(at).toLocaleDateString([], { day: 'numeric', month: 'short' })
</script>

<template>
  <main class="yard">
    <header class="yard-head">
      <div>
        <h1>Yard</h1>
        <p class="soft">Three-phase machines on single-phase supply. Open one, or copy the plate of a new one.</p>
      </div>
      <button type="button" class="plain" @click="openSettings()">New workshop</button>
    </header>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <p v-if="gone" class="yard-gone" role="status">
      {{ gone.name }} was deleted. <button type="button" class="plain" @click="restore">Bring it back</button>
      <button type="button" class="why" @click="gone = undefined">Leave it</button>
    </p>
    <section v-for="w in workshops ?? []" :key="w.id" class="workshop" :class="`colours-${w.settings.colours}`">
      <header>
        <h2>{{ w.settings.name }}</h2>
        <p class="soft">{{ w.settings.volts }} V, {{ w.settings.hertz }} Hz, {{ rules[w.settings.rules] }}</p>
        <span class="yard-acts">
          <button type="button" class="plain" @click="openSettings(w)">Settings</button>
          <button type="button" class="strong" @click="ask('A new machine', '', w.id)">New machine</button>
        </span>
      </header>
      <div class="machines">
        <article v-for="j in w.jobs" :key="j.id" class="machine" :data-job="j.name">
          <RouterLink :to="{ name: 'span', params: { id: j.id } }" class="machine-link">
            <h3>{{ j.name }}</h3>
            <p class="soft machine-does">{{ j.does ?? '' }}</p>
            <DrawingView :drawing="j.span" />
            <p class="machine-state">
              <GradeMark :grade="j.grade" /> <span>{{ j.sentence }}</span>
            </p>
          </RouterLink>
          <ul class="machine-bays" aria-label="Bays">
            <li v-for="b in j.bays" :key="b.bay">
              <RouterLink :to="{ name: 'span', params: { id: j.id, bay: b.bay } }">
                <GradeMark :grade="b.mark" :size="12" /> {{ b.title }}
              </RouterLink>
            </li>
          </ul>
          <footer>
            <span class="soft">Next: {{ j.next.text }}</span>
            <span class="machine-acts">
              <span class="soft">{{ day(j.saved_at) }}</span>
              <button type="button" class="why" @click="ask('Rename', j.name, w.id, j.id)">Rename</button>
              <button type="button" class="why" @click="remove(j)">Delete</button>
            </span>
          </footer>
        </article>
        <p v-if="!w.jobs.length" class="machines-none">
          No machine here yet. Take a photograph of a motor's plate and start with <em>New machine</em>: power, volts,
          rpm and hertz are enough for a first answer.
        </p>
      </div>
    </section>
    <p v-if="workshops && !workshops.length" class="machines-none">
      No workshop yet. Start with <em>New workshop</em>.
    </p>
    <NameDialog v-model="naming.open" :title="naming.title" :name="naming.name" @done="named" />
    <WorkshopDialog v-model="setting.open" :settings="setting.settings" @done="settled" />
  </main>
</template>

<style>
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
.yard-head h1 {
  font-size: 1.5rem;
}
.yard-gone {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 12px;
  padding: 8px 14px;
  background: var(--river-pale);
}
.workshop > header {
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
  gap: 8px;
}
.machines {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 370px), 1fr));
  gap: 14px;
}
.machine {
  display: flex;
  flex-direction: column;
  background: var(--sheet);
  border: 1px solid var(--rule);
}
.machine:hover {
  border-color: var(--river);
}
.machine-link {
  display: block;
  flex: 1;
  padding: 12px 16px 8px;
  color: inherit;
  text-decoration: none;
}
.machine h3 {
  font-size: 1.1rem;
  overflow-wrap: anywhere;
}
.machine-does {
  min-height: 1.4em;
}
.machine-state {
  display: flex;
  gap: 8px;
  margin-top: 6px;
  line-height: 1.3;
}
.machine-state .grade {
  margin-top: 2px;
}
.machine-bays {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 2px 6px;
  list-style: none;
  margin: 0;
  padding: 4px 16px 8px;
  font-size: 0.8rem;
}
.machine-bays a {
  color: var(--soft);
  text-decoration: none;
}
.machine-bays a:hover {
  text-decoration: underline;
}
.machine footer {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 2px 12px;
  padding: 6px 16px;
  border-top: 1px solid var(--stone-deep);
  font-size: 0.87rem;
}
.machine-acts {
  display: flex;
  gap: 12px;
  align-items: baseline;
}
.machines-none {
  grid-column: 1 / -1;
  padding: 20px;
  border: 1px dashed var(--rule);
  max-width: 44rem;
}
</style>
