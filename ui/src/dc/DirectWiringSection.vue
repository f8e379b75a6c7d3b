<script setup lang="ts">
/** The controller with its own terminals, armature and field as a circuit, and every wire as a run list to tick. */
import { computed } from 'vue'
import { api } from '../api/client'
import DrawingView from '../drawing/DrawingView.vue'
import EntryField from '../parts/EntryField.vue'
import { vRove } from '../parts/rove'
import { useRowTicks } from '../parts/rowticks'
import { useAsked } from '../job/ask'
import { useJob } from '../job/open'

const job = useJob()
const dc = computed(() => job.plan.value!.dc!)
const { value: drawing } = useAsked(api.dcWiring)
const { tick } = useRowTicks('dc.done')
const runs = [
  { id: 'line', title: 'From breaker and isolator' },
  { id: 'armature', title: 'Armature' },
  { id: 'field', title: 'Field' },
  { id: 'control', title: 'Controls' },
] as const
const left = computed(() => dc.value.wiring.filter((w) => !w.done).length)
</script>

<template>
  <p class="caution">
    Feed locked off and proved dead before a terminal is touched; earth first, off last. Fixed wiring is for a licensed
    person in most places.
  </p>
  <template v-if="dc.wiring.length">
    <DrawingView v-if="drawing?.items.length" :drawing="drawing" />
    <EntryField path="dc.cable" label="From controller to motor" placeholder="3 m" />
    <h3>{{ left ? `${left} of ${dc.wiring.length} wires are still to be landed` : 'Every wire is landed' }}</h3>
    <section v-for="r in runs" :key="r.id" class="run">
      <h3>{{ r.title }}</h3>
      <table class="list">
        <tbody v-rove="'tr'">
          <tr v-for="w in dc.wiring.filter((v) => v.run === r.id)" :key="w.id">
            <td>
              <input
                type="checkbox"
                class="landed"
                :checked="w.done"
                :aria-label="`${w.from} to ${w.to} is landed`"
                @change="tick(`wire:${w.id}`)"
              />
            </td>
            <th scope="row" class="words">{{ w.from }} <span class="soft">to</span> {{ w.to }}</th>
            <td class="words">
              {{ w.wire }}<template v-if="w.length">, {{ w.length }}</template>
              <span v-if="w.note" class="soft"><br />{{ w.note }}</span>
            </td>
          </tr>
        </tbody>
      </table>
    </section>
  </template>
  <p v-else class="soft">The run list waits until nothing stops this controller: see what this plan says.</p>
  <h3>Never</h3>
  <ul>
    <li v-for="n in dc.never" :key="n">{{ n }}</li>
  </ul>
  <p class="soft">{{ dc.box }}</p>
  <p v-if="dc.wiring.length"><a :href="`/api/jobs/${job.id}/wires.csv`" download>run list as CSV</a></p>
</template>

<style scoped>
.run {
  margin-top: 10px;
}
.landed {
  width: 20px;
  height: 20px;
}
@media (max-width: 760px) {
  .landed {
    width: 28px;
    height: 28px;
  }
}
</style>
