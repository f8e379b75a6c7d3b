<script setup lang="ts">
/** What lies on this device and is not sent yet, each with what it says, why it stays, and what can be done. */
import { ref } from 'vue'
import type { Waiting } from './kept'
import { letGo, sendAgain } from './outbox'
import { contentOf } from './words'

defineProps<{ waiting: Waiting[] }>()
const sure = ref<number>() // asked twice before it is thrown away
const copied = ref<number>()

async function copy(w: Waiting) {
  await navigator.clipboard?.writeText(contentOf(w))
  copied.value = w.n
}
async function drop(w: Waiting) {
  if (sure.value !== w.n) sure.value = w.n
  else await letGo(w)
}
</script>

<template>
  <ul class="waiting-list" aria-label="On this device, not sent yet">
    <li v-for="w in waiting" :key="w.n">
      <p>{{ contentOf(w) }}</p>
      <p v-if="w.refused" class="trouble">{{ w.refused }}</p>
      <p v-else-if="w.held" class="trouble">{{ w.held }} It is sent again when the server is reached anew.</p>
      <p v-else class="soft">Not sent yet.</p>
      <p v-if="w.refused || w.held" class="waiting-do">
        <button type="button" class="plain" @click="sendAgain(w)">Send again</button>
        <button type="button" class="plain" @click="copy(w)">{{ copied === w.n ? 'Copied' : 'Copy' }}</button>
        <button type="button" class="plain" @click="drop(w)">
          {{ sure === w.n ? 'Throw it away for good' : 'Throw away' }}
        </button>
      </p>
    </li>
  </ul>
</template>

<style scoped>
.waiting-list {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  padding: 8px 0;
  border-bottom: 1px solid var(--stone-deep);
}
li p {
  margin: 0 0 4px;
}
.waiting-do {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.waiting-do button {
  min-height: 44px;
}
</style>
