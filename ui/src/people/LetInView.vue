<script setup lang="ts">
/** Somebody comes by a link or a code; who has no password yet chooses one. */
import { onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { door, type Whoever } from '../api/people'
import { askPerson, deviceName, me } from '../desk/person'
import { setHead } from '../desk/head'
import { useTried } from '../parts/tried'
import PasswordForm from './PasswordForm.vue'

const route = useRoute()
const router = useRouter()
const { trouble, tried } = useTried()
const state = ref<'coming' | 'choosing' | 'refused'>('coming')
/** There is a password already: it may be chosen anew, and need not. */
const has = ref(false)
const who = ref<Whoever['name']>('')
setHead('', 'Coming in')

onMounted(async () => {
  const code = route.hash.slice(1)
  // The code is worth a password: it does not stay in the history.
  await router.replace({ name: 'let-in' })
  const ok = await tried(async () => {
    const got = await door.letIn(code, deviceName())
    who.value = got.name
    has.value = got.may_renew
    state.value = got.needs_password || got.may_renew ? 'choosing' : 'coming'
    await askPerson(true)
  })
  if (!ok) state.value = 'refused'
  else if (state.value === 'coming') await router.replace('/')
})
</script>

<template>
  <main class="door">
    <template v-if="state === 'refused'">
      <h1>This lets nobody in</h1>
      <p class="entry-problem" role="alert">{{ trouble }}</p>
      <RouterLink to="/">Log in by name and password</RouterLink>
    </template>
    <template v-else-if="state === 'choosing'">
      <h1>Welcome, {{ who || me.name }}</h1>
      <p v-if="has" class="soft">
        You have a password. If you have forgotten it, choose another here; every other device of yours is then ended.
      </p>
      <p v-else class="soft">
        Choose a password, so that you come in on other devices too. On this one you stay logged in.
      </p>
      <PasswordForm fresh @done="router.replace('/')" />
      <button type="button" class="why" @click="router.replace('/')">
        {{ has ? 'Keep the one I have' : 'Later' }}
      </button>
    </template>
    <p v-else>Coming in…</p>
  </main>
</template>
