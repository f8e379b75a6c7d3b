<script setup lang="ts">
/** What was found: its cure, as a change of the plan where it is one, the reading that proves it, and the log. */
import { computed, ref, watch } from 'vue'
import { bringup, type BringUp } from '../api/bringup'
import type { Belief } from '../api/symptom'
import { useJob } from '../job/open'
import { enter } from '../outbox/outbox'
import { useTried } from '../parts/tried'

const props = defineProps<{ belief: Belief }>()
const job = useJob()
const { trouble, tried } = useTried()
const top = computed(() => props.belief.causes[0]!)
const proof = computed(() => props.belief.proof)
const [typed, noted, took] = [ref(''), ref(''), ref(false)]
const machine = computed(() => job.machine.value!.id)

/** The cure as a change of the plan: undone like any. */
function take() {
  job.commitAll(Object.fromEntries(top.value.job.sets.map((s) => [s.path, s.value])))
  took.value = true
}
function back() {
  job.undo()
  took.value = false
}

const prove = (value: string) => job.commit('desk.proof', `${proof.value!.check!.id}=${value}`)

/** The gates of the bring-up that stand as passed and that the work on it opens again. */
const up = ref<BringUp>()
watch(
  () => top.value.id,
  async () => {
    up.value = top.value.again.length ? await bringup.of(job.id, machine.value).catch(() => undefined) : undefined
  },
  { immediate: true },
)
const again = computed(() =>
  (up.value?.progress.gates ?? []).filter((g) => g.state === 'passed' && top.value.again.includes(g.id)),
)
const reopen = () =>
  tried(async () => {
    const words = `Opened again after the work on it: ${top.value.name}.`
    for (const g of again.value)
      await enter(job.id, machine.value, { kind: 'gate', gate: g.id, outcome: 'failed', words })
    up.value = undefined
  })

/** The whole way goes into the machine's book; with its proof it ran well from then on. */
const note = (how: 'found' | 'proved') =>
  tried(async () => {
    const words = props.belief.story.slice(0, 1000)
    await enter(job.id, machine.value, { kind: 'note', words, look: 'none', ...(how === 'proved' && { ran: 'well' }) })
    noted.value = how
  })
/** The complaint stays: what was mended is out, what was read live before is no longer so. */
function stays() {
  const desk = job.machine.value?.desk
  const [proved, cause] = [desk?.proof ?? '', top.value.id]
  const check = proved.split('=')[0]
  const kept = (desk?.told ?? []).filter((t) => !t.startsWith(`${check}=`) && !/^(volts|amps|rpm)/.test(t))
  job.commitAll({
    'desk.cured': [...(desk?.cured ?? []), cause],
    'desk.told': proved ? [...kept, proved] : kept,
    'desk.proof': '',
  })
}
</script>

<template>
  <div class="symptom-found">
    <template v-if="belief.none">
      <h2>None of the known causes explains this.</h2>
      <p>{{ top.cure }} Print this page for them: what was said and read stands on it.</p>
    </template>
    <template v-else>
      <h2>{{ belief.done ? 'Most likely' : 'Nothing more would tell. Likeliest' }}: {{ top.name }}</h2>
      <p v-if="belief.left">{{ belief.left }}</p>
      <p v-if="top.danger" class="caution">{{ top.danger }}</p>
      <p><strong>What cures it.</strong> {{ top.cure }}</p>
      <ul v-if="top.job.figures.length" class="found-figures" aria-label="Figures of this job">
        <li v-for="f in top.job.figures" :key="f">{{ f }}</li>
      </ul>
      <p v-if="top.licensed" class="soft">This is an electrician’s or a winder’s work.</p>
      <p class="caution">Every work on it: off, locked, proved dead, capacitors discharged.</p>
      <p v-if="top.job.sets.length" class="found-take">
        <button v-if="!took" type="button" class="plain" @click="take">{{ top.job.label }}</button>
        <template v-else>
          <span role="status">It stands in the plan.</span>
          <button type="button" class="why" @click="back">Undo</button>
          <RouterLink class="why" :to="{ name: 'span', params: { id: job.id } }">See the plan</RouterLink>
        </template>
      </p>
      <p v-if="again.length" class="found-take">
        <button type="button" class="plain" @click="reopen">Open the bring-up again for it</button>
        <span class="soft">{{ again.map((g) => g.title).join(', ') }}</span>
      </p>
      <section v-if="proof" class="found-proof" aria-labelledby="found-proof">
        <h3 id="found-proof">What proves that it is cured</h3>
        <p v-if="!proof.check">{{ proof.expect }} {{ proof.text }}</p>
        <template v-else>
          <p>
            {{ top.proof }} Read: {{ proof.check.name }}, <strong>{{ proof.expect }}</strong>. {{ proof.check.do }}
          </p>
          <p class="caution">{{ proof.check.caution }}</p>
          <form
            v-if="proof.check.unit"
            class="found-form typed-in large"
            @submit.prevent="typed.trim() && prove(typed.trim())"
          >
            <label for="found-value">What it reads now, {{ proof.check.unit }}</label>
            <input id="found-value" v-model="typed" autocomplete="off" inputmode="decimal" />
            <button type="submit" class="plain" :disabled="!typed.trim()">That is it</button>
          </form>
          <form
            v-else-if="proof.check.id === 'joints'"
            class="found-form typed-in large"
            @submit.prevent="prove(typed.trim())"
          >
            <label for="found-value">The joints as they are now</label>
            <input id="found-value" v-model="typed" autocomplete="off" />
            <button type="submit" class="plain" :disabled="!typed.trim()">That is it</button>
          </form>
          <p v-else class="found-form typed-in large">
            <button
              v-for="w in proof.check.words ?? []"
              :key="w.value"
              type="button"
              class="plain"
              @click="prove(w.value)"
            >
              {{ w.text }}
            </button>
          </p>
          <p v-if="proof.text" role="status" :class="proof.holds ? 'found-holds' : 'entry-problem'">{{ proof.text }}</p>
        </template>
      </section>
      <p class="found-form typed-in large">
        <button v-if="proof?.holds" type="button" class="strong" :disabled="!!noted" @click="note('proved')">
          {{ noted ? 'It stands in the log' : 'It runs again: into the log' }}
        </button>
        <button v-else type="button" class="plain" :disabled="!!noted" @click="note('found')">
          {{ noted ? 'It stands in the log' : 'Write it into the log' }}
        </button>
        <button type="button" class="plain" @click="stays">Mended, and it is still wrong</button>
      </p>
    </template>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
  </div>
</template>

<style scoped>
.found-figures {
  margin: 0 0 10px;
  padding-left: 20px;
}
.found-take,
.found-form {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}
.found-form :deep(button),
.found-take :deep(button) {
  min-height: 44px;
}
.found-form :deep(input) {
  flex: 1 1 9rem;
  max-width: 22rem;
}
.found-proof {
  margin: 12px 0;
  padding: 2px 0 8px;
  border-top: 1px solid var(--rule);
  border-bottom: 1px solid var(--rule);
}
.found-holds {
  color: var(--moss);
  font-weight: 600;
}
</style>
