<script setup lang="ts">
/** One check: how it is done, its caution, where the probes go, what to expect under each cause, and its answer. */
import { computed, ref } from 'vue'
import type { Belief } from '../api/symptom'
import { useJob } from '../job/open'
import DrawingView from '../drawing/DrawingView.vue'
import MarksRuler from './MarksRuler.vue'

const props = defineProps<{ check: NonNullable<Belief['next']>; marks: Belief['marks'] }>()
const emit = defineEmits<{ answer: [check: string, value: string] }>()
const job = useJob()
const typed = ref('')
const give = () => typed.value.trim() && emit('answer', props.check.id, typed.value.trim())
const free = !props.check.words?.length || !!props.check.unit
/** The motor's own box, with the studs of the probes lit. */
const box = computed(() => (props.check.studs?.length ? job.answer.value?.drawings.wanted.box : undefined))
const lit = computed(() => new Set((props.check.studs ?? []).map((s) => `stud ${s}`)))
</script>

<template>
  <div class="check" :data-check="check.id">
    <h2>Next: {{ check.name }}</h2>
    <p class="caution">{{ check.caution }}</p>
    <p>{{ check.do }}</p>
    <p v-if="check.hint" class="soft">{{ check.hint }}</p>
    <details v-if="box?.items.length" class="check-box">
      <summary>Where the probes go: {{ check.studs!.join(' and ') }}</summary>
      <DrawingView :drawing="box" :lit="lit" />
    </details>
    <form v-if="free" class="check-answer typed-in large" @submit.prevent="give">
      <label for="check-value">What it reads{{ check.unit ? `, ${check.unit}` : '' }}</label>
      <input id="check-value" v-model="typed" autocomplete="off" :inputmode="check.unit ? 'decimal' : 'text'" />
      <button type="submit" class="strong" :disabled="!typed.trim()">That is it</button>
    </form>
    <p class="check-words">
      <button
        v-for="w in check.words ?? []"
        :key="w.value"
        type="button"
        class="plain"
        :data-value="w.value"
        @click="emit('answer', check.id, w.value)"
      >
        {{ w.text }}
      </button>
      <button type="button" class="why" @click="emit('answer', check.id, '')">I cannot do this</button>
    </p>
    <MarksRuler :marks="marks" />
  </div>
</template>

<style scoped>
.check-answer,
.check-words {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  margin-top: 10px;
}
.check-answer :deep(input) {
  flex: 1 1 9rem;
  max-width: 22rem;
}
.check-words :deep(button),
.check-answer :deep(button) {
  min-height: 44px;
}
.check-box summary {
  min-height: 34px;
  cursor: pointer;
}
.check-box :deep(figure) {
  max-width: 30rem;
}
</style>
