<script setup lang="ts">
/** The name in the head of the page; a touch opens the choice, or the account. */
import { defineAsyncComponent, onMounted, ref } from 'vue'
import { useEver } from '../desk/ever'
import { askPerson, me } from '../desk/person'

const AccountDialog = defineAsyncComponent(() => import('../people/AccountDialog.vue'))
const PersonDialog = defineAsyncComponent(() => import('./PersonDialog.vue'))
const open = ref(false)
const ever = useEver(() => open.value)

onMounted(() => askPerson())
</script>

<template>
  <button type="button" class="why person" @click="open = true">{{ me.name || 'Who are you?' }}</button>
  <template v-if="ever">
    <AccountDialog v-if="me.shared" v-model="open" />
    <PersonDialog v-else v-model="open" />
  </template>
</template>

<style scoped>
.person {
  white-space: nowrap;
}
</style>
