<script setup lang="ts">
/**
 * The open pair: one winding across the line, each of the others behind a capacitor of its own.
 * Offered where one capacitor does not carry the load and the motor never idles; else refused with the reason.
 */
import { computed } from 'vue'
import { api, type Pair, type PairProof } from '../api/client'
import { useAsked } from '../job/ask'
import { useJob } from '../job/open'
import EntryField from '../parts/EntryField.vue'
import GradeMark from '../parts/GradeMark.vue'
import LineChart from '../parts/LineChart.vue'
import PairDrawing from './PairDrawing.vue'
import PairLines from './PairLines.vue'
import PairMap from './PairMap.vue'

const job = useJob()
const { value: pair, trouble } = useAsked<Pair>(api.pair)
const { value: proof } = useAsked<PairProof>(api.pairProof)
const rulers = computed(() =>
  pair.value
    ? [
        { path: 'bridge.pair_first_microfarad', name: 'C1', cap: pair.value.first, to: pair.value.ruler_to[0]! },
        { path: 'bridge.pair_second_microfarad', name: 'C2', cap: pair.value.second, to: pair.value.ruler_to[1]! },
      ]
    : [],
)
const number = (e: Event) => (e.target as HTMLInputElement).value
function both(first: number, second: number) {
  job.commit('bridge.pair_first_microfarad', String(first))
  job.commit('bridge.pair_second_microfarad', String(second))
}
/** Prints the card alone: what is around it is left out on paper. */
function print() {
  document.documentElement.classList.add('only-pair-card')
  window.print()
  document.documentElement.classList.remove('only-pair-card')
}
const lines = computed(() => [
  { id: 'rpm', text: 'rpm', y: proof.value?.rpm ?? [], tone: 'main' as const },
  {
    id: 'amps',
    text: 'line amps × 50',
    y: (proof.value?.amps ?? []).map((a) => a * 50),
    tone: 'third' as const,
  },
])
</script>

<template>
  <p v-if="trouble" class="soft">{{ trouble }}</p>
  <p v-else-if="!pair?.sentence" class="soft">Worked out once the motor and its joints are known.</p>
  <template v-else>
    <section class="pair-answer" :class="pair.offered ? 'pair-offered' : 'pair-refused'" aria-label="Offered or not">
      <p>
        <GradeMark :grade="pair.grade" /> <strong>{{ pair.sentence }}</strong>
      </p>
      <p>{{ pair.detail }}</p>
      <p v-if="pair.doubt">{{ pair.doubt }}</p>
      <p v-for="w in pair.why" :key="w.formula" class="soft">
        {{ w.formula }}: {{ w.numbers }} ({{ w.source }}{{ w.estimated ? ', partly estimated' : '' }})
      </p>
    </section>
    <template v-if="pair.possible && pair.first.microfarad">
      <p class="caution">
        Each capacitor carries more than the line’s volts and holds them after the supply is off: discharge both through
        a resistor, then short them, before any terminal is touched.
      </p>
      <div class="pair-top">
        <PairDrawing :pair="pair" />
        <div>
          <PairMap v-if="proof?.worst.length" :proof="proof" :pair="pair" @pick="both" />
          <div v-for="r in rulers" :key="r.name" class="pair-ruler">
            <EntryField
              :path="r.path"
              :label="`${r.name}, behind winding ${r.cap.winding}, to ${r.cap.to}: µF`"
              :placeholder="`${r.cap.microfarad} (the plan's)`"
              :help="`${r.cap.cans}; best ${r.cap.best.toFixed(1)} µF; it sees ${r.cap.volts}`"
            />
            <input
              type="range"
              min="1"
              :max="r.to"
              step="0.5"
              :value="r.cap.microfarad"
              :aria-label="`${r.name} in µF`"
              @input="job.preview(r.path, number($event))"
              @change="job.commit(r.path, number($event))"
            />
          </div>
        </div>
      </div>
      <div class="pair-low">
        <section>
          <h3>What the windings carry</h3>
          <PairLines :lines="pair.figures" of="" />
          <h3>Where something is lost</h3>
          <PairLines :lines="pair.lost" of="lost-" />
        </section>
        <section>
          <h3>Followed in time</h3>
          <PairLines v-if="proof" :lines="proof.rows" of="proof-" />
          <LineChart
            v-if="proof && proof.time_s.length > 1"
            title="Start under your load"
            :x="proof.time_s"
            :lines="lines"
            x-unit="s"
            y-unit="rpm"
            half
          />
        </section>
      </div>
      <section class="pair-card" aria-label="Card of the pair">
        <h3>
          Card of the two capacitors, {{ job.document.value?.name }}
          <span class="soft">(guide values; estimated figures)</span>
          <button type="button" class="plain pair-print" @click="print">Print this card</button>
        </h3>
        <ol>
          <li v-for="m in pair.moves" :key="m">{{ m }}</li>
        </ol>
        <table>
          <tbody>
            <tr v-for="r in rulers" :key="r.name">
              <th scope="row">{{ r.name }}</th>
              <td>{{ r.cap.cans }}, film, continuous duty, {{ r.cap.class }}</td>
              <td>bleed {{ r.cap.bleed }}</td>
            </tr>
            <tr>
              <th scope="row">Relay</th>
              <td colspan="2">{{ pair.relay }}</td>
            </tr>
            <tr>
              <th scope="row">Turns</th>
              <td colspan="2">
                {{ pair.turns }}, facing the shaft end, if marked as the standard has it. {{ pair.mirror }}
              </td>
            </tr>
            <tr v-for="e in pair.expect" :key="e.id">
              <th scope="row">{{ e.name }}</th>
              <td>expect {{ e.text }} {{ e.note }}</td>
              <td>{{ e.band }}</td>
            </tr>
          </tbody>
        </table>
        <p class="soft">
          It does not replace local rules or a licensed person. What was checked: steady figures and the runs in time
          above. Not checked: this motor’s own iron, its insulation against the higher volts, and what your hands join.
        </p>
      </section>
    </template>
  </template>
</template>

<style scoped>
.pair-answer {
  border-left: 4px solid var(--rule);
  background: var(--sheet);
  padding: 8px 12px;
  margin: 0 0 12px;
}
.pair-answer p {
  margin: 0 0 4px;
}
.pair-offered {
  border-left-color: var(--ochre);
}
.pair-top,
.pair-low {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 320px), 1fr));
  gap: 12px 28px;
  margin-top: 14px;
}
.pair-ruler {
  margin-top: 10px;
}
.pair-ruler input {
  width: 100%;
  min-height: 32px;
}
.pair-card {
  margin-top: 18px;
  border: 1px solid var(--rule);
  background: var(--sheet);
  padding: 10px 14px;
}
.pair-card th {
  text-align: left;
  vertical-align: top;
  padding: 4px 14px 4px 0;
  white-space: nowrap;
  font-weight: 600;
}
.pair-card td {
  padding: 4px 10px 4px 0;
}
</style>

<style scoped>
@media print {
  .only-pair-card .pair-card,
  .only-pair-card .pair-card :deep(*) {
    visibility: visible;
  }
  .only-pair-card .pair-card {
    position: absolute;
    inset: 0 0 auto;
    border: 0;
  }
  .only-pair-card .pair-print {
    display: none;
  }
}
</style>
