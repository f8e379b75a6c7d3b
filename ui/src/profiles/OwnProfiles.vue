<script setup lang="ts">
/** The workshop's own drives or controllers, to be planned on; and the way to describe another. */
import { computed, onMounted, shallowRef } from 'vue'
import { profiles, type ProfileLine } from '../api/profiles'
import { plans } from '../desk/person'
import { useJob } from '../job/open'
import { useTried } from '../parts/tried'
import type { Kind } from './form'

const props = defineProps<{ kind: Kind }>()
const job = useJob()
const list = shallowRef<ProfileLine[]>([])
const { trouble, tried } = useTried()
const bridge = computed(() => job.document.value?.bridge[props.kind])
const own = computed(() => bridge.value?.own ?? undefined)
const place = computed(() => `/workshops/${job.workshop.value}/profiles`)
/** What was entered of it here is not typed again, stored or not yet. */
const describe = computed(() => {
  const { plate, codes, line_screws, motor_screws } = (bridge.value ?? {}) as Record<string, string | undefined>
  const begin = props.kind === 'drive' ? { plate, codes, line_screws, motor_screws } : { plate }
  return { path: `${place.value}/new`, query: { kind: props.kind }, state: { begin: JSON.stringify(begin) } }
})
const words = {
  drive: { many: 'Your workshop’s own drives', one: 'Make a profile of this drive' },
  dc: { many: 'Your workshop’s own controllers', one: 'Make a profile of this controller' },
}

onMounted(() =>
  profiles.all(job.workshop.value).then(
    (got) => (list.value = got.profiles.filter((p) => p.kind === props.kind)),
    () => undefined, // without a network the machine's own profile serves
  ),
)

const take = (p: ProfileLine) =>
  tried(async () => {
    const got = await profiles.one(job.workshop.value, p.id)
    job.commitAll({
      [`${props.kind}.own`]: got.profile,
      [props.kind === 'drive' ? 'drive.profile' : 'dc.controller']: got.own,
    })
  })
const mine = (p: ProfileLine) => own.value?.id === p.own
const newer = (p: ProfileLine) => mine(p) && p.revision > (own.value?.revision ?? 0)
</script>

<template>
  <section class="own-profiles" :aria-label="words[kind].many">
    <template v-if="list.length">
      <h3>{{ words[kind].many }}</h3>
      <ul>
        <li v-for="p in list" :key="p.id" :data-own="p.own">
          <RouterLink :to="`${place}/${p.id}`">{{ p.name }}</RouterLink>
          <span class="soft"> version {{ p.revision }}</span>
          <template v-if="!p.usable">
            <span class="entry-problem"> Something in it contradicts: not to be planned on yet.</span>
          </template>
          <template v-else-if="newer(p)">
            <span> This machine stands on version {{ own?.revision }}. </span>
            <button type="button" class="plain" :disabled="!job.may(`${kind}.own`)" @click="take(p)">
              Take version {{ p.revision }} over
            </button>
          </template>
          <span v-else-if="mine(p)" class="soft"> This machine is planned on it.</span>
          <button v-else type="button" class="plain" :disabled="!job.may(`${kind}.own`)" @click="take(p)">
            Plan on it
          </button>
        </li>
      </ul>
    </template>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <p v-if="plans(job.role.value)">
      <RouterLink v-if="bridge?.plate" :to="describe">{{ words[kind].one }}</RouterLink>
      <RouterLink v-else :to="place">Describe one that is not listed</RouterLink>
      <span class="soft">: its codes, terminals and trims, kept for every machine of the workshop.</span>
    </p>
  </section>
</template>

<style scoped>
.own-profiles {
  margin: 8px 0 14px;
}
.own-profiles :deep(ul) {
  list-style: none;
  margin: 0;
  padding: 0;
}
.own-profiles :deep(li) {
  padding: 4px 0;
}
.own-profiles :deep(.plain) {
  margin-left: 10px;
}
</style>
