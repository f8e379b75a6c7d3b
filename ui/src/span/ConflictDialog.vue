<script setup lang="ts">
/** Someone else stored first: both documents side by side, and the person chooses. */
import { shallowRef, watch } from 'vue'
import { api, type Change } from '../api/client'
import { useJob } from '../job/open'

const job = useJob()
const rows = shallowRef<Change[]>([])
watch(
  () => [job.theirs.value, job.document.value] as const,
  async ([theirs, mine]) => {
    rows.value = theirs && mine ? (await api.changes(theirs.document, mine)).changes : []
  },
  { immediate: true },
)
</script>

<template>
  <ElDialog
    :model-value="!!job.theirs.value"
    title="This job was changed elsewhere"
    width="min(44rem, 94vw)"
    :show-close="false"
    :close-on-click-modal="false"
    :close-on-press-escape="false"
  >
    <p>
      You changed revision {{ job.revision.value }}; meanwhile revision {{ job.theirs.value?.revision }} was stored.
      Nothing is lost: both are below, and the one you do not take can be brought back with undo.
    </p>
    <table class="conflict">
      <thead>
        <tr>
          <th scope="col">Entry</th>
          <th scope="col">Yours</th>
          <th scope="col">Theirs</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in rows" :key="r.path">
          <th scope="row">{{ r.label }}</th>
          <td>{{ r.to || '(empty)' }}</td>
          <td>{{ r.from || '(empty)' }}</td>
        </tr>
      </tbody>
    </table>
    <template #footer>
      <button type="button" class="plain" @click="job.choose(false)">Take theirs</button>
      {{ ' ' }}
      <button type="button" class="strong" @click="job.choose(true)">Keep mine</button>
    </template>
  </ElDialog>
</template>
