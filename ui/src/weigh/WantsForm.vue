<script setup lang="ts">
/** Sliders over what the answer depends on: nothing is stored until it is put into the job. */
import { computed } from 'vue'
import { percentOf, type Wants } from './wants'

const wants = defineModel<Wants>({ required: true })
defineProps<{ differs: boolean; may: boolean; currency: string }>()
const emit = defineEmits<{ keep: []; back: [] }>()

const put = (name: keyof Wants, value: string) => (wants.value = { ...wants.value, [name]: value })
const text = (e: Event) => (e.target as HTMLInputElement).value
const percent = (x: string) => `${x} %`
const ranges = computed(() => [
  {
    name: 'share' as const,
    title: 'Usual load',
    unsaid: 'not said, 70 %',
    min: 10,
    max: 120,
    step: 5,
    value: percentOf(wants.value.share, 70),
    says: percent,
  },
  {
    name: 'slowest' as const,
    title: 'Slowest speed wanted',
    unsaid: 'the plate’s',
    min: 10,
    max: 100,
    step: 5,
    value: percentOf(wants.value.slowest, 100),
    says: (x: string) => (x === '100' ? '' : percent(x)),
  },
  {
    name: 'hours' as const,
    title: 'Hours a day',
    unsaid: 'not said, 4 h',
    min: 1,
    max: 24,
    step: 1,
    value: Math.min(24, Number.parseFloat(wants.value.hours) || 4),
    says: (x: string) => `${x} h`,
  },
])
</script>

<template>
  <form class="wants" aria-label="What the answer depends on" @submit.prevent>
    <label v-for="r in ranges" :key="r.name">
      <span
        >{{ r.title }} <output>{{ wants[r.name] || r.unsaid }}</output></span
      >
      <input
        type="range"
        :min="r.min"
        :max="r.max"
        :step="r.step"
        :value="r.value"
        :name="r.name"
        @input="put(r.name, r.says(text($event)))"
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
      <input :value="wants.price" name="price" :placeholder="`0.32 ${currency}`" @change="put('price', text($event))" />
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
