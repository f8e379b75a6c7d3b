<script setup lang="ts">
/** An entry by hand: found, done, a part, a reading of one's own; hours, money, how it ran, what to look at next. */
import { reactive, ref, watch } from 'vue'
import type { LogEntry } from '../api/bringup'
import { sizeOf } from '../outbox/words'
import FileField from '../parts/FileField.vue'
import { figure } from '../parts/figures'

const props = defineProps<{ corrects?: number; currency: string }>()
const emit = defineEmits<{
  entered: [entry: Omit<LogEntry, 'id' | 'taken'>, file?: Blob]
  back: []
}>()

const empty = () => ({
  kind: 'note' as 'note' | 'part' | 'reading',
  words: '',
  part: '',
  spec: '',
  out: false,
  name: '',
  value: '',
  unit: '',
  hours: '',
  cost: '',
  ran: '' as '' | 'well' | 'badly',
  look: '',
  lookFor: '',
})
const f = reactive(empty())
const trouble = ref('')
watch(
  () => props.corrects,
  () => (trouble.value = ''),
)

function number(text: string, what: string): number | undefined {
  if (!text.trim()) return 0
  const x = figure(text)
  if (x === undefined) trouble.value = `${what}: found “${text}”; a number is asked, such as 1.5.`
  return x
}

/** A picture or recording that goes with the entry when that is written down. */
const attached = ref<{ kind: 'photo' | 'sound'; file: Blob }>()
const attachedWord = { photo: 'A photograph', sound: 'A recording' }

function enter() {
  const kind: LogEntry['kind'] = attached.value?.kind ?? f.kind
  trouble.value = ''
  const hours = number(f.hours, 'Hours')
  const cost = number(f.cost, 'Cost')
  if (hours === undefined || cost === undefined) return
  const e: Omit<LogEntry, 'id' | 'taken'> = {
    kind,
    ...(f.words.trim() && { words: f.words.trim() }),
    ...(hours && { hours }),
    ...(cost && { cost, currency: props.currency }),
    ...(f.ran && { ran: f.ran }),
    ...(f.look && { look: f.look, look_for: f.lookFor.trim() }),
    ...(props.corrects && { corrects: props.corrects }),
  }
  if (kind === 'part') {
    if (!f.part.trim()) return void (trouble.value = 'Which part? Its name is asked.')
    e.part = { what: f.part.trim(), ...(f.spec.trim() && { spec: f.spec.trim() }), ...(f.out && { out: true }) }
  }
  if (kind === 'reading') {
    const value = number(f.value, 'Reading')
    if (value === undefined) return
    if (!f.name.trim() || !f.value.trim()) return void (trouble.value = 'What was read, and how much?')
    e.reads = [
      { take: `own-${f.name.trim().toLowerCase()}`.slice(0, 60), name: f.name.trim(), unit: f.unit.trim(), value },
    ]
  }
  if (kind === 'note' && !e.words && !e.hours && !e.cost && !e.ran && !e.look)
    return void (trouble.value = 'Nothing is written yet: words, hours, money, a next look, or how it ran.')
  emit('entered', e, attached.value?.file)
  attached.value = undefined
  Object.assign(f, empty())
}
</script>

<template>
  <form class="form" @submit.prevent="enter()">
    <p v-if="corrects" class="caution">
      This corrects entry {{ corrects }}: it stands beside it, and the old one stays readable.
      <button type="button" class="why" @click="emit('back')">Do not correct</button>
    </p>
    <div class="form-kinds" role="radiogroup" aria-label="What kind of entry">
      <label v-for="(word, k) in { note: 'Note', part: 'Part', reading: 'Reading' }" :key="k">
        <input v-model="f.kind" type="radio" :value="k" /> {{ word }}
      </label>
    </div>
    <div v-if="f.kind === 'part'" class="form-row">
      <label>Part <input v-model="f.part" maxlength="120" placeholder="Bearings" /></label>
      <label>What exactly <input v-model="f.spec" maxlength="200" placeholder="6205-2RS, two" /></label>
      <label class="form-tick"><input v-model="f.out" type="checkbox" /> taken out</label>
    </div>
    <div v-if="f.kind === 'reading'" class="form-row">
      <label>What was read <input v-model="f.name" maxlength="120" placeholder="Belt tension" /></label>
      <label>How much <input v-model="f.value" inputmode="decimal" /></label>
      <label>Unit <input v-model="f.unit" maxlength="12" placeholder="N" /></label>
    </div>
    <label>
      Words
      <textarea v-model="f.words" rows="3" maxlength="4000" placeholder="What was found, done, decided" />
    </label>
    <div class="form-row">
      <label>Hours <input id="log-hours" v-model="f.hours" inputmode="decimal" /></label>
      <label>Cost, {{ currency }} <input v-model="f.cost" inputmode="decimal" /></label>
      <label>
        It ran
        <select v-model="f.ran">
          <option value="">not said</option>
          <option value="well">well</option>
          <option value="badly">badly</option>
        </select>
      </label>
      <label>Next look <input v-model="f.look" type="date" /></label>
      <label v-if="f.look">What at <input v-model="f.lookFor" maxlength="200" placeholder="grease, belt" /></label>
    </div>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <div class="form-acts">
      <button type="submit" class="strong">Write it down</button>
      <FileField sound @taken="(kind, file) => (attached = { kind, file })" />
      <p v-if="attached" role="status">
        {{ attachedWord[attached.kind] }} of {{ sizeOf(attached.file) }} goes with it.
        <button type="button" class="why" @click="attached = undefined">Leave it out</button>
      </p>
    </div>
  </form>
</template>

<style scoped>
.form {
  display: grid;
  gap: 8px;
  padding: 10px 14px 14px;
  background: var(--sheet);
  border: 1px solid var(--rule);
}
.form-kinds,
.form-row,
.form-acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: end;
}
.form-kinds label {
  display: flex;
  align-items: center;
  gap: 6px;
}
.form label {
  color: var(--soft);
  font-size: 0.9rem;
}
.form-row label {
  flex: 1 1 8rem;
}
.form :is(input:not([type='radio'], [type='checkbox']), select, textarea) {
  display: block;
  width: 100%;
  min-height: 40px;
  padding: 4px 8px;
  border: 1px solid var(--rule);
  border-radius: 2px;
  background: #fff;
  font-size: 1rem;
}
.form-tick {
  align-self: center;
}
@media (max-width: 760px) {
  .form :is(input, select),
  .form-acts :deep(.plain),
  .form-acts .strong {
    min-height: 44px;
  }
}
</style>
