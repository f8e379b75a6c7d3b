<script setup lang="ts">
/** One shape a grade, so that nothing is said by colour alone. */
defineProps<{ grade: string; size?: number }>()
const words: Record<string, string> = {
  stop: 'stop',
  caution: 'caution',
  open: 'still open',
  note: 'note',
  good: 'good',
}
</script>

<template>
  <svg
    class="grade"
    :class="`grade-${grade}`"
    viewBox="0 0 16 16"
    :width="size ?? 16"
    :height="size ?? 16"
    role="img"
    :aria-label="words[grade]"
  >
    <path v-if="grade === 'stop'" d="M5 1h6l4 4v6l-4 4H5l-4-4V5zM4 7v2h8V7z" fill-rule="evenodd" />
    <path
      v-else-if="grade === 'caution'"
      d="M8 1 15.5 15H.5zM7.2 6v4.6h1.6V6zM7.2 11.8v1.6h1.6v-1.6z"
      fill-rule="evenodd"
    />
    <circle v-else-if="grade === 'open'" cx="8" cy="8" r="6" class="grade-ring" />
    <path v-else-if="grade === 'note'" d="M2 3h12v1.6H2zM2 7.2h12v1.6H2zM2 11.4h8V13H2z" />
    <path v-else d="m2 8.5 4 4.5L14.5 3" class="grade-tick" />
  </svg>
</template>
