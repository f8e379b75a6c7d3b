<script setup lang="ts">
/** The drive with its own terminals and every wire to them, as a drawing and as a run list to tick. */
import { computed } from 'vue'
import { api } from '../api/client'
import DrawingView from '../drawing/DrawingView.vue'
import ChoiceField from '../parts/ChoiceField.vue'
import { thing } from '../parts/device'
import EntryField from '../parts/EntryField.vue'
import { vRove } from '../parts/rove'
import { useAsked } from '../job/ask'
import { useJob } from '../job/open'
import { useRowTicks } from '../parts/rowticks'

const job = useJob()
const drive = computed(() => job.plan.value!.drive!)
const { value: drawing } = useAsked(api.wiring)
const { tick } = useRowTicks('drive.done')
const runs = [
  { id: 'line', title: 'From breaker and isolator' },
  { id: 'motor', title: 'To the motor' },
  { id: 'control', title: 'Controls' },
] as const
const left = computed(() => drive.value.wiring.filter((w) => !w.done).length)
const colour: Record<string, string> = { earth: 'earth', control: 'control', L1: 'L1', L2: 'L2', L3: 'L3' }
</script>

<template>
  <p class="caution">
    Feed locked off and proved dead; {{ drive.wait }} after power-off, its link measured dead, before a terminal is
    touched. Fixed wiring is for a licensed person in most places.
  </p>
  <DrawingView v-if="drawing?.items.length" :drawing="drawing" />
  <EntryField path="drive.cable" label="Cable from drive to motor" placeholder="6 m" />
  <ChoiceField
    path="drive.output_choke"
    label="A choke at its output"
    :choices="thing('None', 'Fitted', 'a longer cable, gentler on an old winding')"
    fallback=""
  />
  <h3>{{ left ? `${left} of ${drive.wiring.length} wires are still to be landed` : 'Every wire is landed' }}</h3>
  <section v-for="r in runs" :key="r.id" class="run">
    <h3>{{ r.title }}</h3>
    <table class="list">
      <tbody v-rove="'tr'">
        <tr v-for="w in drive.wiring.filter((v) => v.run === r.id)" :key="w.id">
          <td>
            <input
              type="checkbox"
              class="settings-tick"
              :checked="w.done"
              :aria-label="`${w.from} to ${w.to} is landed`"
              @change="tick(`wire:${w.id}`)"
            />
          </td>
          <th scope="row" class="words">{{ w.from }} <span class="soft">to</span> {{ w.to }}</th>
          <td class="words">
            {{ w.wire }}, {{ colour[w.colour] ?? w.colour }}<template v-if="w.length">, {{ w.length }}</template>
            <span class="soft"
              ><br />{{ w.end }}<template v-if="w.note">; {{ w.note }}</template></span
            >
          </td>
        </tr>
      </tbody>
    </table>
  </section>
  <h3>Never</h3>
  <ul>
    <li v-for="n in drive.never" :key="n">{{ n }}</li>
  </ul>
  <p class="soft">{{ drive.box }}</p>
  <p><a :href="`/api/jobs/${job.id}/wires.csv`" download>run list as CSV</a></p>
</template>
