<script setup lang="ts">
/** A new password, typed twice; the old one where there is one. */
import { computed, ref } from 'vue'
import { door } from '../api/people'
import { me } from '../desk/person'
import { useTried } from '../parts/tried'

const props = defineProps<{ fresh?: boolean }>()
const emit = defineEmits<{ done: [] }>()
const old = ref('')
const now = ref('')
const again = ref('')
const { trouble, tried } = useTried()
const least = 10
const short = computed(() => now.value.length > 0 && [...now.value].length < least)
const other = computed(() => again.value.length > 0 && now.value !== again.value)
const ready = computed(() => [...now.value].length >= least && now.value === again.value)

async function done() {
  if (!(await tried(() => door.changePassword(props.fresh ? '' : old.value, now.value)))) return
  old.value = now.value = again.value = ''
  emit('done')
}
</script>

<template>
  <form class="password-form" @submit.prevent="done">
    <input class="for-readers" type="text" autocomplete="username" :value="me.name" tabindex="-1" aria-hidden="true" />
    <template v-if="!fresh">
      <label for="password-old">The password until now</label>
      <ElInput id="password-old" v-model="old" type="password" autocomplete="current-password" maxlength="200" />
    </template>
    <label for="password-new">A new password, ten letters at least: a few words are easier than signs</label>
    <ElInput
      id="password-new"
      v-model="now"
      type="password"
      show-password
      autocomplete="new-password"
      maxlength="200"
    />
    <label for="password-again">The same again</label>
    <ElInput id="password-again" v-model="again" type="password" autocomplete="new-password" maxlength="200" />
    <p class="entry-read" :class="{ 'entry-problem': trouble || short || other }" role="status">
      {{ trouble || (short ? 'Ten letters at least.' : other ? 'The two differ.' : '') }}
    </p>
    <button type="submit" class="strong" :disabled="!ready">Keep this password</button>
  </form>
</template>

<style scoped>
.password-form {
  display: grid;
  gap: 8px;
  margin: 12px 0;
}
</style>
