<script setup lang="ts">
/** Entries that stay on this device, of any machine: seen from everywhere, also when the machine cannot be opened. */
import { computed, onMounted, ref } from 'vue'
import { whenOpened } from '../desk/ever'
import { listen } from '../desk/live'
import { outbox, reachedAnew } from '../outbox/outbox'

const UnsentEntries = whenOpened(() => import('./UnsentEntries.vue'))
const open = ref(false)
const stuck = computed(() => outbox.waiting.filter((w) => w.refused || w.held))
const word = computed(() =>
  outbox.lost
    ? 'Entries are gone'
    : stuck.value.length === 1
      ? '1 entry not sent'
      : `${stuck.value.length} entries not sent`,
)
onMounted(() => {
  listen(() => {}) // so that a server that is back is noticed on every page
  void reachedAnew()
})
</script>

<template>
  <button v-if="stuck.length || outbox.lost" type="button" class="plain unsent" @click="open = true">{{ word }}</button>
  <UnsentEntries v-model="open" :stuck="stuck" />
</template>

<style scoped>
.unsent {
  color: var(--brick);
  white-space: nowrap;
}
</style>
