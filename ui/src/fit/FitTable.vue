<script setup lang="ts">
/** Both bodies, a dimension a row: what was measured is typed, what the frame says stands in the empty field. */
import { computed } from 'vue'
import { useJob } from '../job/open'
import EntryField from '../parts/EntryField.vue'
import GradeMark from '../parts/GradeMark.vue'

const job = useJob()
const fit = computed(() => job.plan.value!.fit)
/** Whose entries stand in which column. */
const columns = computed(() => (job.text('fit.other_is') === 'new' ? ['this', 'other'] : ['other', 'this']))
/** A row of the plan with the field of a body that it is about. */
const rows = [
  { field: 'frame', row: '', label: 'Frame, as printed', hint: '90S' },
  { field: 'height', row: 'height', label: 'Shaft height', hint: 'floor of the feet to centre' },
  { field: 'across', row: 'across', label: 'Feet, across', hint: 'hole to hole' },
  { field: 'along', row: 'along', label: 'Feet, along', hint: 'hole to hole' },
  { field: 'shoulder', row: 'shoulder', label: 'Foot hole to shoulder', hint: 'along the shaft' },
  { field: 'face_circle', row: 'face', label: 'Face bolt circle', hint: 'if it has a face' },
  { field: 'shaft', row: 'shaft', label: 'Shaft diameter', hint: '24 mm' },
  { field: 'shaft_length', row: 'length', label: 'Shaft length', hint: '50 mm' },
  { field: 'key', row: 'key', label: 'Key', hint: '8 × 7 mm' },
  { field: 'end_thread', row: 'thread', label: 'Thread in its end', hint: 'M8' },
  { field: 'overall', row: 'overall', label: 'Overall length', hint: 'with the fan’s cowl' },
  { field: 'weight', row: 'weight', label: 'Weight', hint: '14 kg' },
]
const of = (id: string) => fit.value.rows.find((r) => r.id === id)
/** What the plan knows of a field that is empty. */
function hint(side: number, r: (typeof rows)[number]) {
  const known = of(r.row)?.[side === 0 ? 'old' : 'new']
  if (known) return known.replaceAll('\u00a0', ' ')
  return r.field === 'frame' && columns.value[side] === 'this' ? job.text('plate.frame') || r.hint : r.hint
}
const sides = ['left', 'right', 'top'] as const
</script>

<template>
  <table class="fit-table">
    <caption class="for-readers">
      Old and new motor, dimension by dimension
    </caption>
    <thead>
      <tr>
        <td />
        <th scope="col">Old motor</th>
        <th scope="col">New motor</th>
        <th scope="col">What it means</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="r in rows" :key="r.field">
        <th scope="row">{{ r.label }}</th>
        <td v-for="(who, side) in columns" :key="who">
          <EntryField
            :path="`fit.${who}.${r.field}`"
            :label="`${r.label}, ${side === 0 ? 'old' : 'new'} motor`"
            :placeholder="hint(side, r)"
          />
        </td>
        <td>
          <template v-if="of(r.row)"><GradeMark :grade="of(r.row)!.grade" /> {{ of(r.row)!.says }}</template>
        </td>
      </tr>
      <tr>
        <th scope="row">Terminal box, facing the shaft</th>
        <td v-for="(who, side) in columns" :key="who">
          <div class="fit-sides" role="group" :aria-label="`Terminal box, ${side === 0 ? 'old' : 'new'} motor`">
            <button
              v-for="s in sides"
              :key="s"
              type="button"
              class="plain"
              :aria-pressed="job.text(`fit.${who}.box`) === s"
              @click="job.commit(`fit.${who}.box`, job.text(`fit.${who}.box`) === s ? '' : s)"
            >
              {{ s }}
            </button>
          </div>
        </td>
        <td>
          <template v-if="of('box')"><GradeMark :grade="of('box')!.grade" /> {{ of('box')!.says }}</template>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.fit-table {
  width: 100%;
  margin: 6px 0 12px;
  border-collapse: collapse;
  font-size: 0.93rem;
}
.fit-table :is(th, td) {
  padding: 3px 10px 3px 0;
  border-bottom: 1px solid var(--stone-deep);
  text-align: left;
  vertical-align: middle;
  font-weight: normal;
}
.fit-table thead th {
  font-weight: 600;
}
.fit-table td:nth-child(2),
.fit-table td:nth-child(3) {
  width: 24%;
}
.fit-table :deep(.entry label) {
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
}
.fit-table :deep(.entry-read) {
  min-height: 0;
}
.fit-sides {
  display: flex;
  gap: 4px;
}
.fit-sides :deep(button) {
  min-height: 30px;
  padding: 2px 8px;
}
.fit-sides :deep([aria-pressed='true']) {
  background: var(--river-pale);
  border-color: var(--river);
}
@media (max-width: 760px) {
  .fit-table thead {
    display: none;
  }
  .fit-table tr {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    padding: 6px 0;
    border-bottom: 1px solid var(--stone-deep);
  }
  .fit-table :is(th, td) {
    border: 0;
    width: auto !important;
  }
  .fit-table :is(th, td:last-child) {
    grid-column: 1 / -1;
  }
  .fit-table td:nth-child(2)::before {
    content: 'old';
  }
  .fit-table td:nth-child(3)::before {
    content: 'new';
  }
}
</style>
