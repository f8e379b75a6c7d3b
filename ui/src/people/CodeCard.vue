<script setup lang="ts">
/** A code that lets somebody in: by hand, or by a phone's camera. */
import { computed, ref } from 'vue'
import type { Code } from '../api/people'
import { when } from '../parts/dates'

const props = defineProps<{ code: Code; who: string; link?: boolean }>()
const copied = ref(false)
const until = computed(() => new Date(props.code.until))
const minutes = computed(() => Math.round((until.value.getTime() - Date.now()) / 60000))
const holds = computed(() =>
  minutes.value > 90 ? `until ${when(until.value, 'long')}` : `for ${minutes.value} minutes`,
)

async function copy() {
  await navigator.clipboard?.writeText(props.code.link).catch(() => undefined)
  copied.value = true
}
</script>

<template>
  <section v-if="code.code" class="code-card" :aria-label="`Way in for ${who}`">
    <img :src="code.qr" :alt="`The link for ${who} as a code for a camera`" width="200" height="200" />
    <div>
      <h3>{{ link ? `Link for ${who}` : `${who} comes in by this` }}</h3>
      <ol v-if="!link">
        <li>On the phone, point the camera at the code, or open the address and type the letters.</li>
        <li>It lets {{ who }} in once, and holds {{ holds }}.</li>
        <li>If the browser warns, the certificate comes first: see Sharing.</li>
      </ol>
      <p v-else>Who has it reads {{ holds }}, and changes nothing. It can be ended in the list before.</p>
      <p v-if="!link" class="code-letters">{{ code.code }}</p>
      <p class="code-link">{{ code.link }}</p>
      <button type="button" class="plain" @click="copy">{{ copied ? 'Copied' : 'Copy the link' }}</button>
    </div>
  </section>
  <p v-else class="code-card" role="status">{{ who }} is known here already and comes in as always.</p>
</template>

<style scoped>
.code-card {
  display: flex;
  flex-wrap: wrap;
  gap: 12px 20px;
  padding: 14px;
  margin: 12px 0;
  border: 1px solid var(--rule);
  border-left: 4px solid var(--river);
  background: var(--sheet);
}
.code-card > div {
  flex: 1 1 16rem;
  min-width: 0;
}
.code-card :deep(ol) {
  margin: 6px 0;
  padding-left: 1.2rem;
}
.code-letters {
  font-size: 1.4rem;
  font-weight: 600;
  letter-spacing: 0.06em;
}
.code-link {
  overflow-wrap: anywhere;
  color: var(--soft);
  margin: 4px 0 8px;
}
</style>
