<script setup lang="ts">
/** Where else this machine is: beside Next on a screen, four plain buttons on a phone. */
import type { PlaceName } from './places'

defineProps<{ at: (name: PlaceName) => object; narrow: boolean }>()
const all: { at: PlaceName; word: string }[] = [
  { at: 'card', word: 'Card' },
  { at: 'bring-up', word: 'Bring-up' },
  { at: 'log', word: 'Log' },
  { at: 'weigh', word: 'Weigh' },
]
</script>

<template>
  <nav :class="narrow ? 'places-phone' : 'places-wide'" aria-label="Places of this machine">
    <RouterLink v-for="to in all" :key="to.at" class="plain" :to="at(to.at)">{{ to.word }}</RouterLink>
  </nav>
</template>

<style scoped>
.places-wide {
  display: flex;
  gap: 4px;
}
.places-phone {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 6px;
  margin: 8px 12px 0;
}
.places-phone :deep(a) {
  display: inline-flex;
  justify-content: center;
  align-items: center;
  min-height: 44px;
  padding: 4px;
}
</style>
