<script setup lang="ts">
/** Find or do, opened by its keys. */
import { whenOpened } from '../desk/ever'
import { useKeys } from '../desk/keys'

const PaletteField = whenOpened(() => import('./PaletteField.vue'))
const open = defineModel<boolean>({ required: true })
useKeys({ '/': () => (open.value = true), 'mod k': () => (open.value = true) })
</script>

<template>
  <PaletteField v-model="open" />
</template>
