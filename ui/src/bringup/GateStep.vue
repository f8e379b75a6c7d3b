<script setup lang="ts">
/** One gate: what to do, its caution where the hand is, what to read, and two big buttons. */
import { computed, onUnmounted, ref, watch } from 'vue'
import type { RouteLocationRaw } from 'vue-router'
import type { Ahead } from './ahead'
import { stands } from './ahead'
import TermText from '../glossary/TermText.vue'
import TakeField from './TakeField.vue'
import FileField from '../parts/FileField.vue'
import { when } from '../parts/dates'

/** nameless: nobody logs in here and no name was chosen. */
const props = defineProps<{
  gate: Ahead
  place: string
  readonly?: boolean
  nameless?: boolean
  desk?: RouteLocationRaw
}>()
const emit = defineEmits<{
  read: [take: string, value: number, words: string]
  outcome: [outcome: 'passed' | 'failed' | 'skipped', words: string, who: string]
  taken: [kind: 'photo' | 'sound', file: Blob]
}>()

/** Why it failed or is skipped, asked before either. */
const asking = ref<'' | 'failed' | 'skipped' | 'passed'>('')
const reason = ref('')
const who = ref('')
const asksWho = computed(() => props.nameless && asking.value === 'skipped')
watch(
  () => props.gate.id,
  () => {
    asking.value = ''
    reason.value = ''
    left.value = 0
  },
)

const values = computed(() => {
  const out: Record<string, number> = {}
  for (const r of props.gate.read) out[r.take] = r.value
  for (const [take, r] of Object.entries(props.gate.here)) out[take] = r.value
  return out
})
/** Takes that the gate asks and that are not there, or not as they must be. */
const missing = computed(() =>
  props.gate.takes.filter((t) => {
    if (!props.gate.asks.includes(t.id)) return false
    const x = values.value[t.id]
    return x === undefined || (props.gate.opens === t.id && stands(t, x) !== 'inside')
  }),
)
const far = computed(() =>
  props.gate.takes.some(
    (t) => t.unit && values.value[t.id] !== undefined && stands(t, values.value[t.id]!).startsWith('far'),
  ),
)
const may = computed(() => props.gate.ready && !props.readonly)

/** A waiting counts down beside the gate; it opens nothing by itself. */
const left = ref(0)
let tick: ReturnType<typeof setInterval> | undefined
function wait() {
  left.value = Math.round(props.gate.wait?.seconds ?? 0)
  clearInterval(tick)
  tick = setInterval(() => {
    if (--left.value <= 0) clearInterval(tick)
  }, 1000)
}
onUnmounted(() => clearInterval(tick))
const clock = computed(() => `${Math.floor(left.value / 60)}:${String(left.value % 60).padStart(2, '0')}`)

function pass() {
  if (far.value) asking.value = 'passed'
  else emit('outcome', 'passed', '', '')
}
function say() {
  if (!asking.value || !reason.value.trim() || (asksWho.value && !who.value.trim())) return
  emit('outcome', asking.value, reason.value.trim(), who.value.trim())
  asking.value = ''
  reason.value = ''
}
const questions = {
  failed: 'What is not right?',
  skipped: 'Why is it skipped? Name and reason stay on the card, in the Yard and in the log.',
  passed: 'A reading lies far outside. Passed all the same: why?',
}
</script>

