<script setup lang="ts">
/** How this server stands open to the shop: opened by one deliberate step, closed by another. */
import { computed, onMounted, reactive, ref } from 'vue'
import { sharing, type Backup, type Sharing } from '../api/people'
import { askPerson, deviceName, me } from '../desk/person'
import { setHead } from '../desk/head'
import ChoiceRow from '../parts/ChoiceRow.vue'
import { useTried } from '../parts/tried'
import BackupList from './BackupList.vue'

const now = ref<Sharing>()
const backups = ref<Backup[]>()
const where = ref('')
const { trouble, tried } = useTried()
const busy = ref(false)
const sure = ref(false)
const entry = reactive({ name: '', password: '', again: '', address: '' })
const ready = computed(
  () =>
    entry.name.trim() &&
    entry.address.trim() &&
    (now.value?.known ? entry.password : [...entry.password].length >= 10 && entry.password === entry.again),
)
setHead('', 'Sharing')

const look = () =>
  tried(async () => {
    now.value = await sharing.now()
    entry.address ||= now.value.offers.find((o) => /^\d/.test(o)) ?? now.value.offers[0] ?? ''
    if (!me.keeper) return
    const got = await sharing.backups()
    backups.value = got.backups
    where.value = got.where ?? ''
  })
onMounted(look)

async function open() {
  busy.value = true
  const ok = await tried(async () => {
    now.value = await sharing.open(entry.name.trim(), entry.password, entry.address.trim(), deviceName())
  })
  busy.value = false
  if (!ok) return
  entry.password = entry.again = ''
  await askPerson(true)
}

async function close() {
  if (!sure.value) {
    sure.value = true
    return
  }
  sure.value = false
  const ok = await tried(async () => {
    now.value = await sharing.close()
  })
  if (ok) await askPerson(true)
}

const backUp = () =>
  tried(async () => {
    backups.value = (await sharing.backUp()).backups
  })
</script>

<template>
  <main class="place sharing">
    <h1>Sharing</h1>
    <p v-if="trouble" class="entry-problem" role="alert">{{ trouble }}</p>
    <template v-if="now && !now.open">
      <p>
        Only this computer reaches the workbench, and nobody logs in. Opened to the shop, other computers and phones on
        your network reach it too, and <strong>everybody logs in</strong>, here as well.
      </p>
      <form class="sharing-form" @submit.prevent="open">
        <label for="share-name">{{
          now.known ? 'Who opened it before' : 'You, the owner: first name and initial'
        }}</label>
        <ElInput id="share-name" v-model="entry.name" maxlength="60" autocomplete="username" placeholder="Odile W." />
        <label for="share-password">{{ now.known ? 'Password' : 'A password, ten letters at least' }}</label>
        <ElInput
          id="share-password"
          v-model="entry.password"
          type="password"
          show-password
          maxlength="200"
          :autocomplete="now.known ? 'current-password' : 'new-password'"
        />
        <template v-if="!now.known">
          <label for="share-again">The same again</label>
          <ElInput id="share-again" v-model="entry.again" type="password" maxlength="200" autocomplete="new-password" />
        </template>
        <label for="share-address">Where the shop finds it</label>
        <ElInput id="share-address" v-model="entry.address" maxlength="200" autocomplete="off" />
        <ChoiceRow
          v-if="now.offers.length"
          :choices="now.offers.map((o) => ({ value: o, label: o }))"
          :chosen="entry.address"
          @pick="entry.address = $event"
        />
        <p class="soft">
          An address of this computer on your own network, which should stay the same: give it a fixed one in the
          router. It is not meant to be reached from outside your network.
        </p>
        <button type="submit" class="strong" :disabled="busy || !ready">Open it to the shop</button>
      </form>
    </template>
    <template v-else-if="now">
      <p class="sharing-state">
        <strong>Open to the shop.</strong> Everybody logs in.
        <span v-if="now.trouble" class="entry-problem" role="alert">But {{ now.trouble }}.</span>
      </p>
      <div class="sharing-steps">
        <section v-if="now.root_link">
          <h2>1. Once on each phone or computer</h2>
          <img :src="now.root_qr" alt="The certificate's link as a code for a camera" width="180" height="180" />
          <p>
            Open <span class="sharing-link">{{ now.root_link }}</span> there and install this workshop’s certificate. It
            vouches for this server and for nothing else. Compare before you trust it:
          </p>
          <p class="sharing-print">{{ now.fingerprint }}</p>
          <p class="soft">
            Without it the browser warns, and behind a warning there is no camera and no work without network.
          </p>
        </section>
        <section>
          <h2>{{ now.root_link ? '2. Then' : 'On a phone or computer' }}</h2>
          <img v-if="now.qr" :src="now.qr" alt="The address as a code for a camera" width="180" height="180" />
          <p v-for="l in now.links" :key="l">
            <a :href="l">{{ l }}</a>
          </p>
          <p class="soft">
            Your own phone comes in by a code: touch your name above, <em>Pair another phone</em>. Others get an account
            under <em>People</em> of their workshop.
          </p>
        </section>
      </div>
      <p v-if="now.keeper" class="sharing-close">
        <button type="button" class="plain" @click="close">
          {{ sure ? 'Really close it: every device is logged out' : 'Close it again' }}
        </button>
        <button v-if="sure" type="button" class="why" @click="sure = false">Leave it open</button>
        <span class="soft">Accounts and all that was signed stay.</span>
      </p>
    </template>
    <BackupList v-if="me.keeper && backups" :backups="backups" :where="where" @take="backUp" />
  </main>
</template>

<style scoped>
.sharing-form {
  display: grid;
  gap: 8px;
  grid-template-columns: minmax(0, 1fr);
  max-width: 30rem;
  margin: 16px 0;
}
.sharing-form :deep(.choice-one),
.sharing :deep(:is(code, a)) {
  overflow-wrap: anywhere;
}
.sharing-state {
  padding: 10px 14px;
  background: var(--river-pale);
}
.sharing-steps {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(17rem, 1fr));
  gap: 18px 32px;
  margin: 16px 0;
}
.sharing-steps :deep(p) {
  margin: 6px 0;
}
.sharing-link {
  font-weight: 600;
  overflow-wrap: anywhere;
}
.sharing-print {
  font-family: ui-monospace, monospace;
  font-size: 0.85rem;
  padding: 8px;
  background: var(--stone);
}
.sharing-close {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 14px;
  margin: 12px 0;
}
</style>
