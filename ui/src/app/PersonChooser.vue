<script setup lang="ts">
/** The name in the head of the page; a touch opens the choice, or the account. */
import { onMounted, ref } from 'vue'
import { whenOpened } from '../desk/ever'
import { askPerson, me } from '../desk/person'

const AccountDialog = whenOpened(() => import('../people/AccountDialog.vue'))
const PersonDialog = whenOpened(() => import('./PersonDialog.vue'))
const open = ref(false)

onMounted(() => askPerson())
</script>

<template>
  <button type="button" class="why person" @click="open = true">{{ me.name || 'Who are you?' }}</button>
  <AccountDialog v-if="me.shared" v-model="open" />
  <PersonDialog v-else v-model="open" />
</template>

<style scoped>
.person {
  white-space: nowrap;
}
</style>
