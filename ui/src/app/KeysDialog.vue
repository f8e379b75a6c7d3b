<script setup lang="ts">
/** The keys, listed at the question mark. */
import { defineAsyncComponent, ref } from 'vue'
import { useEver } from '../desk/ever'
import { useKeys } from '../desk/keys'

const KeysTable = defineAsyncComponent(() => import('./KeysTable.vue'))
const open = ref(false)
const ever = useEver(() => open.value)
useKeys({ '?': () => (open.value = true) })
</script>

<template>
  <KeysTable v-if="ever" v-model="open" />
</template>
