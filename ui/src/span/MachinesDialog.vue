<script setup lang="ts">
/** The machines of a job: named, added, taken out, brought in from another job, and which one is the idler. */
import { computed, ref } from 'vue'
import { api, type Document, type Machine, type Summary } from '../api/client'
import { freeID, newMachine } from '../job/machines'
import { useJob } from '../job/open'
import { useTried } from '../parts/tried'

const open = defineModel<boolean>({ required: true })
const job = useJob()
const most = 12
const machines = computed(() => job.document.value?.machines ?? [])
const rotary = computed(() => job.document.value?.bridge.kind === 'rotary')
const asking = ref('') // the one to be taken out
const typed = ref<Record<string, string>>({}) // names while a hand is at them
const { trouble, tried } = useTried()
const archive = () =>
  tried(async () => {
    await api.shelve(brought.value!.id, 'archive')
    brought.value = undefined
  })
/** The job that a machine was brought in from: its earlier history stands there. */
const origin = (m: Machine) => /^([0-9a-f-]{36})@(\d+)$/.exec(m.came_from ?? '')
const find = ref('')
const found = ref<Summary[]>([])
const brought = ref<Summary>() // whose own job may go to the archive now

const name = (m: Machine, i: number) =>
  m.name || (m.role === 'idler' ? 'Idler' : machines.value.length > 1 ? `Machine ${i + 1}` : job.document.value!.name)

const with_ = (next: Machine[]): Document => ({ ...job.document.value!, machines: next })

function rename(m: Machine, text: string) {
  delete typed.value[m.id]
  job.change(with_(machines.value.map((one) => (one.id === m.id ? { ...one, name: text.trim() || undefined } : one))))
}
function makeIdler(m: Machine) {
  job.change(
    with_(
      machines.value.map((one) => ({ ...one, role: one.id === m.id && one.role !== 'idler' ? 'idler' : undefined })),
    ),
  )
}
function add() {
  const d = job.document.value!
  const blank = newMachine(d)
  job.change(with_([...d.machines, blank]))
  job.workOn(blank.id)
}
function remove(m: Machine) {
  if (asking.value !== m.id) return void (asking.value = m.id)
  asking.value = ''
  const gone = (pair: string) => pair.split('+').includes(m.id)
  const d = with_(machines.value.filter((one) => one.id !== m.id))
  const apart = d.bridge.rotary?.apart?.filter((p) => !gone(p))
  job.change(d.bridge.rotary ? { ...d, bridge: { ...d.bridge, rotary: { ...d.bridge.rotary, apart } } } : d)
}

const search = () =>
  tried(async () => {
    const page = await api.yard({ find: find.value, most: 12 })
    found.value = page.workshops.flatMap((w) => w.jobs ?? []).filter((j) => j.id !== job.id)
  })
const bring = (from: Summary) =>
  tried(async () => {
    const d = job.document.value!
    const other = (await api.job(from.id)).document
    const next = [...d.machines]
    for (const m of other.machines) {
      if (next.length >= most) break
      next.push({
        ...m,
        id: freeID(with_(next)),
        name: m.name || other.name,
        role: undefined,
        came_from: `${from.id}@${from.revision}`,
      })
    }
    job.change(with_(next))
    brought.value = from
    found.value = []
    find.value = ''
  })
</script>

<template>
  <ElDialog v-model="open" title="Machines of this job" width="min(640px, 94vw)">
    <ul class="machines">
      <li v-for="(m, i) in machines" :key="m.id" :data-machine="m.id">
        <ElInput
          :model-value="typed[m.id] ?? m.name ?? ''"
          :placeholder="name(m, i)"
          :aria-label="`Name of ${name(m, i)}`"
          maxlength="80"
          @update:model-value="typed[m.id] = $event"
          @change="rename(m, $event)"
        />
        <button v-if="rotary" type="button" class="plain" :aria-pressed="m.role === 'idler'" @click="makeIdler(m)">
          {{ m.role === 'idler' ? 'Is the idler' : 'Make it the idler' }}
        </button>
        <button type="button" class="plain" :disabled="machines.length < 2" @click="remove(m)" @blur="asking = ''">
          {{ asking === m.id ? 'Really take it out?' : 'Take out' }}
        </button>
        <RouterLink v-if="origin(m)" class="origin" :to="{ name: 'span', params: { id: origin(m)![1] } }">
          brought in at revision {{ origin(m)![2] }}: its earlier history
        </RouterLink>
      </li>
    </ul>
    <p><button type="button" class="plain" :disabled="machines.length >= most" @click="add">Add a machine</button></p>
    <form class="bring" @submit.prevent="search">
      <ElInput v-model="find" aria-label="Find another job" placeholder="bring in from another job: its name" />
      <button type="submit" class="plain">Find</button>
    </form>
    <ul v-if="found.length" class="found">
      <li v-for="f in found" :key="f.id">
        <button type="button" class="why" @click="bring(f)">{{ f.name }}</button>
      </li>
    </ul>
    <p v-if="brought">
      {{ brought.name }} stands here now.
      <button type="button" class="plain" @click="archive">Put its own job into the archive</button>
    </p>
    <p v-if="trouble" class="entry-problem">{{ trouble }}</p>
    <p class="soft">
      What is brought in is a copy: plate, leads, load and protection; the other job keeps its revisions and is linked
      here. What is taken out comes back by undo.
    </p>
  </ElDialog>
</template>

<style scoped>
.machines,
.found {
  list-style: none;
  margin: 0 0 10px;
  padding: 0;
}
.machines li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: 8px;
  padding: 5px 0;
}
.origin {
  grid-column: 1 / -1;
  font-size: 0.9rem;
}
.bring {
  display: flex;
  gap: 8px;
  margin: 10px 0;
}
.machines [aria-pressed='true'] {
  border-color: var(--river);
  background: var(--river-pale);
}
@media (max-width: 760px) {
  .machines li {
    grid-template-columns: minmax(0, 1fr) auto;
  }
  .machines .el-input {
    grid-column: 1 / -1;
  }
}
</style>
