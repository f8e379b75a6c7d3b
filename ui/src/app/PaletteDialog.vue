<script setup lang="ts">
/** Find or do, opened by its keys. */
import { defineAsyncComponent } from 'vue'
import { useEver } from '../desk/ever'
import { useKeys } from '../desk/keys'

const PaletteField = defineAsyncComponent(() => import('./PaletteField.vue'))
const open = defineModel<boolean>({ required: true })
const ever = useEver(() => open.value)
useKeys({ '/': () => (open.value = true), 'mod k': () => (open.value = true) })
</script>

<template>
  <PaletteField v-if="ever" v-model="open" />
</template>
