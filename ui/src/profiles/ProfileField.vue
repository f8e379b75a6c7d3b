<script setup lang="ts">
/** One field of a profile. */
import { computed, useId } from 'vue'
import { figureOf } from './at'
import type { Choice, Field } from './form'

const props = defineProps<{ field: Field; value: unknown; choices?: readonly Choice[]; wrong?: string; was?: string }>()
const emit = defineEmits<{ put: [value: unknown] }>()
const id = useId()
const text = computed(() =>
  Array.isArray(props.value) ? props.value.join('\n') : props.value === undefined ? '' : String(props.value),
)
const all = computed(() => props.field.choices ?? props.choices ?? [])
/** A word that the list does not have stays in it: nothing that was typed is lost. */
const strange = computed(() => text.value !== '' && !all.value.some(([v]) => String(v) === text.value))

function put(e: Event) {
  const typed = (e.target as HTMLInputElement).value
  if (props.field.kind === 'number') return emit('put', figureOf(typed))
  if (props.field.kind === 'lines') {
    const lines = typed
      .split('\n')
      .map((l) => l.trim())
      .filter(Boolean)
    return emit('put', lines.length ? lines : undefined)
  }
  if (props.field.kind === 'choice') {
    const found = all.value.find(([v]) => String(v) === typed)?.[0] ?? typed
    return emit('put', found === '' || found === false ? undefined : found)
  }
  emit('put', typed.trim() || undefined)
}
</script>

<template>
  <div class="profile-field" :class="{ wide: field.wide || field.kind === 'lines', wrong }" :data-path="field.path">
    <label :for="id">{{ field.label }}</label>
    <textarea v-if="field.kind === 'lines'" :id="id" :value="text" rows="3" @change="put" />
    <select v-else-if="field.kind === 'choice'" :id="id" :value="text" @change="put">
      <option v-if="!all.some(([v]) => v === '' || v === false)" value="">not said</option>
      <option v-for="[v, label] in all" :key="String(v)" :value="v === false ? '' : String(v)">{{ label }}</option>
      <option v-if="strange" :value="text">{{ text }}</option>
    </select>
    <span v-else class="profile-typed">
      <input
        :id="id"
        :value="text"
        :inputmode="field.kind === 'number' ? 'decimal' : 'text'"
        :placeholder="field.hint"
        :aria-invalid="!!wrong"
        :aria-describedby="wrong ? `${id}-wrong` : undefined"
        autocomplete="off"
        @change="put"
      />
      <span v-if="field.unit" class="soft">{{ field.unit }}</span>
    </span>
    <p v-if="wrong" :id="`${id}-wrong`" class="entry-problem">{{ wrong }}</p>
    <p v-else-if="was" class="soft profile-was">{{ was }}</p>
  </div>
</template>

<style scoped>
.profile-field {
  min-width: 0;
}
.profile-field.wide {
  grid-column: 1 / -1;
}
.profile-field > :deep(label) {
  display: block;
  font-size: 0.87rem;
  color: var(--soft);
}
.profile-typed {
  display: flex;
  align-items: center;
  gap: 6px;
}
.profile-field :is(input, select, textarea) {
  flex: 1;
  width: 100%;
  min-width: 0;
  min-height: 34px;
  padding: 4px 8px;
  box-sizing: border-box;
  border: 1px solid var(--rule);
  border-radius: 2px;
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
}
.profile-field.wrong :is(input, select, textarea) {
  border-color: var(--brick);
}
.profile-was {
  margin: 0;
  font-size: 0.87rem;
}
@media (max-width: 760px) {
  .profile-field :is(input, select) {
    min-height: 44px;
  }
}
</style>
