<script setup lang="ts">
/** What lies on this device unsent, and what was lost. */
import type { Waiting } from '../outbox/kept'
import { outbox, sawLoss } from '../outbox/outbox'
import WaitingList from '../outbox/WaitingList.vue'

defineProps<{ stuck: Waiting[] }>()
const open = defineModel<boolean>({ required: true })
</script>

<template>
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
