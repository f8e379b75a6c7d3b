<script setup lang="ts">
/** The name in the head of the page; a touch opens the choice, or the account. */
import { computed, onMounted, ref } from 'vue'
import { api } from '../api/client'
import { askPerson, choosePerson, me } from '../desk/person'
import AccountDialog from '../people/AccountDialog.vue'
import ChoiceRow from '../parts/ChoiceRow.vue'
import { useTried } from '../parts/tried'

const open = ref(false)
const other = ref('')
const people = ref<string[]>([])
const { trouble, tried } = useTried()
const names = computed(() => [...new Set(people.value)])

onMounted(() => askPerson())

async function show() {
  open.value = true
  if (me.shared) return
  const yard = await api.yard({ most: 1 }).catch(() => undefined)
  people.value = (yard?.workshops ?? []).flatMap((w) => w.people)
}

async function choose(name: string) {
  if (await tried(() => choosePerson(name))) open.value = false
}
</script>

<template>
  <button type="button" class="why person" @click="show">{{ me.name || 'Who are you?' }}</button>
  <AccountDialog v-if="me.shared" v-model="open" />
  <ElDialog v-else v-model="open" title="Who works in this browser?" width="min(26rem, 92vw)" append-to-body>
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
.person {
  white-space: nowrap;
}
.person-names {
  margin: 12px 0;
}
</style>
