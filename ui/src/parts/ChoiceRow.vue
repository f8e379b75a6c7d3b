<script setup lang="ts">
/** A few answers shown all at once; one of them, or several, are chosen. */
defineProps<{
  choices: { value: string; label: string; note?: string }[]
  chosen: string | string[]
  disabled?: boolean
}>()
const emit = defineEmits<{ pick: [value: string] }>()
const among = (value: string, chosen: string | string[]) =>
  Array.isArray(chosen) ? chosen.includes(value) : value === chosen
</script>

<template>
  <div class="choice-row">
    <button
      v-for="c in choices"
      :key="c.value"
      type="button"
      class="choice-one"
      :class="{ chosen: among(c.value, chosen) }"
      :aria-pressed="among(c.value, chosen)"
      :disabled="disabled"
      @click="emit('pick', c.value)"
    >
      <strong>{{ c.label }}</strong>
      <span v-if="c.note">{{ c.note }}</span>
    </button>
    <slot />
  </div>
</template>
