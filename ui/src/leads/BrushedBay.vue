<script setup lang="ts">
/** Leads of a brushed motor: found by ohms and by turning the shaft, its armature measured, brushes looked at, direction. */
import { computed, ref } from 'vue'
import BayTabs from '../parts/BayTabs.vue'
import ChoiceField from '../parts/ChoiceField.vue'
import EntryField from '../parts/EntryField.vue'
import FigureList from '../parts/FigureList.vue'
import FindingLine from '../parts/FindingLine.vue'
import GradeMark from '../parts/GradeMark.vue'
import { vRove } from '../parts/rove'
import { useRowTicks } from '../parts/rowticks'
import { useJob } from '../job/open'
import MakeUpSection from '../makeup/MakeUpSection.vue'
import BrushPicture from './BrushPicture.vue'
import DirectionSection from './DirectionSection.vue'

const job = useJob()
const plan = computed(() => job.plan.value!)
const brushed = computed(() => plan.value.brushed!)
const found = computed(() => brushed.value.found)
const { tick } = useRowTicks('leads.brushed.look')
const tabs = [
  {
    id: 'find',
    title: 'Find out',
    entries: [
      'leads.brushed.ohms',
      'leads.brushed.turned',
      'leads.brushed.makes',
      'leads.brushed.sense',
      'leads.brushed.insulation',
    ],
  },
  { id: 'look', title: 'Brushes', entries: ['leads.brushed.look'] },
  { id: 'measure', title: 'Armature', entries: ['leads.brushed.locked', 'leads.brushed.spun', 'leads.brushed.idle'] },
  { id: 'direction', title: 'Direction', entries: ['leads.bumped'] },
  {
    id: 'makeup',
    title: 'Make-up',
    entries: ['makeup.box', 'makeup.cable', 'makeup.conduit', 'makeup.wires', 'makeup.enclosure', 'makeup.asked'],
  },
]
const tab = ref(!found.value.settled ? 'find' : brushed.value.look.some((l) => !l.found) ? 'look' : 'measure')
const worlds = [
  { value: 'letters', label: 'A F S', note: 'A1 A2, F1 F2, S1 S2' },
  { value: 'iec', label: 'A E D', note: 'A1 A2, E1 E2, D1 D2' },
  { value: 'old', label: 'A-B', note: 'A-B, C-D, E-F' },
]
const senses = [
  { value: 'helps', label: 'It helps', note: 'sags more under load' },
  { value: 'opposes', label: 'It opposes', note: 'speeds up under load' },
]
const armature = ['ra', 'la', 'brushes', 'ke', 'kt', 'friction', 'field-ohms']
const figures = computed(() => plan.value.motor.filter((f) => armature.includes(f.id)))
const measured = computed(() => job.said('dc.ohms', 'dc.spread', 'dc.ke', 'plate.impossible'))
</script>

