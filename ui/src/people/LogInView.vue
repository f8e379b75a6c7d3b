<script setup lang="ts">
/** The door of a shared workshop: a name with its password, or a code. */
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { door } from '../api/people'
import { askPerson, deviceName } from '../desk/person'
import { setHead } from '../desk/head'
import { useTried } from '../parts/tried'

const router = useRouter()
const name = ref('')
const password = ref('')
const code = ref('')
const byCode = ref(false)
const { trouble, tried } = useTried()
const busy = ref(false)
setHead('', 'Log in')

async function logIn() {
  busy.value = true
  if (await tried(() => door.logIn(name.value, password.value, deviceName()))) await askPerson(true)
  password.value = ''
  busy.value = false
}

const withCode = () => void router.push({ name: 'let-in', hash: `#${code.value.trim()}` })
</script>

<template>
  <main class="door">
    <h1>This workshop is shared</h1>
    <p class="soft">
      Everybody who works here logs in. An owner makes your account and gives you a code to come in by.
    </p>
    <form v-if="!byCode" class="door-form" @submit.prevent="logIn">
      <label for="door-name">Name</label>
      <ElInput id="door-name" v-model="name" autocomplete="username" maxlength="60" placeholder="Bram T." />
      <label for="door-password">Password</label>
      <ElInput
        id="door-password"
        v-model="password"
        type="password"
        show-password
        autocomplete="current-password"
        maxlength="200"
      />
      <p v-if="trouble" class="entry-problem" role="alert">{{ trouble }}</p>
      <button type="submit" class="strong" :disabled="busy || !name.trim() || !password">Log in</button>
      <button type="button" class="why" @click="byCode = true">I have a code</button>
      <p class="soft door-lost">
        Forgotten? An owner gives you a pairing code under People. An owner’s own is renewed at the computer that the
        server runs on, by <code>graybridge password NAME</code>.
      </p>
    </form>
    <form v-else class="door-form" @submit.prevent="withCode">
      <label for="door-code">Code, sixteen letters and figures</label>
      <ElInput id="door-code" v-model="code" autocomplete="one-time-code" maxlength="40" placeholder="ABCD-EFGH-…" />
      <button type="submit" class="strong" :disabled="code.trim().length < 8">Come in</button>
      <button type="button" class="why" @click="byCode = false">I have a password</button>
    </form>
  </main>
</template>

<style scoped>
.door-form {
  display: grid;
  gap: 8px;
  margin-top: 18px;
}
.door-form :deep(button) {
  min-height: 44px;
}
.door-lost {
  margin-top: 12px;
}
</style>
