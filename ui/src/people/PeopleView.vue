<script setup lang="ts">
/** Who works in a workshop, as what, and through which devices; guests with their links. */
import { computed, onMounted, onUnmounted, reactive, ref, shallowRef } from 'vue'
import { useRouter } from 'vue-router'
import type { Role } from '../api/client'
import { people, type Code, type Person, type PersonEntry } from '../api/people'
import { setHead } from '../desk/head'
import { listen } from '../desk/live'
import { owns } from '../desk/person'
import { useTried } from '../parts/tried'
import CodeCard from './CodeCard.vue'
import MachinePicks from './MachinePicks.vue'
import PersonLine from './PersonLine.vue'
import { aboutRole, workerRoles } from './roles'

const props = defineProps<{ id: string }>()
const router = useRouter()
const list = shallowRef<Person[]>()
const machines = shallowRef<{ id: string; name: string }[]>([])
const workshop = ref('')
const mine = ref<Role>()
const { trouble, tried } = useTried()
const { trouble: unseen, tried: seen } = useTried()
const code = ref<{ code: Code; who: string; link: boolean }>()
const entry = reactive({ name: '', role: 'maker' as PersonEntry['role'], jobs: [] as string[] })
const guest = reactive({ name: '', days: 7, jobs: [] as string[] })
const inviting = ref(false)
const own = computed(() => owns(mine.value))
const workers = computed(() => (list.value ?? []).filter((p) => p.role !== 'guest'))
const guests = computed(() => (list.value ?? []).filter((p) => p.role === 'guest'))

const load = () =>
  seen(async () => {
    const got = await people.of(props.id)
    list.value = got.people
    workshop.value = got.workshop
    mine.value = got.mine
    machines.value = got.machines
    setHead(got.workshop, 'People')
  })

/** An act and the list as it is after it. */
async function done(work: () => Promise<unknown>) {
  const did = await tried(work)
  if (did) await load()
  return did
}

const add = () =>
  done(async () => {
    const { name, role, jobs } = entry
    code.value = { code: await people.add(props.id, name.trim(), { role, jobs }), who: name.trim(), link: false }
    Object.assign(entry, { name: '', jobs: [] })
  })

const invite = () =>
  done(async () => {
    const who = guest.name.trim()
    code.value = { code: await people.addGuest(props.id, who, guest.days, guest.jobs), who, link: true }
    Object.assign(guest, { name: '', jobs: [] })
  })

const pair = (p: Person) =>
  done(async () => {
    code.value = { code: await people.pair(props.id, p.account), who: p.name, link: false }
  })

const stop = listen((n) => n.id === undefined && void load())
onMounted(load)
onUnmounted(stop)
</script>

<template>
  <main class="place people">
    <header class="people-head">
      <div>
        <h1>People</h1>
        <p class="soft">Who works in {{ workshop || 'this workshop' }}, and what each may do.</p>
      </div>
      <button type="button" class="plain" @click="router.push('/sharing')">Sharing</button>
    </header>
    <p v-for="t in [trouble, unseen].filter(Boolean)" :key="t" class="entry-problem" role="alert">{{ t }}</p>
    <CodeCard v-if="code" :code="code.code" :who="code.who" :link="code.link" />
    <form v-if="own" class="people-form typed-in" @submit.prevent="add">
      <label>Somebody new <input v-model="entry.name" required maxlength="60" placeholder="Bram T." /></label>
      <label>
        works as
        <select v-model="entry.role">
          <option v-for="r in workerRoles" :key="r.value" :value="r.value">{{ r.label }}</option>
        </select>
      </label>
      <p class="soft people-about">{{ aboutRole(entry.role) }}</p>
      <MachinePicks
        v-if="entry.role === 'helper'"
        v-model="entry.jobs"
        :machines="machines"
        label="on these machines"
      />
      <button type="submit" class="strong" :disabled="entry.role === 'helper' && !entry.jobs.length">
        Make the account
      </button>
    </form>
    <ul class="people-list">
      <PersonLine
        v-for="p in workers"
        :key="p.account"
        :person="p"
        :own="own"
        :machines="machines"
        @change="(e) => done(() => people.change(id, p.account, e))"
        @remove="done(() => people.remove(id, p.account))"
        @pair="pair(p)"
        @end="(d) => done(() => people.endDevice(id, p.account, d))"
      />
    </ul>
    <template v-if="own || guests.length">
      <h2>Guests</h2>
      <p class="soft">
        A guest reads by a link until its day: a seller, a neighbour, an electrician who looks before coming.
      </p>
      <ul class="people-list">
        <PersonLine
          v-for="p in guests"
          :key="p.account"
          :person="p"
          :own="own"
          :machines="machines"
          @remove="done(() => people.remove(id, p.account))"
          @end="(d) => done(() => people.endDevice(id, p.account, d))"
        />
      </ul>
      <button v-if="own && !inviting" type="button" class="plain" @click="inviting = true">A link for a guest</button>
      <form v-if="own && inviting" class="people-form typed-in" @submit.prevent="invite">
        <label>For whom <input v-model="guest.name" required maxlength="60" placeholder="the electrician" /></label>
        <label>
          for
          <select v-model.number="guest.days">
            <option :value="1">one day</option>
            <option :value="7">a week</option>
            <option :value="30">thirty days</option>
            <option :value="90">ninety days</option>
          </select>
        </label>
        <MachinePicks v-model="guest.jobs" :machines="machines" label="reads these (none chosen: every machine)" />
        <button type="submit" class="strong">Make the link</button>
        <button type="button" class="why" @click="inviting = false">Leave it</button>
      </form>
    </template>
    <p v-if="own" class="people-all">
      <a class="plain" :href="`/api/workshops/${id}/everything.zip`" download>Everything of this workshop as files</a>
      <span class="soft">Machines with photographs and every revision, stores, people: open files in a zip.</span>
    </p>
  </main>
</template>

<style scoped>
.people-head {
  display: flex;
  justify-content: space-between;
  align-items: flex-start;
  gap: 16px;
  margin-bottom: 10px;
}
.people-form {
  display: flex;
  flex-wrap: wrap;
  align-items: flex-end;
  gap: 8px 14px;
  padding: 12px 0;
}
.people-form :deep(label) {
  display: grid;
  gap: 2px;
  min-width: 0;
}
.people-form :deep(select) {
  max-width: 100%;
}
.people-about {
  flex: 1 1 16rem;
}
.people-list {
  list-style: none;
  margin: 6px 0 18px;
  padding: 0;
  border-top: 1px solid var(--rule);
}
.people-all {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 14px;
  margin-top: 24px;
}
</style>