<template>
  <header class="bench-head">
    <h2>Leads</h2>
    <p>{{ plan.bays.find((b) => b.bay === 'leads')?.key }}</p>
    <BayTabs v-model="tab" label="Parts of the Leads bay" :tabs="tabs" />
  </header>

  <template v-if="tab === 'find'">
    <p class="caution">
      Feed locked off and proved dead, the controller off every lead. Tag each lead 1, 2, 3 … first.
    </p>
    <p class="found">
      <GradeMark :grade="found.grade" /> <strong>{{ found.text }}</strong> {{ found.next }}
    </p>
    <div class="both">
      <section>
        <EntryField path="leads.brushed.count" label="Leads that come out" placeholder="2, 4 or 6" />
        <EntryField
          path="leads.brushed.ohms"
          label="Ohms of every two that are joined, and to the frame"
          placeholder="1 2 1.4"
          help="One reading a line: two tags, then ohms or open. Frame is a tag too."
          :rows="5"
        />
        <EntryField
          path="leads.brushed.turned"
          label="The pair whose ohms jump while the shaft is turned"
          placeholder="1 2"
        />
        <EntryField
          path="leads.brushed.makes"
          label="Or the pair that makes volts when it is spun"
          placeholder="1 2 8.5 V"
          help="By hand or a drill on the shaft, slowly, DC volts."
        />
        <EntryField path="leads.brushed.insulation" label="Insulation, every lead to frame" placeholder="20 MΩ" />
        <ChoiceField
          v-if="brushed.series"
          path="leads.brushed.sense"
          label="The series field, beside the shunt field"
          :choices="senses"
        />
      </section>
      <section>
        <h3>What they are</h3>
        <table v-if="found.pairs.length" class="list">
          <tbody>
            <tr v-for="p in found.pairs" :key="p.tags.join()">
              <th scope="row">{{ p.tags.join(' and ') }}</th>
              <td>{{ p.ohm.toPrecision(3) }} Ω</td>
              <td class="words">
                <strong>{{ p.part || 'not known yet' }}</strong>
                <template v-if="p.part"> ({{ p.names.join(', ') }})</template>
                <span class="soft"><br />{{ p.why }}</span>
              </td>
            </tr>
          </tbody>
        </table>
        <p v-else class="soft">
          An armature has a few ohms that jump while the shaft is turned by hand; a shunt field tens to hundreds,
          steady; a series field far below an ohm, steady. Two leads alone are a permanent magnet’s armature.
        </p>
        <ChoiceField path="leads.brushed.names" label="Names on this motor" :choices="worlds" fallback="letters" />
        <table class="list">
          <thead>
            <tr>
              <th scope="col">Part</th>
              <th scope="col">A F S</th>
              <th scope="col">A E D</th>
              <th scope="col">Older</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="n in found.names" :key="n.part">
              <th scope="row">{{ n.part }}</th>
              <td>{{ n.letters }}</td>
              <td>{{ n.iec }}</td>
              <td>{{ n.old }}</td>
            </tr>
          </tbody>
        </table>
        <template v-if="brushed.chain.length && found.settled">
          <h3>On the controller</h3>
          <ul>
            <li v-for="c in brushed.chain" :key="c">{{ c }}</li>
          </ul>
        </template>
      </section>
    </div>
  </template>

  <template v-else-if="tab === 'look'">
    <p class="caution">
      Feed locked off and proved dead. Brush dust is not breathed: a mask, a vacuum cleaner, no air gun.
    </p>
    <ul v-rove="'li'" class="looks">
      <li v-for="l in brushed.look" :key="l.id" :data-look="l.id">
        <h3>{{ l.title }}</h3>
        <div class="look-pair">
          <button
            type="button"
            class="look-one"
            :class="{ chosen: l.found === 'good' }"
            :aria-pressed="l.found === 'good'"
            @click="tick(`good:${l.id}`, `bad:${l.id}`)"
          >
            <BrushPicture :part="l.id" :bad="false" />
            <span><strong>Like this: good.</strong> {{ l.good }}</span>
          </button>
          <button
            type="button"
            class="look-one"
            :class="{ chosen: l.found === 'bad' }"
            :aria-pressed="l.found === 'bad'"
            @click="tick(`bad:${l.id}`, `good:${l.id}`)"
          >
            <BrushPicture :part="l.id" bad />
            <span><strong>Like this: not.</strong> {{ l.bad }}</span>
          </button>
        </div>
      </li>
    </ul>
  </template>

  <template v-else-if="tab === 'measure'">
    <p class="caution">
      The shaft is held by a bar in a keyed hub against the bench, never by hand; low volts from a battery or bench
      supply only, a few seconds a reading: a standing commutator heats under its brushes.
    </p>
    <div class="both">
      <section>
        <EntryField
          path="leads.brushed.locked"
          label="Armature held fast: volts and amps, at three or more shaft positions"
          placeholder="6.2 V 3.1 A"
          help="Volts at the brushes; the brushes' own drop is taken off, the mean counts."
          :rows="4"
        />
        <EntryField path="leads.brushed.brush" label="Drop of both brushes" placeholder="1.5 V" />
        <EntryField
          path="leads.brushed.spun"
          label="Spun from outside: rpm and the volts it makes"
          placeholder="1200 rpm 58 V"
          :help="brushed.field ? 'Its field fed at its own volts.' : 'A drill and a tachometer.'"
          :rows="2"
        />
        <EntryField
          path="leads.brushed.idle"
          label="Or running free, belt off: volts, amps, rpm; two points far apart"
          placeholder="45 V 0.7 A 890 rpm"
          :rows="2"
        />
      </section>
      <section>
        <h3>The motor as the engine sees it</h3>
        <FigureList v-if="figures.length" :figures="figures" />
        <p v-else class="soft">Once the plate is read.</p>
        <FindingLine v-for="f in measured" :key="f.id" :finding="f" />
        <p class="soft"><span class="ring ring-estimated" />estimated <span class="ring ring-measured" />measured</p>
      </section>
    </div>
  </template>

  <MakeUpSection v-else-if="tab === 'makeup'" />

  <DirectionSection v-else />
</template>

<style scoped>
.found {
  margin: 8px 0 12px;
}
.both {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 28px;
}
.looks {
  list-style: none;
  margin: 0;
  padding: 0;
}
.looks li {
  padding: 6px 0 10px;
  border-bottom: 1px solid var(--stone-deep);
}
.looks h3 {
  margin: 4px 0;
}
.look-pair {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 12px;
}
.look-one {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 6px;
  border: 2px solid transparent;
  background: transparent;
  font: inherit;
  color: inherit;
  text-align: left;
  cursor: pointer;
}
.look-one.chosen {
  border-color: var(--river);
  background: var(--stone);
}
@media (max-width: 760px) {
  .both,
  .look-pair {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
