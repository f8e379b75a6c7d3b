<script setup lang="ts">
/** One person: role and machines to be changed, devices to be ended, a way in to be given. */
import { computed, ref, watch } from 'vue'
import type { Role } from '../api/client'
import type { Person, PersonEntry } from '../api/people'
import { me } from '../desk/person'
import DeviceList from './DeviceList.vue'
import MachinePicks from './MachinePicks.vue'
import { aboutRole, roleName, workerRoles } from './roles'
import { day } from '../parts/dates'
import ChoiceRow from '../parts/ChoiceRow.vue'

const props = defineProps<{ person: Person; own: boolean; machines: { id: string; name: string }[] }>()
const emit = defineEmits<{ change: [e: PersonEntry]; remove: []; pair: []; end: [device: string] }>()
const open = ref(false)
const sure = ref(false)
const role = ref<Role>(props.person.role)
const jobs = ref<string[]>([...props.person.jobs])
watch(
  () => props.person,
  (p) => {
    role.value = p.role
    jobs.value = [...p.jobs]
  },
)
const guest = computed(() => props.person.role === 'guest')
const changed = computed(
  () =>
    role.value !== props.person.role ||
    (role.value === 'helper' && [...jobs.value].sort().join() !== [...props.person.jobs].sort().join()),
)
const given = computed(() =>
  props.person.part
    ? props.machines
        .filter((m) => props.person.jobs.includes(m.id))
        .map((m) => m.name)
        .join(', ') || `${props.person.jobs.length} machines`
    : '',
)

function remove() {
  if (sure.value) emit('remove')
  sure.value = !sure.value
}
</script>

<template>
  <li class="person-line" :data-person="person.name">
    <p class="person-main">
      <strong>{{ person.name }}</strong>
      <span
        >{{ roleName(person.role) }}<template v-if="given">: {{ given }}</template></span
      >
      <span v-if="person.keeper" class="soft">opened this server</span>
      <span v-if="person.until" class="soft">until {{ day(person.until, 'long') }}</span>
      <span v-else-if="own && !person.known && !guest" class="soft">has no password yet</span>
      <span v-if="own" class="soft">{{ person.seen ? `here ${day(person.seen, 'long')}` : 'never here' }}</span>
      <button v-if="own" type="button" class="why" :aria-expanded="open" @click="open = !open">
        {{ open ? 'Fold' : 'Change' }}
      </button>
    </p>
    <div v-if="open" class="person-more">
      <template v-if="!guest">
        <ChoiceRow :choices="workerRoles" :chosen="role" @pick="role = $event as Role" />
        <p class="soft">{{ aboutRole(role) }}</p>
        <MachinePicks v-if="role === 'helper'" v-model="jobs" :machines="machines" label="on these machines" />
      </template>
      <h3>Logged in on</h3>
      <DeviceList :devices="person.devices" @end="emit('end', $event)" />
      <p class="person-acts">
        <button
          v-if="changed"
          type="button"
          class="strong"
          @click="emit('change', { role: role as PersonEntry['role'], jobs: role === 'helper' ? jobs : [] })"
        >
          Store the change
        </button>
        <button v-if="!guest" type="button" class="plain" @click="emit('pair')">A code to come in by</button>
        <button type="button" class="why" @click="remove">
          {{ sure ? 'Really, out of this workshop' : guest ? 'End this link' : 'Take out of this workshop' }}
        </button>
        <span v-if="sure && person.name === me.name" class="entry-problem">This is you.</span>
        <span v-else-if="sure && !guest" class="soft">What {{ person.name }} signed stays signed.</span>
      </p>
    </div>
  </li>
</template>

<style scoped>
.person-line {
  padding: 8px 0;
  border-bottom: 1px solid var(--stone-deep);
}
.person-main {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 2px 16px;
}
.person-main :deep(strong) {
  min-width: 8rem;
  overflow-wrap: anywhere;
}
.person-main :deep(.why) {
  margin-left: auto;
}
.person-more {
  display: grid;
  gap: 8px;
  padding: 10px 0 10px 14px;
  border-left: 3px solid var(--stone-deep);
  margin: 6px 0;
}
.person-acts {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 14px;
}
</style>
