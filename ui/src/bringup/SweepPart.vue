<script setup lang="ts">
/** A sweep over the hertz: at each, how it runs by ear and hand; from it ceiling and skipped bands. */
import { ref } from 'vue'
import type { Sweep } from '../api/bringup'
import NumberField from '../parts/NumberField.vue'

defineProps<{ sweep: Sweep; readonly?: boolean }>()
const emit = defineEmits<{ heard: [hertz: number, words: string] }>()
const hertz = ref('')
const at = ref<number>()
function heard(w: string) {
  if (at.value === undefined) return
  emit('heard', at.value, w)
  at.value = undefined
  hertz.value = ''
}
</script>

<template>
  <details class="sweep">
    <summary>Sweep over the hertz: where does it shake?</summary>
    <p>
      Belt on, guard on. From the slowest up, a few hertz at a time; hand on the bearing housing, ear at a distance.
    </p>
    <template v-if="!readonly">
      <NumberField v-model="hertz" label="Hertz on the display" unit="Hz" @entered="at = $event" />
      <div v-if="at !== undefined" class="sweep-words" role="group" :aria-label="`How it runs at ${at} Hz`">
        <span>At {{ at }} Hz it</span>
        <button v-for="w in sweep.words" :key="w" type="button" class="plain" @click="heard(w)">{{ w }}</button>
      </div>
    </template>
    <p>
      <strong>{{ sweep.says }}</strong>
    </p>
    <ul class="sweep-points">
      <li v-for="p in sweep.points" :key="p.hertz" :class="{ rough: p.rough }">{{ p.hertz }} Hz {{ p.words }}</li>
    </ul>
  </details>
</template>

<style scoped>
.sweep {
  padding: 10px 0;
  border-top: 1px solid var(--rule);
}
.sweep summary {
  min-height: 40px;
  font-weight: 600;
  cursor: pointer;
}
.sweep-words {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  margin: 8px 0;
}
.sweep-words button {
  min-height: 52px;
}
.sweep-points {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  padding: 0;
  list-style: none;
}
.sweep-points .rough {
  color: var(--brick);
  font-weight: 600;
}
</style>
