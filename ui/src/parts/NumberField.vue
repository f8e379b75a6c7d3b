<script setup lang="ts">
/** One big number with its unit, typed on a number pad or spoken; what was spoken is looked at before it counts. */
import { computed, onUnmounted, ref } from 'vue'
import { figure, spoken } from './figures'

const props = defineProps<{ label: string; unit: string; described?: string }>()
const emit = defineEmits<{ entered: [value: number] }>()
const text = defineModel<string>({ default: '' })
const wrong = computed(() => text.value.trim() !== '' && figure(text.value) === undefined)
const said = ref('')

interface Ear extends EventTarget {
  lang: string
  start(): void
  abort(): void
  onresult: ((e: { results: SpeechRecognitionResultList }) => void) | null
  onerror: (() => void) | null
  onend: (() => void) | null
}
type Hearer = new () => Ear
const Hearing =
  (globalThis as { SpeechRecognition?: Hearer; webkitSpeechRecognition?: Hearer }).SpeechRecognition ??
  (globalThis as { webkitSpeechRecognition?: Hearer }).webkitSpeechRecognition
const hearing = ref(false)
let ear: Ear | undefined

function hear() {
  if (!Hearing) return
  ear = new Hearing()
  ear.lang = navigator.language
  ear.onresult = (e) => {
    const words = e.results[0]?.[0]?.transcript ?? ''
    text.value = spoken(words)
    said.value = words
  }
  ear.onend = ear.onerror = () => (hearing.value = false)
  hearing.value = true
  ear.start()
}
onUnmounted(() => ear?.abort())

function enter() {
  const x = figure(text.value)
  if (x !== undefined) emit('entered', x)
  said.value = ''
}
</script>

<template>
  <form class="number" @submit.prevent="enter">
    <label>
      <span class="number-label">{{ props.label }}</span>
      <span class="number-row">
        <input
          v-model="text"
          inputmode="decimal"
          autocomplete="off"
          enterkeyhint="done"
          :aria-describedby="described"
          :aria-invalid="wrong"
        />
        <b>{{ unit }}</b>
      </span>
    </label>
    <button v-if="Hearing" type="button" class="plain number-ear" :aria-pressed="hearing" @click="hear">
      {{ hearing ? 'Listening' : 'Say it' }}
    </button>
    <button type="submit" class="strong" :disabled="text.trim() === '' || wrong">Enter</button>
    <p v-if="wrong" class="trouble">A number is asked here, such as 4.8 or 231.</p>
    <p v-else-if="said" class="number-said">Heard “{{ said }}”. Look at it, then enter it.</p>
  </form>
</template>

<style scoped>
.number {
  max-width: 30rem;
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 8px;
}
.number label {
  flex: 1 1 170px;
}
.number-label {
  display: block;
  font-weight: 600;
}
.number-row {
  display: flex;
  align-items: center;
  gap: 8px;
}
.number input {
  width: 100%;
  min-width: 0;
  height: 56px;
  padding: 0 12px;
  font-size: 1.7rem;
  border: 2px solid var(--soft);
  border-radius: 2px;
  background: #fff;
}
.number b {
  min-width: 2.4em;
  font-size: 1.25rem;
}
.number button {
  min-height: 56px;
  min-width: 74px;
}
.number p {
  flex-basis: 100%;
  margin: 0;
}
.number-said {
  color: var(--ochre);
}
</style>
