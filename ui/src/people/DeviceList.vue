<script setup lang="ts">
/** Browsers and phones that are logged in; a lost one is ended here. */
import type { Device } from '../api/people'
import { when } from '../parts/dates'

defineProps<{ devices: Device[] }>()
const emit = defineEmits<{ end: [id: string] }>()
</script>

<template>
  <ul class="devices">
    <li v-for="d in devices" :key="d.id">
      <strong>{{ d.name }}</strong>
      <span class="soft">{{ d.this ? 'this one' : `used ${when(d.seen)}` }}, since {{ when(d.from) }}</span>
      <button v-if="!d.this" type="button" class="why" @click="emit('end', d.id)">End it</button>
    </li>
    <li v-if="!devices.length" class="soft">Not logged in anywhere.</li>
  </ul>
</template>

<style scoped>
.devices {
  list-style: none;
  margin: 0;
  padding: 0;
}
.devices :deep(li) {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  align-items: baseline;
  padding: 4px 0;
}
</style>
