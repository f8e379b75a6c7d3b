<script setup lang="ts">
/** Readings on the running converter: what to expect stands there before it is measured; then what they show. */
import { computed, ref } from 'vue'
import GradeMark from '../parts/GradeMark.vue'
import FindingLine from '../parts/FindingLine.vue'
import { useJob } from '../job/open'
import ChoiceRow from '../parts/ChoiceRow.vue'
import { withoutLine } from '../job/document'

const job = useJob()
const plan = computed(() => job.plan.value!)
const view = computed(() => plan.value.rotary!)
const states = computed(() => view.value.states.filter((s) => s.runs))
const chosen = ref('')
const state = computed(() => states.value.find((s) => s.id === chosen.value) ?? states.value[0])
const names = computed(
  () => new Map([...(view.value.idler ? [view.value.idler] : []), ...view.value.machines].map((m) => [m.id, m.name])),
)
const pairs = ['L1-L2', 'L2-L3', 'L3-L1']
const typed = ref<Record<string, string>>({})
const text = computed(() => job.text('rotary.readings'))
const rounds = computed(() => text.value.split('\n').filter((l) => l.trim()))

/** One round as the document keeps it: a dash where nothing was read. */
function line(): string {
  const of = (keys: string[]) => keys.map((k) => (typed.value[k] ?? '').trim().replace(',', '.') || '-')
  const parts: string[] = [state.value!.id || 'idle']
  const volts = of(['v0', 'v1', 'v2'])
  if (volts.some((v) => v !== '-')) parts.push(`${volts.join(' ')} V`)
  const supply = of(['line'])[0]!
  if (supply !== '-') parts.push(`line ${supply} A`)
  for (const m of state.value!.motors) {
    const amps = of([0, 1, 2].map((i) => `${m.id}.${i}`))
    if (amps.some((a) => a !== '-')) parts.push(`${m.id} ${amps.join(' ')} A`)
  }
  if (parts.length === 1) return ''
  parts.push(`cans ${view.value.l1_l3_microfarad} ${view.value.l2_l3_microfarad}`)
  return parts.join('; ')
}
function keep() {
  const next = line()
  if (!next) return
  job.commit('rotary.readings', [...rounds.value, next].join('\n'))
  typed.value = {}
}
const said = computed(() => job.said('rotary.readings', 'rotary.load-found'))
const upper = (s: string) => s.slice(0, 1).toUpperCase() + s.slice(1)
</script>

<template>
  <p class="caution">
    Readings on a running converter are taken on live lines: a clamp and a meter with finger guards, one hand, by
    someone who may do it where you are. Panels closed otherwise.
  </p>
  <FindingLine v-for="f in said" :key="f.id" :finding="f" />
  <div v-if="state" class="readings">
    <fieldset class="choice">
      <legend>Read while this runs</legend>
      <ChoiceRow
        :choices="states.map((s) => ({ value: s.id, label: s.title }))"
        :chosen="state.id"
        @pick="chosen = $event"
      />
    </fieldset>
    <form @submit.prevent="keep">
      <table>
        <thead>
          <tr>
            <th scope="col">Where</th>
            <th scope="col">Expect</th>
            <th scope="col">A meter may show</th>
            <th scope="col">Read</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(p, i) in pairs" :key="p">
            <th scope="row">Volts {{ p }}</th>
            <td>{{ state.volts_text[i] }}</td>
            <td class="soft">{{ state.volts_bands[i] }}</td>
            <td><ElInput v-model="typed[`v${i}`]" :aria-label="`Volts ${p}`" inputmode="decimal" /></td>
          </tr>
          <tr>
            <th scope="row">Amps, supply line</th>
            <td>{{ state.supply }}</td>
            <td class="soft">{{ state.supply_band }}</td>
            <td><ElInput v-model="typed.line" aria-label="Amps, supply line" inputmode="decimal" /></td>
          </tr>
          <template v-for="m in state.motors" :key="m.id">
            <tr v-for="(a, i) in m.leads" :key="`${m.id}.${i}`">
              <th scope="row">Amps, {{ names.get(m.id) }}, lead L{{ i + 1 }}</th>
              <td>{{ a }}</td>
              <td class="soft">{{ m.bands[i] }}</td>
              <td>
                <ElInput
                  v-model="typed[`${m.id}.${i}`]"
                  :aria-label="`Amps, ${names.get(m.id)}, lead L${i + 1}`"
                  inputmode="decimal"
                />
              </td>
            </tr>
          </template>
        </tbody>
      </table>
      <button type="submit" class="plain">Keep this round</button>
    </form>
    <section v-if="rounds.length">
      <h3>Rounds kept</h3>
      <ul>
        <li v-for="(r, i) in rounds" :key="r">
          <template v-for="v in view.rounds.filter((one) => one.typed === r.trim()).slice(0, 1)" :key="v.typed">
            <p>
              <GradeMark :grade="v.grade" :size="14" /> <b>{{ v.title }}.</b> {{ v.verdict }}
            </p>
            <table v-if="v.figures.length">
              <thead>
                <tr>
                  <th scope="col">Where</th>
                  <th scope="col">Read</th>
                  <th scope="col">The plates let expect</th>
                  <th scope="col">It lies</th>
                </tr>
              </thead>
              <tbody>
                <tr v-for="f in v.figures" :key="f.name">
                  <th scope="row">{{ upper(f.name) }}</th>
                  <td>{{ f.read }}</td>
                  <td class="soft">{{ f.expect || 'nothing' }}</td>
                  <td>{{ f.where?.replace('-', ' ') }}</td>
                </tr>
              </tbody>
            </table>
          </template>
          <span class="soft">{{ r }}</span>
          <button
            type="button"
            class="why"
            :aria-label="`Take out round ${i + 1}`"
            @click="job.commit('rotary.readings', withoutLine(text, text.split('\n').indexOf(r)))"
          >
            take out
          </button>
        </li>
      </ul>
    </section>
  </div>
</template>

<style scoped>
table {
  width: 100%;
  max-width: 46rem;
  border-collapse: collapse;
  margin: 8px 0;
}
th,
td {
  text-align: left;
  padding: 3px 8px 3px 0;
  border-bottom: 1px solid var(--stone-deep);
  font-weight: 400;
}
thead th {
  color: var(--soft);
  font-size: 0.85rem;
}
td:last-child {
  width: 6.5rem;
}
section {
  margin-top: 12px;
}
</style>
