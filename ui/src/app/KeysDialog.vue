<script setup lang="ts">
/** The keys, listed at the question mark. */
import { ref } from 'vue'
import { whenOpened } from '../desk/ever'
import { useKeys } from '../desk/keys'

const KeysTable = whenOpened(() => import('./KeysTable.vue'))
const open = ref(false)
useKeys({ '?': () => (open.value = true) })
</script>

<template>
  <KeysTable v-model="open" />
</template>
