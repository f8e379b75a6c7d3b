<script setup lang="ts">
/** The nightly backups: how old the last is, what went wrong, one to be taken now. */
import { computed } from 'vue'
import type { Backup } from '../api/people'
import { when } from '../parts/dates'

const props = defineProps<{ backups: Backup[]; where: string }>()
const emit = defineEmits<{ take: [] }>()
const last = computed(() => props.backups.find((b) => !b.trouble))
const failed = computed(() => (props.backups[0]?.trouble ? props.backups[0] : undefined))
const hours = computed(() => (last.value ? (Date.now() - new Date(last.value.at).getTime()) / 3600000 : Infinity))
const old = computed(() => hours.value > 48)
const age = computed(() => {
  const h = hours.value
  if (h === Infinity) return 'none yet'
  if (h < 1) return 'less than an hour old'
  return h < 48 ? `${Math.floor(h)} hours old` : `${Math.floor(h / 24)} days old`
})
</script>

<template>
  <section class="backups">
    <h2>Backups</h2>
    <p v-if="!where" class="entry-problem">
      None are taken by themselves: start the server with <code>--backups FOLDER</code>.
    </p>
    <template v-else>
      <p :class="{ 'entry-problem': old }">
        <strong>The last is {{ age }}.</strong>
        One a night, kept in turns: seven days, five weeks, twelve months, in <code>{{ where }}</code>. Copy that folder
        to another disk now and then: a backup beside the original burns with it.
      </p>
      <p v-if="failed" class="entry-problem" role="alert">
        The one of {{ when(failed.at) }} was not taken: {{ failed.trouble }}.
      </p>
      <button type="button" class="plain" @click="emit('take')">Take one now</button>
      <ul v-if="backups.length">
        <li v-for="b in backups.slice(0, 8)" :key="b.at">
          {{ when(b.at) }}: {{ b.trouble ? `not taken, ${b.trouble}` : `${b.file}, ${b.rows} rows` }}
        </li>
      </ul>
    </template>
    <p class="soft">
      What lies in the bin goes for good after thirty days, photographs too. Old revisions are thinned: after ninety
      days the last of each day stays, after two years the last of each month; first, latest, named, remarked and
      approved ones always stay.
    </p>
  </section>
</template>

<style scoped>
.backups {
  margin-top: 28px;
  padding-top: 14px;
  border-top: 1px solid var(--rule);
}
.backups :deep(:is(p, ul)) {
  margin: 6px 0;
}
.backups :deep(:is(code, li)) {
  overflow-wrap: anywhere;
}
</style>