<template>
  <section class="step" :data-gate="gate.id">
    <p class="step-place">
      {{ place }} <span>{{ gate.by }}</span>
    </p>
    <h1 tabindex="-1">{{ gate.title }}</h1>
    <p v-if="gate.says" class="step-says" :class="gate.state">{{ gate.says }}</p>
    <p v-else-if="gate.pending" class="step-says">
      Marked {{ gate.pending }} on this device; it is sent when the server is there.
    </p>
    <p v-else-if="gate.state === 'passed'" class="step-says passed">
      Passed by {{ gate.who || 'no name' }}, {{ gate.taken && when(gate.taken) }}.
    </p>
    <p v-if="gate.caution" class="caution step-caution"><TermText aside :text="gate.caution" /></p>
    <ol class="step-do">
      <li v-for="d in gate.do" :key="d"><TermText aside :text="d" /></li>
    </ol>
    <div v-if="gate.wait" class="step-wait">
      <button type="button" class="plain" :disabled="readonly" @click="wait">Wait {{ gate.wait.text }}</button>
      <strong v-if="left > 0" role="timer">{{ clock }}</strong>
      <details v-else class="soft">
        <summary>Where this comes from</summary>
        {{ gate.wait.why.formula }}: {{ gate.wait.why.numbers }} ({{ gate.wait.why.source
        }}{{ gate.wait.why.estimated ? ', estimated' : '' }})
      </details>
    </div>
    <TakeField
      v-for="t in gate.takes"
      :key="t.id"
      :take="t"
      :here="gate.here[t.id]"
      :read="gate.read.find((r) => r.take === t.id)"
      :readonly="readonly"
      :desk="desk"
      @read="(take, value, words) => emit('read', take, value, words)"
    />
    <slot />
    <FileField
      v-if="!readonly"
      class="step-files"
      :sound="gate.fed"
      @taken="(kind, file) => emit('taken', kind, file)"
    />
    <p v-if="missing.length && may" class="soft step-missing">
      Still to read: {{ missing.map((t) => t.name).join(', ') }}.
    </p>
    <form v-if="asking" class="step-why" @submit.prevent="say">
      <label>
        {{ questions[asking] }}
        <input v-model="reason" autocomplete="off" maxlength="400" />
      </label>
      <label v-if="asksWho">
        Your name
        <input v-model="who" class="step-who" autocomplete="name" maxlength="60" />
      </label>
      <button type="submit" class="strong" :disabled="!reason.trim() || (asksWho && !who.trim())">
        {{ asking === 'failed' ? 'It failed' : asking === 'skipped' ? 'Skip it' : 'Passed' }}
      </button>
      <button type="button" class="plain" @click="asking = ''">Back</button>
      <slot v-if="asking === 'failed'" name="failed" />
    </form>
    <div v-else-if="!readonly" class="step-buttons">
      <button type="button" class="strong" :disabled="!may || missing.length > 0" @click="pass">
        Done, as it should be
      </button>
      <button type="button" class="plain step-no" :disabled="!gate.ready" @click="asking = 'failed'">Not right</button>
    </div>
    <p v-if="!readonly && !asking" class="step-skip">
      <button v-if="!gate.must" type="button" class="why" :disabled="!gate.ready" @click="asking = 'skipped'">
        Skip this gate
      </button>
      <span v-else class="soft">This gate cannot be skipped.</span>
    </p>
  </section>
</template>

<style scoped>
.step h1 {
  font-size: 1.7rem;
  outline: none;
}
.step-place {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  color: var(--soft);
}
.step-says {
  margin: 6px 0;
  padding: 8px 12px;
  background: var(--stone);
}
.step-says.failed {
  background: var(--brick-pale);
  color: var(--brick);
}
.step-says.again,
.step-says.skipped {
  background: var(--ochre-pale);
}
.step-says.passed {
  background: var(--moss-pale);
}
.step-caution {
  font-size: 1rem;
  margin: 8px 0;
}
.step-do {
  margin: 8px 0 12px;
  padding-left: 26px;
  font-size: 1.08rem;
}
.step-do li {
  padding: 3px 0;
}
.step-wait {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 12px;
  margin-bottom: 10px;
}
.step-wait button {
  min-height: 48px;
}
.step-wait strong {
  font-size: 1.7rem;
}
.step-files {
  padding: 10px 0;
  border-top: 1px solid var(--rule);
}
.step-missing {
  margin: 4px 0;
}
.step-buttons {
  position: sticky;
  bottom: 0;
  display: grid;
  grid-template-columns: 1.6fr 1fr;
  gap: 10px;
  padding: 10px 0 12px;
  background: var(--paper);
  border-top: 1px solid var(--rule);
}
.step-buttons .strong,
.step-buttons .plain {
  min-height: 62px;
  justify-content: center;
  font-size: 1.1rem;
}
.step-skip {
  min-height: 40px;
  padding: 4px 0;
}
.step-no {
  border-color: var(--brick);
  color: var(--brick);
}
.step-why {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  padding: 10px 0;
  border-top: 1px solid var(--rule);
}
.step-why label {
  flex-basis: 100%;
  font-weight: 600;
}
.step-why input {
  display: block;
  width: 100%;
  min-height: 52px;
  margin-top: 4px;
  padding: 0 12px;
  font-size: 1.15rem;
  border: 2px solid var(--soft);
}
.step-why button {
  min-height: 56px;
}
</style>
