<script setup lang="ts">
/** What people say of this machine, signed and dated, and approvals of it as it stood. */
import { computed, ref } from 'vue'
import { me, plans, remarksOn } from '../desk/person'
import { useJob } from '../job/open'
import { signedAt } from '../parts/dates'
import type { Said } from './said'

const props = defineProps<{ said: Said }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ bay: [bay: string] }>()
const job = useJob()
const { list, words, trouble, say, approve, sendBack, answered } = props.said
const decision = (r: (typeof list.value)[number]) =>
  (r.kind === 'approval' ? 'Approved' : 'Not yet') + (r.stale ? ' then, changed since' : '')
const bay = ref('')
const titles = computed(() => new Map((job.plan.value?.bays ?? []).map((b) => [b.bay, b.title])))
const role = computed(() => job.role.value)
const reviewer = computed(() => me.shared && role.value === 'reviewer')
</script>

<template>
  <ElDrawer v-model="open" title="Remarks and approvals" size="min(34rem, 100vw)">
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <p v-if="!list.length" class="soft">
      Nothing was said yet. What is said here stays, signed and dated; an approval holds for the machine as it stands
      now and is shown as stale after a change. It is words between people: it replaces no inspection that your local
      rules ask for.
    </p>
    <ol class="remarks">
      <li v-for="r in list" :key="r.id" :class="{ settled: r.settled, approval: r.kind !== 'remark' }">
        <p>
          <strong>{{ r.kind === 'remark' ? r.who : decision(r) }}</strong>
          <button v-if="r.bay" type="button" class="why" @click="emit('bay', r.bay)">{{ titles.get(r.bay) }}</button>
        </p>
        <p v-if="r.words" class="remark-words">{{ r.words }}</p>
        <p class="soft">
          {{ r.kind !== 'remark' ? `${r.who}, ` : '' }}{{ signedAt(r.at) }}, revision {{ r.revision
          }}{{ r.signed ? '' : ', name as typed' }}
          <a v-if="r.printed" :href="`/api/jobs/${job.id}/remarks/${r.id}/sheet.pdf`" target="_blank"
            >as it was approved (PDF)</a
          >
          <template v-if="r.settled">, answered{{ r.settled_by ? ` by ${r.settled_by}` : '' }}</template>
          <button v-else-if="r.kind === 'remark' && plans(role)" type="button" class="why" @click="answered(r.id)">
            Answered
          </button>
        </p>
      </li>
    </ol>
    <form v-if="remarksOn(role)" class="remark-form" @submit.prevent="say(bay)">
      <label for="remark-bay">About</label>
      <select id="remark-bay" v-model="bay">
        <option value="">the whole machine</option>
        <option v-for="[id, title] in titles" :key="id" :value="id">{{ title }}</option>
      </select>
      <label for="remark-words">What you say</label>
      <ElInput id="remark-words" v-model="words" type="textarea" :rows="3" maxlength="2000" />
      <span class="remark-acts">
        <button type="submit" class="plain" :disabled="!words.trim()">Say it</button>
        <button v-if="reviewer" type="button" class="strong" @click="approve">
          Approve revision {{ job.revision.value }} as it stands
        </button>
        <button
          v-if="reviewer"
          type="button"
          class="plain"
          :disabled="!words.trim()"
          :title="words.trim() ? '' : 'Say first what must change'"
          @click="sendBack"
        >
          Not yet, because …
        </button>
      </span>
    </form>
  </ElDrawer>
</template>

<style scoped>
.remarks {
  list-style: none;
  margin: 0 0 16px;
  padding: 0;
}
.remarks :deep(li) {
  padding: 8px 0 8px 12px;
  border-left: 3px solid var(--river);
  margin-bottom: 8px;
}
.remarks :deep(li.settled) {
  border-color: var(--stone-deep);
}
.remarks :deep(li.approval) {
  border-color: var(--moss);
}
.remark-words {
  white-space: pre-line;
  overflow-wrap: anywhere;
}
.remark-form {
  display: grid;
  gap: 6px;
}
.remark-acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
