<script setup lang="ts">
/** The page for an electrician or a winder, on paper only: what was said, read, believed and done. */
import { computed } from 'vue'
import type { Belief, Spoken } from '../api/symptom'
import { useJob } from '../job/open'

const props = defineProps<{ belief: Belief; words: Spoken }>()
const job = useJob()
const machine = computed(() => job.machine.value!)
const plate = computed(() => Object.entries(machine.value.plate).filter(([, v]) => typeof v === 'string' && v))
const danger = computed(() =>
  (machine.value.desk?.danger ?? []).map((id) => props.words.danger.find((t) => t.id === id)?.text ?? id),
)
const believed = computed(() => props.belief.causes.filter((c, i) => c.share >= 0.02 || i === 0))
const day = new Date().toISOString().slice(0, 10)
</script>

<template>
  <article class="desk-sheet" aria-hidden="true">
    <header>
      <h1>{{ machine.name || job.document.value?.name }}: what is wrong</h1>
      <p>{{ job.document.value?.workshop.name }}, {{ day }}</p>
    </header>
    <p v-if="danger.length"><strong>Danger found:</strong> {{ danger.join('; ') }}. Locked off; not fed since.</p>
    <p>{{ belief.story }}</p>
    <p v-if="belief.presumed">Its plate was not read: figures are those of a common motor.</p>
    <template v-if="plate.length">
      <h2>Plate</h2>
      <p>
        {{ plate.map(([k, v]) => `${k.replace(/_/g, ' ')} ${v}`).join('; ') }}
      </p>
    </template>
    <h2>What it may be</h2>
    <table>
      <tbody>
        <tr v-for="c in believed" :key="c.id">
          <td>{{ Math.round(100 * c.share) }} %</td>
          <th scope="row">{{ c.name }}</th>
          <td>
            {{ [...c.for, ...c.against].join(' ') }} <em>{{ c.cure }} {{ c.job.figures.join(' ') }}</em> Proved by:
            {{ c.proof }}
          </td>
        </tr>
      </tbody>
    </table>
    <p>Shares are estimated. Work on it: off, locked, proved dead, capacitors discharged; local rules decide.</p>
    <p class="desk-sheet-write">Found by: ____________ Done: ____________________________ Proof read: ____________</p>
  </article>
</template>

<style scoped>
.desk-sheet {
  display: none;
}
.desk-sheet :deep(h2) {
  margin: 10pt 0 4pt;
  font-size: 12pt;
}
.desk-sheet :deep(th),
.desk-sheet :deep(td) {
  padding: 3pt 8pt 3pt 0;
  text-align: left;
  vertical-align: top;
  border-top: 1px solid #999;
}
.desk-sheet :deep(td:first-child) {
  white-space: nowrap;
}
@media print {
  .desk-sheet {
    display: block;
    padding: 0;
    font-size: 10.5pt;
  }
  .desk-sheet-write {
    margin-top: 24pt;
  }
}
</style>
