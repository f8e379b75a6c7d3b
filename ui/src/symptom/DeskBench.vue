<script setup lang="ts">
/** What is wrong with a machine: danger first, what it does, then one check at a time until one cause stands out. */
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { symptom, type Belief, type Spoken } from '../api/symptom'
import { setHead } from '../desk/head'
import { useJob } from '../job/open'
import { enter } from '../outbox/outbox'
import { useTried } from '../parts/tried'
import CauseBars from './CauseBars.vue'
import CheckStep from './CheckStep.vue'
import { tilesIn } from './spoken'

const job = useJob()
const words = shallowRef<Spoken>()
const belief = shallowRef<Belief>()
const { trouble, tried } = useTried()
const own = ref('')
const understood = ref('')

onMounted(async () => {
  words.value = await symptom.words().catch(() => undefined)
})
const desk = computed(() => job.machine.value?.desk ?? {})
const said = computed(() => desk.value.said ?? [])
const danger = computed(() => desk.value.danger ?? [])
const told = computed(() =>
  (desk.value.told ?? []).map((t) => ({ check: t.slice(0, t.indexOf('=')), value: t.slice(t.indexOf('=') + 1) })),
)
/** What only a converter or only a drive does. */
const only: Record<string, RegExp> = { rotary: /^(idler-|low-leg)/, drive: /^(trips-|display-|ready-)/ }
const kind = computed(() => job.document.value?.bridge.kind ?? '')
const tiles = computed(() =>
  (words.value?.tiles ?? []).filter((t) => Object.entries(only).every(([k, of]) => k === kind.value || !of.test(t.id))),
)
watch(
  () => job.machine.value?.name || job.document.value?.name,
  (name) => name && setHead(job.document.value?.workshop.name ?? '', `${name}: something is wrong`),
  { immediate: true },
)

const toggled = (all: string[], one: string) => (all.includes(one) ? all.filter((x) => x !== one) : [...all, one])
const say = (one: string) => job.commit('desk.said', toggled(said.value, one))
const endanger = (one: string) => job.commit('desk.danger', toggled(danger.value, one))
/** One's own words become tiles, which can be taken off again. */
function speak() {
  const found = tilesIn(own.value, tiles.value)
  const dangers = tilesIn(own.value, words.value?.danger ?? [])
  understood.value = found.length + dangers.length ? '' : 'None of the tiles says that. Touch the one that is nearest.'
  if (found.length) job.commit('desk.said', [...new Set([...said.value, ...found])])
  if (dangers.length) job.commit('desk.danger', [...new Set([...danger.value, ...dangers])])
  if (found.length + dangers.length) own.value = ''
}
const answer = (check: string, value: string) =>
  job.commit('desk.told', [...(desk.value.told ?? []).filter((t) => !t.startsWith(`${check}=`)), `${check}=${value}`])
const takeBack = (check: string) =>
  job.commit(
    'desk.told',
    (desk.value.told ?? []).filter((t) => !t.startsWith(`${check}=`)),
  )
const anew = () => job.commitAll({ 'desk.said': [], 'desk.told': [], 'desk.danger': [] })

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
const top = computed(() => belief.value?.causes[0])
const left = computed(() => (belief.value?.causes ?? []).filter((c) => c.share >= 0.05).length)

/** What was said, read and found goes into the machine's book. */
const noted = ref(false)
const note = () =>
  tried(async () => {
    const tile = (id: string) => tiles.value.find((t) => t.id === id)?.text ?? id
    const looked = told.value.map((t) => `${t.check} ${t.value || 'could not be done'}`).join(', ')
    const found = belief.value?.none ? 'None of the known causes explains it.' : `Most likely: ${top.value?.name}.`
    const words = `Something was wrong: ${said.value.map(tile).join(', ')}. Looked at: ${looked || 'nothing'}. ${found}`
    await enter(job.id, job.machine.value!.id, { kind: 'note', words: words.slice(0, 1000), look: 'none' })
    noted.value = true
  })
</script>

