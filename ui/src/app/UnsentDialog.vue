<script setup lang="ts">
/** Entries that stay on this device, of any machine: seen from everywhere, also when the machine cannot be opened. */
import { computed, onMounted, ref } from 'vue'
import { listen } from '../desk/live'
import { outbox, reachedAnew, sawLoss } from '../outbox/outbox'
import WaitingList from '../outbox/WaitingList.vue'

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
  <ElDialog v-model="open" title="On this device" width="min(36rem, 94vw)">
    <template v-if="outbox.lost">
      <p class="trouble">
        {{ outbox.lost }} {{ outbox.lost === 1 ? 'entry' : 'entries' }} lay here unsent, and this browser emptied its
        store: what was entered is gone. Read it once more at the machine, and enter it again.
      </p>
      <p><button type="button" class="plain" @click="sawLoss()">I have seen it</button></p>
    </template>
    <WaitingList :waiting="stuck" />
  </ElDialog>
</template>

<style scoped>
.unsent {
  color: var(--brick);
  white-space: nowrap;
}
</style>
