<script setup lang="ts">
/** The machines of a job with several: the chosen one's bays stand below. Not there where there is one. */
import { computed, ref } from 'vue'
import { whenOpened } from '../desk/ever'
import { useKeys } from '../desk/keys'
import { useJob } from '../job/open'

const MachinesDialog = whenOpened(() => import('./MachinesDialog.vue'))
const job = useJob()
const machines = computed(() => job.document.value?.machines ?? [])
const rotary = computed(() => job.document.value?.bridge.kind === 'rotary')
const setting = ref(false)
const at = computed(() => machines.value.findIndex((m) => m.id === job.machine.value?.id))

function step(by: number) {
  const n = machines.value.length
  const next = machines.value[(at.value + by + n) % n]
  if (n > 1 && next) job.workOn(next.id)
}
useKeys({ '[': () => step(-1), ']': () => step(1) })
</script>

<template>
  <nav v-if="machines.length > 1 || rotary" class="machine-chooser" aria-label="Machines">
    <button
      v-for="(m, i) in machines"
      :key="m.id"
      type="button"
      :class="{ chosen: i === at }"
      :aria-current="i === at ? 'true' : undefined"
      @click="job.workOn(m.id)"
    >
      {{ m.name || (m.role === 'idler' ? 'Idler' : i ? `Machine ${i + 1}` : job.document.value?.name) }}
      <span v-if="m.role === 'idler' && m.name && m.name.toLowerCase() !== 'idler'" class="soft">idler</span>
    </button>
    <button type="button" class="setting" @click="setting = true">Machines…</button>
    <span v-if="!rotary" class="soft">each planned as if it ran alone</span>
    <MachinesDialog v-model="setting" />
  </nav>
</template>

<style scoped>
.machine-chooser {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 4px;
  padding: 6px 18px 0;
}
.machine-chooser button {
  min-height: 34px;
  padding: 4px 12px;
  border: 1px solid var(--rule);
  border-bottom: 3px solid transparent;
  background: var(--sheet);
  font: inherit;
  cursor: pointer;
}
.machine-chooser .chosen {
  border-bottom-color: var(--river);
  font-weight: 600;
}
.machine-chooser .setting {
  border-color: transparent;
  color: var(--river);
}
.machine-chooser .soft {
  padding-left: 8px;
  font-size: 0.87rem;
}
@media (max-width: 760px) {
  .machine-chooser button {
    min-height: 44px;
  }
}
</style>
