<script setup lang="ts">
/** The screws of a device, drawn as they are typed: power below, control above, as the words say what each is for. */
import { computed } from 'vue'
import type { Words } from '../api/profiles'
import type { Rec } from './at'

const props = defineProps<{ terminals: Rec[]; words?: Words }>()
const power = new Set(['line', 'motor', 'earth', 'brake', 'shield', 'armature', 'field'])
const screws = computed(() =>
  props.terminals.map((t, i) => {
    const role = String(t.role ?? t.screw ?? '')
    return {
      key: i,
      name: String(t.name ?? '').trim() || '?',
      role,
      is: props.words?.terminals.find((w) => w.word === role)?.name ?? (role || 'not said'),
    }
  }),
)
const rows = computed(() => [
  { id: 'control', title: 'Control', all: screws.value.filter((s) => !power.has(s.role)) },
  { id: 'power', title: 'Power', all: screws.value.filter((s) => power.has(s.role)) },
])
</script>

<template>
  <div v-if="screws.length" class="strip" role="img" :aria-label="`${screws.length} terminals, drawn`">
    <div v-for="row in rows.filter((r) => r.all.length)" :key="row.id" class="strip-row">
      <span class="strip-title soft">{{ row.title }}</span>
      <span v-for="s in row.all" :key="s.key" class="strip-screw" :class="[`strip-${s.role}`, { open: !s.role }]">
        <strong>{{ s.name }}</strong>
        <svg viewBox="0 0 20 20" width="20" height="20" aria-hidden="true">
          <circle cx="10" cy="10" r="8" />
          <path d="M5 13 15 7" />
        </svg>
        <span>{{ s.is }}</span>
      </span>
    </div>
  </div>
</template>

<style scoped>
.strip {
  grid-column: 1 / -1;
  display: grid;
  gap: 8px;
  padding: 10px;
  border: 1px solid var(--rule);
  background: var(--sheet);
  overflow-x: auto;
}
.strip-row {
  display: flex;
  flex-wrap: wrap;
  align-items: stretch;
}
.strip-title {
  flex: 0 0 4.2rem;
  align-self: center;
}
.strip-screw {
  display: grid;
  justify-items: center;
  gap: 2px;
  min-width: 4.2rem;
  padding: 4px 6px;
  border: 1px solid var(--rule);
  margin: 0 -1px -1px 0;
  font-size: 0.8rem;
  line-height: 1.2;
  text-align: center;
}
.strip-screw :deep(svg) {
  fill: none;
  stroke: currentcolor;
  stroke-width: 1.4;
}
.strip-line,
.strip-motor,
.strip-armature,
.strip-field {
  font-weight: 600;
}
.open {
  color: var(--brick);
}
</style>
