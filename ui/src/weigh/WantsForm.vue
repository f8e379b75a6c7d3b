<script setup lang="ts">
/** Sliders over what the answer depends on: nothing is stored until it is put into the job. */
import { computed } from 'vue'
import { percentOf, type Wants } from './wants'

const wants = defineModel<Wants>({ required: true })
defineProps<{ differs: boolean; may: boolean }>()
const emit = defineEmits<{ keep: []; back: [] }>()

const put = (name: keyof Wants, value: string) => (wants.value = { ...wants.value, [name]: value })
const text = (e: Event) => (e.target as HTMLInputElement).value
const share = computed(() => percentOf(wants.value.share, 70))
const slowest = computed(() => percentOf(wants.value.slowest, 100))
const hours = computed(() => Math.min(24, percentOf(wants.value.hours, 4)))
</script>

<template>
  <form class="wants" aria-label="What the answer depends on" @submit.prevent>
    <label>
      <span
        >Usual load <output>{{ wants.share || 'not said, 70 %' }}</output></span
      >
      <input
        type="range"
        min="10"
        max="120"
        step="5"
        :value="share"
        name="share"
        @input="put('share', `${text($event)} %`)"
      />
    </label>
    <label>
      <span
        >Slowest speed wanted <output>{{ wants.slowest || 'the plate’s' }}</output></span
      >
      <input
        type="range"
        min="10"
        max="100"
        step="5"
        :value="slowest"
        name="slowest"
        @input="put('slowest', text($event) === '100' ? '' : `${text($event)} %`)"
      />
    </label>
    <label>
      <span
        >Hours a day <output>{{ wants.hours || 'not said, 4 h' }}</output></span
      >
      <input
        type="range"
        min="1"
        max="24"
        step="1"
        :value="hours"
        name="hours"
        @input="put('hours', `${text($event)} h`)"
      />
    </label>
    <label>
      <span>How it starts</span>
      <select :value="wants.start" name="start" @change="put('start', text($event))">
        <option value="">not said: free</option>
        <option value="free">free: only what spins along</option>
        <option value="loaded">loaded: the full load from standstill</option>
        <option value="stuck">stuck: more than the load</option>
      </select>
    </label>
    <label>
      <span>Directions in daily use</span>
      <select :value="wants.turns" name="turns" @change="put('turns', text($event))">
        <option value="">one</option>
        <option value="both">both</option>
      </select>
    </label>
    <label>
      <span>Fastest speed wanted</span>
      <input :value="wants.fastest" name="fastest" placeholder="the plate’s" @change="put('fastest', text($event))" />
    </label>
    <label>
      <span>Price of a kilowatt-hour</span>
      <input :value="wants.price" name="price" placeholder="0.32 €" @change="put('price', text($event))" />
    </label>
    <p v-if="differs" class="wants-differs" role="status">
      These differ from the job.
      <button v-if="may" type="button" class="plain" @click="emit('keep')">Put them into the job</button>
      <button type="button" class="why" @click="emit('back')">Back to the job’s</button>
    </p>
  </form>
</template>

<style scoped>
.wants {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(190px, 1fr));
  gap: 8px 18px;
  padding: 10px 12px;
  background: var(--stone);
}
.wants label {
  display: grid;
  gap: 2px;
  align-content: start;
}
.wants label span {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  font-size: 0.92rem;
}
.wants output {
  font-weight: 600;
}
.wants input[type='range'] {
  width: 100%;
  min-height: 30px;
  accent-color: var(--river);
}
.wants input:not([type='range']),
.wants select {
  min-height: 34px;
  padding: 2px 8px;
  border: 1px solid var(--rule);
  border-radius: 2px;
  background: var(--sheet);
  min-width: 0;
}
.wants-differs {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
}
@media (max-width: 899px) {
  .wants input,
  .wants select {
    min-height: 44px;
  }
}
</style>
