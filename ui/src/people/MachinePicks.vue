<script setup lang="ts">
/** Machines chosen by a touch each: made for a thumb, not for held keys. */
import ChoiceRow from '../parts/ChoiceRow.vue'

const picked = defineModel<string[]>({ required: true })
defineProps<{ machines: { id: string; name: string }[]; label: string }>()

function touch(id: string) {
  picked.value = picked.value.includes(id) ? picked.value.filter((x) => x !== id) : [...picked.value, id]
}
</script>

<template>
  <fieldset class="choice picks">
    <legend>{{ label }}</legend>
    <ChoiceRow :choices="machines.map((m) => ({ value: m.id, label: m.name }))" :chosen="picked" @pick="touch">
      <p v-if="!machines.length" class="soft">No machine is in this workshop yet.</p>
    </ChoiceRow>
  </fieldset>
</template>

<style scoped>
.picks {
  flex: 1 0 100%;
  min-width: 0;
  margin: 0;
}
.picks :deep(.choice-row) {
  max-height: 14rem;
  overflow-y: auto;
}
</style>
