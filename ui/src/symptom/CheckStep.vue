<script setup lang="ts">
/** One check: how it is done, its caution, what to expect under each cause, and its answer. */
import { ref } from 'vue'
import type { Belief } from '../api/symptom'

const props = defineProps<{ check: NonNullable<Belief['next']>; marks: Belief['marks'] }>()
const emit = defineEmits<{ answer: [check: string, value: string] }>()
const typed = ref('')
const give = () => typed.value.trim() && emit('answer', props.check.id, typed.value.trim())
const free = !props.check.words?.length || !!props.check.unit
</script>

<template>
  <div class="check">
    <h2>Next: {{ check.name }}</h2>
    <p class="caution">{{ check.caution }}</p>
    <p>{{ check.do }}</p>
    <table v-if="marks.length" class="list">
      <caption class="for-readers">
        What it would read
      </caption>
      <thead>
        <tr>
          <th scope="col">If it is this</th>
          <th scope="col">it reads</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="m in marks" :key="m.cause">
          <th scope="row">{{ m.name }}</th>
          <td>{{ m.text }}</td>
        </tr>
      </tbody>
    </table>
    <form v-if="free" class="check-answer" @submit.prevent="give">
      <label for="check-value">What it reads{{ check.unit ? `, ${check.unit}` : '' }}</label>
      <input
        id="check-value"
        v-model="typed"
        autocomplete="off"
        :inputmode="check.unit ? 'decimal' : 'text'"
        :placeholder="check.id === 'joints' ? 'L1-U1-W2; L2-V1-U2; L3-W1-V2' : ''"
      />
      <button type="submit" class="strong" :disabled="!typed.trim()">That is it</button>
    </form>
    <p class="check-words">
      <button
        v-for="w in check.words ?? []"
        :key="w.value"
        type="button"
        class="plain"
        @click="emit('answer', check.id, w.value)"
      >
        {{ w.text }}
      </button>
      <button type="button" class="why" @click="emit('answer', check.id, '')">I cannot do this</button>
    </p>
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
  min-height: 44px;
  padding: 0 10px;
  border: 1px solid var(--rule);
  background: var(--sheet);
  font: inherit;
}
.check-words :deep(button) {
  min-height: 44px;
}
</style>
