<script setup lang="ts">
/** Readings on the running bridge: what to expect before the meter shows it, and what it means after. */
import { computed, ref, watch } from 'vue'
import EntryField from '../parts/EntryField.vue'
import FindingLine from '../parts/FindingLine.vue'
import { withoutLine } from '../job/document'
import { useJob } from '../job/open'
import { roundLine } from './round'

const job = useJob()
const plan = computed(() => job.plan.value!)
const trim = computed(() => plan.value.trim)
const said = computed(() => plan.value.findings.filter((f) => f.id === 'capacitor.trim'))
const expected = (name: string) => trim.value?.next.find((n) => n.name === name)

const groups: { word: string; title: string; names: string[] }[] = [
  { word: 'leads', title: 'Amps in the motor leads', names: ['Lead L1', 'Lead L2', 'Made line’s lead'] },
  { word: 'corner', title: 'Volts of the made line', names: ['Made line to L1', 'Made line to L2'] },
  { word: 'volts', title: 'Volts at the motor', names: ['L1 to L2'] },
  { word: 'windings', title: 'Amps in the windings', names: ['Winding U', 'Winding V', 'Winding W'] },
]
/** Windings can be clamped one by one only where each has its own wire outside. */
const open = computed(() => groups.filter((g) => expected(g.names[0]!)))

const microfarad = ref('')
const values = ref<Record<string, string>>({})
const refused = ref('')
watch(
  () => plan.value.link.microfarad,
  (uf) => (microfarad.value = String(uf)),
  { immediate: true },
)

function add() {
  const line = roundLine(
    microfarad.value,
    open.value.map((g) => ({ word: g.word, values: g.names.map((n) => values.value[n] ?? '') })),
  )
  if (typeof line !== 'string') {
    refused.value = line.problem
    return
  }
  refused.value = ''
  values.value = {}
  microfarad.value = String(plan.value.link.microfarad)
  const before = job.text('bridge.trim')
  job.commit('bridge.trim', before ? `${before}\n${line}` : line)
}
</script>

<template>
  <section v-if="trim" class="trim">
    <p class="caution">
      The box is live for these readings: clamp one insulated lead at a time, leads brought out of the closed box, or
      let a licensed person read them. Never undo a joint, or the clamp of a can, while it runs.
    </p>
    <p v-if="trim.next.length">
      Run it coupled at a steady load, then read. At <strong>{{ trim.next_at }}</strong> and
      {{ trim.next_load }} load<span class="soft"> ({{ trim.rounds.length ? 'refitted' : 'estimated' }})</span> expect
      what stands under each field.
    </p>
    <form class="trim-form" @submit.prevent="add">
      <fieldset>
        <legend>In the circuit then</legend>
        <label class="trim-field">
          <span>µF</span>
          <ElInput v-model="microfarad" inputmode="decimal" autocomplete="off" aria-label="µF in the circuit then" />
          <span class="soft">now {{ plan.link.microfarad }}</span>
        </label>
      </fieldset>
      <fieldset v-for="g in open" :key="g.word">
        <legend>{{ g.title }}</legend>
        <label v-for="n in g.names" :key="n" class="trim-field">
          <span>{{ n.replace(/^(Lead|Winding) /, '').replace(' lead', '') }}</span>
          <ElInput v-model="values[n]" inputmode="decimal" autocomplete="off" :aria-label="n" />
          <span class="soft" :title="`within ${expected(n)?.band}`"
            ><strong>{{ expected(n)?.text }}</strong
            ><br />{{ expected(n)?.band }}</span
          >
        </label>
      </fieldset>
      <div class="trim-go">
        <button type="submit" class="strong">Enter this round</button>
        <span v-if="refused" class="entry-problem" role="alert">{{ refused }}</span>
        <span v-else class="soft">Leave out what you did not read; two readings are the least.</span>
      </div>
    </form>
    <FindingLine v-for="f in said" :key="f.id" :finding="f" />
    <p v-if="trim.refit" class="soft">{{ trim.refit }}</p>
    <div v-if="trim.rounds.length" class="trim-rounds">
      <table v-for="(r, n) in trim.rounds" :key="n">
        <caption>
          {{
            r.at
          }},
          {{
            r.load
          }}
          <button
            type="button"
            class="why"
            :aria-label="`Take round ${n + 1} away`"
            @click="job.commit('bridge.trim', withoutLine(job.text('bridge.trim'), r.line))"
          >
            take away
          </button>
        </caption>
        <thead>
          <tr>
            <th scope="col">Reading</th>
            <th scope="col">Read</th>
            <th scope="col">Refitted</th>
            <th scope="col">Off</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="l in r.lines" :key="l.name" :class="{ odd: l.worst }">
            <th scope="row">{{ l.name }}</th>
            <td>{{ l.read }}</td>
            <td>{{ l.model }}</td>
            <td>{{ l.off }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <details class="leads-more" :open="!!job.reading('bridge.trim')?.problem">
      <summary>Every round as text</summary>
      <EntryField
        path="bridge.trim"
        label="One round a line"
        placeholder="52 µF: leads 4.1 3.8 2.2; corner 224 231; volts 236"
        :rows="4"
      />
    </details>
  </section>
  <p v-else class="soft">What to read appears once the bridge carries your load.</p>
</template>

<style scoped>
.trim-form {
  display: flex;
  flex-wrap: wrap;
  gap: 12px 26px;
  align-items: flex-start;
  margin: 10px 0;
}
.trim-form :deep(fieldset) {
  display: flex;
  gap: 10px;
  margin: 0;
  padding: 0;
  border: 0;
}
.trim-form :deep(legend) {
  padding: 0;
  font-weight: 600;
}
.trim-field {
  display: grid;
  gap: 2px;
  width: 92px;
  font-size: 0.9rem;
  line-height: 1.3;
}
.trim-go {
  flex-basis: 100%;
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
}
.trim-rounds {
  display: flex;
  flex-wrap: wrap;
  gap: 16px 28px;
  margin: 8px 0;
}
.trim-rounds :deep(table) {
  border-collapse: collapse;
}
.trim-rounds :deep(caption) {
  text-align: left;
  font-weight: 600;
}
.trim-rounds :deep(th),
.trim-rounds :deep(td) {
  padding: 3px 10px 3px 0;
  border-bottom: 1px solid var(--stone-deep);
  text-align: right;
  font-weight: 400;
  white-space: nowrap;
}
.trim-rounds :deep(th:first-child) {
  text-align: left;
}
.trim-rounds :deep(.odd) {
  background: var(--brick-pale);
}
@media (max-width: 760px) {
  .trim-form :deep(fieldset) {
    flex-wrap: wrap;
  }
}
</style>
