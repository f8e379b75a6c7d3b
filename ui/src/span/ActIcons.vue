<script setup lang="ts">
/** Undo, redo, what was changed, and what was said. */
import IconButton from './IconButton.vue'
import { useJob } from '../job/open'

defineProps<{ unanswered: number }>()
const emit = defineEmits<{ history: []; remarks: [] }>()
const job = useJob()
</script>

<template>
  <IconButton
    label="Undo"
    title="Undo (Z)"
    path="M7 3 3 7l4 4M3 7h8a4 4 0 0 1 0 8H7"
    :disabled="!job.canUndo.value"
    @click="job.undo"
  />
  <IconButton
    label="Redo"
    title="Redo (Shift Z)"
    path="m11 3 4 4-4 4M15 7H7a4 4 0 0 0 0 8h4"
    :disabled="!job.canRedo.value"
    @click="job.redo"
  />
  <IconButton
    label="History"
    title="What was changed (H)"
    path="M9 2a7 7 0 1 1-7 7M2 4v5h5M9 5v4l3 2"
    @click="emit('history')"
  />
  <IconButton
    class="said"
    :label="unanswered ? `Remarks, ${unanswered} open` : 'Remarks'"
    title="Remarks and approvals (R)"
    path="M3 4h12v8H8l-4 3v-3H3z"
    @click="emit('remarks')"
  >
    <template v-if="unanswered">{{ unanswered }}</template>
  </IconButton>
</template>
