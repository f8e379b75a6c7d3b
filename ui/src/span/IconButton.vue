<script setup lang="ts">
/** A command of the path's bar as a small drawing, named for readers and on hover. */
defineProps<{ label: string; title: string; path: string; disabled?: boolean }>()
</script>

<template>
  <button type="button" class="plain icon" :disabled="disabled" :title="title" :aria-label="label">
    <svg viewBox="0 0 18 18" aria-hidden="true"><path :d="path" /></svg>
    <slot />
  </button>
</template>
