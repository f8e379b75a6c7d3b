<script setup lang="ts">
/** Two variants of a job beside each other: a variant is a revision with a name, which is kept for ever. */
import { computed, onMounted, ref, shallowRef } from 'vue'
import { api, newChangeID, type Document } from '../api/client'
import { remarks } from '../api/people'
import { weigh, type Column, type RowTitle } from '../api/weigh'
import { about } from '../job/document'
import { useTried } from '../parts/tried'
import WeighTable from './WeighTable.vue'

const props = defineProps<{
  id: string
  machine: string
  revision: number
  document: Document
  rows: RowTitle[]
  narrow: boolean
  may: boolean
}>()
const emit = defineEmits<{ taken: [] }>()
const kept = shallowRef<{ revision: number; label: string }[]>([])
const name = ref('')
const other = ref<number>()
const columns = shallowRef<Column[]>([])
const titles = ref<string[]>([])
const { trouble, tried } = useTried()

const load = () =>
  tried(async () => {
    const out: { revision: number; label: string }[] = []
    let before = 0
    for (let page = 0; page < 20; page++) {
      const got = await api.history(props.id, before)
      for (const r of got.revisions) if (r.label) out.push({ revision: r.revision, label: r.label })
      const last = got.revisions.at(-1)
      if (!last) break
      before = last.revision
    }
    kept.value = out
  })
onMounted(load)

async function keep() {
  await tried(() => remarks.nameRevision(props.id, props.revision, name.value.trim()))
  name.value = ''
  await load()
}

async function compare(n: number) {
  other.value = n
  await tried(async () => {
    const that = await api.revision(props.id, n)
    const [now, then] = await Promise.all([
      weigh.column(about(props.document, props.machine)),
      weigh.column(about(that.document, props.machine)),
    ])
    columns.value = [now, then]
    titles.value = ['As it is now', kept.value.find((k) => k.revision === n)?.label ?? `Revision ${n}`]
  })
}

async function take() {
  const to = other.value
  if (to === undefined) return
  if (await tried(() => api.restore(props.id, props.revision, newChangeID(), to))) {
    columns.value = []
    emit('taken')
  }
}
const others = computed(() => kept.value.filter((k) => k.revision !== props.revision))
</script>

<template>
  <section class="variants" aria-labelledby="variants-title">
    <h2 id="variants-title">Variants of this job</h2>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <p class="soft">Name the job as it stands, change it, and set both beside each other: each with its own bridge.</p>
    <form v-if="may" class="variants-keep" @submit.prevent="keep">
      <label for="variant-name">Name of the variant</label>
      <input id="variant-name" v-model="name" maxlength="80" placeholder="with the small drive" />
      <button type="submit" class="plain" :disabled="!name.trim()">Keep revision {{ revision }} as a variant</button>
    </form>
    <p v-if="others.length" class="variants-list">
      <span class="soft">Beside it as it is now:</span>
      <button
        v-for="k in others"
        :key="k.revision"
        type="button"
        class="plain"
        :aria-pressed="k.revision === other"
        @click="compare(k.revision)"
      >
        {{ k.label }}
      </button>
    </p>
    <WeighTable v-if="columns.length" :rows="rows" :columns="columns" :titles="titles" :narrow="narrow">
      <template #foot="{ index }">
        <button v-if="may && index === 1" type="button" class="plain" @click="take">Take this one</button>
      </template>
    </WeighTable>
  </section>
</template>

<style scoped>
.variants {
  padding: 18px 0;
}
.variants-keep,
.variants-list {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 12px;
  padding: 6px 0;
}
.variants-keep input {
  min-height: 34px;
  padding: 2px 8px;
  border: 1px solid var(--rule);
  background: var(--sheet);
}
.variants-list [aria-pressed='true'] {
  background: var(--river-pale);
  font-weight: 600;
}
</style>