<template>
  <main class="page symptom">
    <header class="symptom-head">
      <div>
        <p class="soft">
          <RouterLink :to="{ name: 'span', params: { id: job.id } }">{{ job.document.value?.name }}</RouterLink>
        </p>
        <h1>Something is wrong</h1>
      </div>
      <button v-if="said.length || danger.length" type="button" class="plain" @click="anew">Begin anew</button>
    </header>
    <section aria-labelledby="symptom-danger">
      <h2 id="symptom-danger">First: is there danger in it?</h2>
      <div class="tiles">
        <button
          v-for="t in words?.danger ?? []"
          :key="t.id"
          type="button"
          class="tile"
          :aria-pressed="danger.includes(t.id)"
          @click="endanger(t.id)"
        >
          {{ t.text }}
        </button>
      </div>
      <p v-if="danger.length" class="caution symptom-stop" role="alert">
        Switch it off at the isolator and lock it. Do not feed it again until somebody who may has looked. Tingling or
        water: do not touch it, switch off ahead. From here on only checks on a dead machine are asked.
      </p>
    </section>
    <section aria-labelledby="symptom-does">
      <h2 id="symptom-does">What does it do?</h2>
      <div class="tiles">
        <button
          v-for="t in tiles"
          :key="t.id"
          type="button"
          class="tile"
          :aria-pressed="said.includes(t.id)"
          @click="say(t.id)"
        >
          {{ t.text }}
        </button>
      </div>
      <form class="symptom-own" @submit.prevent="speak">
        <label for="symptom-words">Or in your own words</label>
        <input id="symptom-words" v-model="own" maxlength="200" placeholder="it buzzes and needs a push" />
        <button type="submit" class="plain" :disabled="!own.trim()">Understand it</button>
        <span v-if="understood" class="soft" role="status">{{ understood }}</span>
      </form>
    </section>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <div v-if="belief" class="symptom-both">
      <section aria-label="The next check">
        <ul v-if="told.length" class="symptom-told" aria-label="What was looked at">
          <li v-for="t in told" :key="t.check">
            {{ t.check }}: <strong>{{ t.value || 'cannot be done' }}</strong>
            <span v-if="belief.unread.includes(t.check)" class="entry-problem"> is no answer to it</span>
            <button type="button" class="why" @click="takeBack(t.check)">Take back</button>
          </li>
        </ul>
        <div v-if="belief.done || !belief.next" class="symptom-found">
          <template v-if="belief.none">
            <h2>None of the known causes explains this.</h2>
            <p>{{ top?.cure }} Show them this page: what was said and read stands above.</p>
          </template>
          <template v-else-if="top">
            <h2>{{ belief.done ? 'Most likely' : 'Nothing more would tell. Likeliest' }}: {{ top.name }}</h2>
            <p><strong>What cures it.</strong> {{ top.cure }}</p>
            <p><strong>What shows that it is cured.</strong> {{ top.proof }}</p>
            <p v-if="top.licensed" class="soft">An electrician’s or a winder’s work.</p>
            <p class="caution">Every work on it: off, locked, proved dead, capacitors discharged.</p>
            <p>
              <button type="button" class="plain" :disabled="noted" @click="note">
                {{ noted ? 'It stands in the log' : 'Write it into the log' }}
              </button>
            </p>
            <p class="soft">
              If the complaint stays after that, take back the reading that spoke for it and go on: two faults happen.
            </p>
          </template>
        </div>
        <CheckStep v-else :key="belief.next.id" :check="belief.next" :marks="belief.marks" @answer="answer" />
      </section>
      <CauseBars :causes="belief.causes" :left="left" />
    </div>
    <p v-else-if="!said.length" class="soft">Touch what it does: the checks follow, the least dangerous first.</p>
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
  justify-content: space-between;
  align-items: end;
  gap: 12px;
}
.symptom-head :deep(p) {
  margin: 0;
}
.symptom h2 {
  margin: 18px 0 8px;
}
.tiles {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.tile {
  min-height: 44px;
  padding: 6px 14px;
  border: 1px solid var(--rule);
  background: var(--sheet);
  font: inherit;
  text-align: left;
  cursor: pointer;
}
.tile[aria-pressed='true'] {
  border-color: var(--river);
  background: var(--river-pale);
  font-weight: 600;
}
.symptom-stop {
  margin-top: 10px;
}
.symptom-own {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  margin-top: 10px;
}
.symptom-own :deep(input) {
  flex: 1 1 16rem;
  max-width: 26rem;
  min-height: 44px;
  padding: 0 10px;
  border: 1px solid var(--rule);
  background: var(--sheet);
  font: inherit;
}
.symptom-both {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  gap: 8px 32px;
  margin-top: 18px;
  border-top: 1px solid var(--rule);
}
.symptom-told {
  margin: 12px 0 0;
  padding: 0;
  list-style: none;
}
.symptom-told li {
  padding: 2px 0;
}
@media (max-width: 760px) {
  .symptom-both {
    grid-template-columns: minmax(0, 1fr);
  }
  .tile {
    flex: 1 1 100%;
  }
}
</style>
