<script setup lang="ts">
/** Who works in this browser: a name of the workshops' people, or another. */
import { computed, ref, watch } from 'vue'
import { api } from '../api/client'
import { choosePerson, me } from '../desk/person'
import ChoiceRow from '../parts/ChoiceRow.vue'
import { useTried } from '../parts/tried'

const open = defineModel<boolean>({ required: true })
const other = ref('')
const people = ref<string[]>([])
const { trouble, tried } = useTried()
const names = computed(() => [...new Set(people.value)])

watch(
  open,
  async (now) => {
    if (!now) return
    const yard = await api.yard({ most: 1 }).catch(() => undefined)
    people.value = (yard?.workshops ?? []).flatMap((w) => w.people)
  },
  { immediate: true },
)

async function choose(name: string) {
  if (await tried(() => choosePerson(name))) open.value = false
}
</script>

<template>
  <ElDialog v-model="open" title="Who works in this browser?" width="min(26rem, 92vw)" append-to-body>
    <p class="soft">The name stands beside every change you make. It is no log-in.</p>
    <ChoiceRow
      class="person-names"
      :choices="names.map((n) => ({ value: n, label: n }))"
      :chosen="me.name"
      @pick="choose"
    />
    <form class="entry" @submit.prevent="other.trim() && choose(other.trim())">
      <label for="person-other">Another name, first name and initial</label>
      <ElInput id="person-other" v-model="other" maxlength="60" autocomplete="off" />
      <p class="entry-read" :class="{ 'entry-problem': trouble }">
        {{ trouble || 'The workshop’s people stand in its settings.' }}
      </p>
      <button type="submit" class="plain" :disabled="!other.trim()">Take this name</button>
    </form>
  </ElDialog>
</template>

<style scoped>
.person-names {
  margin: 12px 0;
}
</style>
