<script setup lang="ts">
/** A list of a profile: its rows, each with its fields, some with a list of their own. */
import { computed } from 'vue'
import { withAt, type Rec } from './at'
import { valueAt } from '../job/document'
import ProfileField from './ProfileField.vue'
import type { Choice, Field } from './form'
import type { Words } from '../api/profiles'

const props = defineProps<{
  field: Field
  value: unknown
  path: string // of the list, in the form's way
  words?: Words
  wrong: Map<string, string>
  /** The function of the row that this list stands in: what its answers may mean. */
  of?: string
}>()
const emit = defineEmits<{ put: [value: unknown] }>()
const table = computed(() => props.field.rows!)
const rows = computed(() => (Array.isArray(props.value) ? (props.value as Rec[]) : []))

const put = (n: number, path: string, value: unknown) =>
  emit(
    'put',
    rows.value.map((r, i) => (i === n ? withAt(r, path, value) : r)),
  )
const drop = (n: number) => {
  const left = rows.value.filter((_, i) => i !== n)
  emit('put', left.length ? left : undefined)
}
const add = () => emit('put', [...rows.value, { ...table.value.blank }])

function choices(f: Field, row: Rec): readonly Choice[] | undefined {
  const named = (list?: { word: string; name: string }[] | null) =>
    (list ?? []).map((n): Choice => [n.word, n.name] as const)
  switch (f.words) {
    case 'functions':
      return named(props.words?.functions)
    case 'terminals':
      return named(props.words?.terminals)
    case 'trips':
      return named(props.words?.trips)
    case 'turns':
      return named(props.words?.turns)
    case 'means':
      return named(props.words?.functions?.find((n) => n.word === (props.of ?? row.function))?.means)
    default:
      return undefined
  }
}
const inner = computed(() => table.value.columns.filter((c) => c.kind === 'rows'))
const plain = computed(() => table.value.columns.filter((c) => c.kind !== 'rows' && !c.more))
const seldom = computed(() => table.value.columns.filter((c) => c.more))
/** What its answers can mean stands only where its function has such words. */
const shown = (c: Field, row: Rec) => c.words !== 'means' || (choices(c, row)?.length ?? 0) > 0
const countOf = (v: unknown) => (Array.isArray(v) ? v.length : 0)
</script>

<template>
  <div class="profile-rows">
    <div v-for="(row, n) in rows" :key="n" class="profile-row" :data-row="`${path}.${n}`">
      <div class="profile-row-fields">
        <template v-for="c in plain" :key="c.path">
          <ProfileField
            v-if="shown(c, row)"
            :field="c"
            :value="valueAt(row, c.path)"
            :choices="choices(c, row)"
            :wrong="wrong.get(`${path}.${n}.${c.path}`)"
            @put="put(n, c.path, $event)"
          />
        </template>
      </div>
      <button type="button" class="why" :aria-label="`Take ${table.one} ${n + 1} out`" @click="drop(n)">
        Take out
      </button>
      <details v-if="inner.length" class="profile-inner">
        <summary>
          {{ inner.map((c) => `${c.label}: ${countOf(row[c.path]) || 'none'}`).join(', ')
          }}{{ seldom.length ? '; more' : '' }}
        </summary>
        <div v-if="seldom.length" class="profile-row-fields">
          <ProfileField
            v-for="c in seldom"
            :key="c.path"
            :field="c"
            :value="valueAt(row, c.path)"
            :wrong="wrong.get(`${path}.${n}.${c.path}`)"
            @put="put(n, c.path, $event)"
          />
        </div>
        <ProfileRows
          v-for="c in inner"
          :key="c.path"
          :field="c"
          :value="row[c.path]"
          :path="`${path}.${n}.${c.path}`"
          :words="words"
          :wrong="wrong"
          :of="String(row.function ?? '')"
          @put="put(n, c.path, $event)"
        />
      </details>
    </div>
    <button type="button" class="plain" @click="add">{{ table.add }}</button>
  </div>
</template>

<style scoped>
.profile-rows {
  grid-column: 1 / -1;
}
.profile-row {
  padding: 8px 0;
  border-bottom: 1px solid var(--stone-deep);
}
.profile-row-fields {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(5.6rem, 1fr));
  gap: 6px 10px;
  align-items: start;
}
.profile-row {
  position: relative;
}
.profile-row > .why {
  min-height: 34px;
}
.profile-row:has(> .profile-inner) > .why {
  position: absolute;
  right: 0;
}
.profile-row-fields > :deep(.profile-field:has(select)),
.profile-row-fields > :deep([data-path='name']),
.profile-row-fields > :deep([data-path='text']) {
  grid-column: span 2;
}
.profile-inner {
  margin: 4px 0 0;
}
.profile-inner summary {
  min-height: 34px;
  color: var(--river);
  cursor: pointer;
}
.profile-rows > .plain {
  margin: 8px 0;
}
@media (max-width: 760px) {
  .profile-row-fields {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  }
  .profile-row > .why,
  .profile-inner summary {
    min-height: 44px;
  }
}
</style>
