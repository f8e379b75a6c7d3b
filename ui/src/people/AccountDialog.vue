<script setup lang="ts">
/** One's own account: devices, another phone, the password, going. */
import { ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { door, type Code, type Device } from '../api/people'
import { logOut, me } from '../desk/person'
import { useTried } from '../parts/tried'
import CodeCard from './CodeCard.vue'
import DeviceList from './DeviceList.vue'
import PasswordForm from './PasswordForm.vue'

const open = defineModel<boolean>({ required: true })
const router = useRouter()
const devices = ref<Device[]>([])
const code = ref<Code>()
const changing = ref(false)
const said = ref('')
const { trouble, tried } = useTried()

const load = () =>
  tried(async () => {
    devices.value = (await door.devices()).devices
  })
watch(
  open,
  (now) => {
    code.value = undefined
    changing.value = false
    said.value = ''
    if (now) void load()
  },
  { immediate: true },
)

async function end(id: string) {
  if (await tried(() => door.endDevice(id))) await load()
}

const pair = () =>
  tried(async () => {
    code.value = await door.pairMine()
  })

async function go() {
  if (await tried(logOut)) {
    // What was pinned for the machine goes with who leaves; what is not sent waits for that person.
    const { kept } = await import('../outbox/kept')
    await kept.clear().catch(() => {})
    open.value = false
    await router.push('/')
  }
}
</script>

<template>
  <ElDialog v-model="open" :title="me.name" width="min(38rem, 94vw)" append-to-body>
    <p v-if="trouble" class="entry-problem" role="alert">{{ trouble }}</p>
    <p v-if="said" role="status">{{ said }}</p>
    <template v-if="!me.guest">
      <h3>Where you are logged in</h3>
      <DeviceList :devices="devices" @end="end" />
      <CodeCard v-if="code" :code="code" :who="me.name" />
      <p class="account-acts">
        <button type="button" class="strong" @click="pair">Pair another phone or computer</button>
        <button type="button" class="plain" :aria-expanded="changing" @click="changing = !changing">
          Change the password
        </button>
      </p>
      <PasswordForm
        v-if="changing"
        @done="((changing = false), (said = 'The password is changed; your other devices are ended.'), load())"
      />
    </template>
    <p v-else class="soft">You read by a guest’s link.</p>
    <button type="button" class="plain" @click="go">Log out on this device</button>
  </ElDialog>
</template>

<style scoped>
.account-acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 12px 0;
}
</style>
