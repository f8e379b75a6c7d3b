<script setup lang="ts">
/** Two wrote one entry at the same time: both stand here, and a person chooses. */
import type { Clash } from './underhand'

defineProps<{ clash: Clash }>()
const emit = defineEmits<{ keep: [value: string] }>()
const word = (s: string) => s || '(empty)'
</script>

<template>
  <p class="clash" role="alert">
    Meanwhile <b>{{ word(clash.theirs) }}</b> was stored in another window; you typed <b>{{ word(clash.mine) }}</b>.
    <span class="clash-do">
      <button type="button" class="plain" @click="emit('keep', clash.mine)">Keep {{ word(clash.mine) }}</button>
      <button type="button" class="plain" @click="emit('keep', clash.theirs)">Take {{ word(clash.theirs) }}</button>
    </span>
  </p>
</template>

<style scoped>
.clash {
  color: var(--ochre);
  margin: 4px 0;
}
.clash-do {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 4px;
}
</style>
