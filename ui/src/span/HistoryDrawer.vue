<script setup lang="ts">
/** The revision strip: who changed what, when; look at any revision, restore it. */
import { ref, shallowRef, watch } from 'vue'
import { api, type Change, type JobAnswer, type RevisionLine } from '../api/client'
import { remarks } from '../api/people'
import { me } from '../desk/person'
import DrawingView from '../drawing/DrawingView.vue'
import { vRove } from '../parts/rove'
import { useTried } from '../parts/tried'
import { useJob } from '../job/open'
import { when } from '../parts/dates'

const open = defineModel<boolean>({ required: true })
const job = useJob()
const lines = ref<RevisionLine[]>([])
const older = ref(false)
const looked = shallowRef<JobAnswer>()
const { trouble, tried } = useTried()
const page = 60
const changes = shallowRef<Change[]>([])
watch([looked, () => job.document.value], ([then, now]) =>
  tried(async () => {
    changes.value = then && now ? (await api.changes(then.document, now)).changes : []
  }),
)

const load = (before = 0) =>
  tried(async () => {
    const got = (await api.history(job.id, before)).revisions
    lines.value = before ? [...lines.value, ...got] : got
    older.value = got.length === page
  })

watch(
  [open, job.revision],
  ([now]) => {
    if (now) void load()
    else looked.value = undefined
  },
  { immediate: true },
)

const look = (n: number) =>
  tried(async () => {
    looked.value = await api.revision(job.id, n)
  })

/** A named revision is never thinned. */
const label = ref('')
watch(looked, (now) => (label.value = lines.value.find((l) => l.revision === now?.revision)?.label ?? ''))
const name = (n: number) =>
  tried(async () => {
    await remarks.nameRevision(job.id, n, label.value.trim())
    lines.value = lines.value.map((l) => (l.revision === n ? { ...l, label: label.value.trim() } : l))
  })

function restore(n: number) {
  job.restore(n)
  looked.value = undefined
}
</script>

<template>
  <ElDrawer v-model="open" title="What was changed" size="min(34rem, 100vw)">
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <section v-if="looked" class="looked">
      <h3>As it was at revision {{ looked.revision }}</h3>
      <DrawingView class="looked-drawing" :drawing="looked.drawings.wanted.windings" />
      <p>{{ looked.plan.wanted.verdict }}</p>
      <table v-if="changes.length" class="conflict">
        <thead>
          <tr>
            <th scope="col">Entry</th>
            <th scope="col">Then</th>
            <th scope="col">Now</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="c in changes" :key="c.path">
            <th scope="row">{{ c.label }}</th>
            <td>{{ c.from || '(empty)' }}</td>
            <td>{{ c.to || '(empty)' }}</td>
          </tr>
        </tbody>
      </table>
      <p v-else class="soft">The same as now.</p>
      <p class="looked-acts">
        <button
          v-if="job.may()"
          type="button"
          class="strong"
          :disabled="!changes.length"
          @click="restore(looked.revision)"
        >
          Restore revision {{ looked.revision }}
        </button>
        <button type="button" class="plain" @click="looked = undefined">Leave it</button>
      </p>
      <form v-if="job.may()" class="looked-acts" @submit.prevent="name(looked.revision)">
        <label for="revision-name" class="soft">A name keeps it for ever</label>
        <ElInput id="revision-name" v-model="label" maxlength="80" placeholder="as wired in March" />
        <button type="submit" class="plain">Name it</button>
      </form>
    </section>
    <ol v-rove="'li'" class="strip">
      <li v-for="l in lines" :key="l.revision">
        <button type="button" :aria-pressed="looked?.revision === l.revision" @click="look(l.revision)">
          <span class="strip-number">{{ l.revision }}</span>
          <span class="strip-what"
            ><strong v-if="l.label">{{ l.label }}: </strong>{{ l.what }}</span
          >
          <span class="soft"
            >{{ l.who || 'no name' }}{{ me.shared && l.who && !l.signed ? ' (as typed)' : '' }}, {{ when(l.at) }}</span
          >
        </button>
      </li>
    </ol>
    <button v-if="older" type="button" class="plain" @click="load(lines.at(-1)?.revision)">Older ones</button>
  </ElDrawer>
</template>

<style scoped>
.strip {
  list-style: none;
  margin: 0;
  padding: 0;
}
.strip :deep(button) {
  display: grid;
  grid-template-columns: 2.4rem 1fr;
  gap: 0 8px;
  width: 100%;
  padding: 8px 6px;
  border: 0;
  border-bottom: 1px solid var(--stone-deep);
  background: none;
  text-align: left;
  cursor: pointer;
}
.strip :deep(button:hover),
.strip :deep(button[aria-pressed='true']) {
  background: var(--river-pale);
}
.strip-number {
  font-weight: 600;
  grid-row: span 2;
}
.strip-what {
  overflow-wrap: anywhere;
}
.looked {
  border: 1px solid var(--river);
  padding: 10px 12px;
  margin-bottom: 14px;
}
.looked-drawing {
  max-width: 320px;
}
.looked-acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 10px;
}
</style>
