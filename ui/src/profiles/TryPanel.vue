<script setup lang="ts">
/** The device simulated from its profile: codes set and read back, started, stopped, tripped. */
import { computed, ref, shallowRef, watch } from 'vue'
import { profiles, type Deed, type Outcome } from '../api/profiles'
import { useTried } from '../parts/tried'
import type { Rec } from './at'
import type { Kind } from './form'

const props = defineProps<{ kind: Kind; profile: Rec; usable: boolean }>()
const deeds = shallowRef<Deed[]>([])
const outcomes = shallowRef<Outcome[]>([])
const code = ref('')
const value = ref('')
const { trouble, tried } = useTried()
const named = (key: string, list: string) =>
  ((props.profile[list] as Rec[] | undefined) ?? []).map((r) => String(r[key] ?? '')).filter(Boolean)
const codes = computed(() => [
  ...(props.kind === 'drive' ? named('code', 'parameters') : []),
  ...(props.kind === 'drive' ? named('name', 'jumpers') : []),
  ...named('name', 'trims'),
])
const last = computed(() => outcomes.value.at(-1))

async function does(d: Deed) {
  const all = [...deeds.value, d].slice(-200)
  await tried(async () => {
    outcomes.value = (await profiles.tried(props.kind, props.profile, all)).outcomes
    deeds.value = all
  })
}
const set = () => void does({ do: 'set', code: code.value, value: value.value })
/** Another profile is another device: it comes out of its box again. */
watch(
  () => props.profile,
  () => {
    deeds.value = []
    outcomes.value = []
  },
)
</script>

<template>
  <section class="try" aria-label="Try it">
    <h2>Try it</h2>
    <p class="soft">Simulated from this profile, without a motor. It says nothing of the real one.</p>
    <p v-if="!usable" class="soft">It can be tried when nothing in it contradicts.</p>
    <template v-else>
      <output class="try-display" :class="{ tripped: last?.tripped }">{{
        last?.shows || 'out of its box, it stands'
      }}</output>
      <p class="entry-problem" role="status">{{ last?.refused }}</p>
      <p class="try-keys">
        <button type="button" class="plain" @click="does({ do: 'run' })">Run</button>
        <button type="button" class="plain" @click="does({ do: 'stop' })">Stop</button>
        <template v-if="kind === 'drive'">
          <button type="button" class="plain" @click="does({ do: 'trip' })">Let it trip</button>
          <button type="button" class="plain" @click="does({ do: 'reset' })">Reset</button>
        </template>
        <label v-else>
          Dial
          <input
            type="range"
            min="0"
            max="100"
            value="0"
            @change="does({ do: 'dial', value: ($event.target as HTMLInputElement).value })"
          />
        </label>
      </p>
      <form v-if="codes.length" class="try-set typed-in" @submit.prevent="set">
        <label>
          Code
          <select v-model="code" required>
            <option v-for="c in codes" :key="c">{{ c }}</option>
          </select>
        </label>
        <label>Set to <input v-model="value" autocomplete="off" /></label>
        <button type="submit" class="plain" :disabled="!code || !value.trim()">Set</button>
        <button
          v-if="kind === 'drive'"
          type="button"
          class="plain"
          :disabled="!code"
          @click="does({ do: 'read', code })"
        >
          Read back
        </button>
      </form>
      <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    </template>
  </section>
</template>

<style scoped>
.try-display {
  display: block;
  padding: 10px 14px;
  background: var(--ink);
  color: var(--sheet);
  font-size: 1.15rem;
  font-variant-numeric: tabular-nums;
}
.try-display.tripped {
  background: var(--brick);
}
.try-keys,
.try-set {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: end;
  margin: 8px 0;
}
.try-set :deep(label) {
  font-size: 0.87rem;
  color: var(--soft);
}
.try-set :is(input, select) {
  display: block;
  width: 7.5rem;
}
@media (max-width: 760px) {
  .try-set :is(input, select),
  .try :deep(button) {
    min-height: 44px;
  }
}
</style>
