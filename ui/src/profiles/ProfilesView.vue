<script setup lang="ts">
/** What the workshop knows of drives and controllers that do not ship, and how another one is begun. */
import { computed, onMounted, onUnmounted, ref, shallowRef } from 'vue'
import { useRouter } from 'vue-router'
import { newChangeID } from '../api/client'
import { profiles, type ProfileLine, type Words } from '../api/profiles'
import { setHead } from '../desk/head'
import { listen } from '../desk/live'
import { when } from '../parts/dates'
import { useFile } from '../parts/file'
import { useTried } from '../parts/tried'
import type { Kind } from './form'

const props = defineProps<{ id: string }>()
const router = useRouter()
const list = shallowRef<ProfileLine[]>()
const name = ref('')
const kind = ref<Kind>('drive')
const plate = ref('')
const shipped = ref('')
const words = shallowRef<Partial<Record<Kind, Words>>>({})
const { trouble, tried } = useTried()
const ships = computed(() => words.value[kind.value]?.shipped ?? [])
const examples = {
  drive: 'IN: AC 1PH 220V 50/60Hz 14A OUT: AC 3PH 0~220V 7A 1.5kW',
  dc: 'IN 230 V AC ARM 180 V DC 10 A FLD 200 V DC',
}
const kinds = { drive: 'drive', dc: 'DC controller' }

const load = () =>
  tried(async () => {
    const got = await profiles.all(props.id)
    list.value = got.profiles
    name.value = got.workshop
    setHead(got.workshop, 'Drives and controllers')
  })

/** The plate is read before the page is left: what cannot be read is said here. */
const begin = () =>
  tried(async () => {
    const of = shipped.value ? { shipped: shipped.value } : { plate: plate.value.trim() }
    await profiles.begin(kind.value, of)
    await router.push({ path: `/workshops/${props.id}/profiles/new`, query: { kind: kind.value, ...of } })
  })

const { trouble: refused, chosen: bring } = useFile(async (file) => {
  const all = JSON.parse(await file.text()) as Record<string, unknown>
  const own: Kind = String(all.format).includes('dc-controller') ? 'dc' : 'drive'
  const got = await profiles.add(props.id, newChangeID(), own, all)
  await router.push(`/workshops/${props.id}/profiles/${got.id}`)
})

const open = (p: ProfileLine) => {
  if (!p.usable) return 'something in it contradicts, or is missing: not to be planned on yet'
  return p.open
    ? `good to plan with; ${p.open === 1 ? 'one thing' : `${p.open} things`} it does not say`
    : 'says everything'
}
onMounted(async () => {
  await load()
  const [drive, dc] = await Promise.all([profiles.words('drive'), profiles.words('dc')]).catch(() => [])
  words.value = { drive, dc }
})
const stop = listen((n) => n.id === undefined && void load())
onUnmounted(stop)
</script>

<template>
  <main class="page profiles">
    <h1>Drives and controllers</h1>
    <p class="soft">
      What {{ name || 'the workshop' }} knows of its own. The plate on a device is enough to plan with; a profile adds
      its codes, terminals, jumpers and trims, and any machine of the workshop can be planned on it.
    </p>
    <form class="profiles-begin typed-in" @submit.prevent="begin">
      <label>
        Describe a
        <select v-model="kind" @change="shipped = ''">
          <option value="drive">drive</option>
          <option value="dc">DC controller</option>
        </select>
      </label>
      <label class="profiles-plate">
        What stands on it?
        <input v-model="plate" maxlength="400" :placeholder="examples[kind]" :disabled="!!shipped" autocomplete="off" />
      </label>
      <label>
        or begin with a copy of
        <select v-model="shipped">
          <option value="">none</option>
          <option v-for="s in ships" :key="s.word" :value="s.word">{{ s.name }}</option>
        </select>
      </label>
      <button type="submit" class="strong" :disabled="!shipped && !plate.trim()">Begin</button>
    </form>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <p>
      <label class="why">
        Bring a profile in as a file
        <input type="file" accept="application/json,.json" class="for-readers" @change="bring" />
      </label>
    </p>
    <p v-if="refused" class="trouble" role="alert">{{ refused }}</p>
    <p v-if="list && !list.length" class="profiles-none">
      Nothing here yet. Go to the drive, read its label, and type it above.
    </p>
    <table v-if="list?.length" class="list profiles-list">
      <thead>
        <tr>
          <th scope="col">Name</th>
          <th scope="col">Kind</th>
          <th scope="col">What it is good for</th>
          <th scope="col">Version</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="p in list" :key="p.id" :data-profile="p.own">
          <th scope="row" class="words">
            <RouterLink :to="`/workshops/${id}/profiles/${p.id}`">{{ p.name }}</RouterLink>
            <span v-if="p.about" class="soft"><br />{{ p.about }}</span>
          </th>
          <td>{{ kinds[p.kind] }}</td>
          <td class="words" :class="{ 'entry-problem': !p.usable }">{{ open(p) }}</td>
          <td>{{ p.revision }}, {{ p.who }} {{ when(p.at) }}</td>
        </tr>
      </tbody>
    </table>
  </main>
</template>

<style scoped>
.profiles {
  max-width: 1180px;
  margin: 0 auto;
  padding: 16px 18px 40px;
}
.profiles-begin {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr) auto auto;
  gap: 8px 12px;
  align-items: end;
  margin: 12px 0;
}
.profiles-begin :deep(label) {
  font-size: 0.87rem;
  color: var(--soft);
}
.profiles-begin :is(input, select) {
  display: block;
  width: 100%;
}
.profiles-list {
  width: 100%;
}
.profiles-none {
  padding: 20px;
  border: 1px dashed var(--rule);
  max-width: 44rem;
}
@media (max-width: 760px) {
  .profiles-begin {
    grid-template-columns: minmax(0, 1fr);
  }
  .profiles-begin :is(input, select, button) {
    min-height: 44px;
  }
  .profiles-list thead {
    display: none;
  }
  .profiles-list :is(tr, th, td) {
    display: block;
    border: 0;
    padding: 1px 0;
  }
  .profiles-list tr {
    padding: 8px 0;
    border-bottom: 1px solid var(--stone-deep);
  }
}
</style>
