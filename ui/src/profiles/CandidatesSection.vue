<script setup lang="ts">
/** Devices that may be bought, by their plates beside each other; and what to ask for in a shop. */
import { computed } from 'vue'
import EntryField from '../parts/EntryField.vue'
import GradeMark from '../parts/GradeMark.vue'
import { useOpened } from '../parts/opened'
import { useJob } from '../job/open'
import type { Kind } from './form'

const props = defineProps<{ kind: Kind }>()
const job = useJob()
const view = computed(() => (props.kind === 'drive' ? job.plan.value!.drive! : job.plan.value!.dc!))
const open = useOpened(false, /^(drive|dc)\.candidates/)
const words = {
  drive: { many: 'drives', one: 'Drive', line: 'IN 1~ 200-240 V 9.9 A OUT 3~ 4.5 A 1.1 kW; 120 €' },
  dc: { many: 'controllers', one: 'Controller', line: 'IN 230 V AC ARM 180 V DC 6 A; 90 €' },
}
const take = (plate: string) =>
  job.commitAll({
    [`${props.kind}.plate`]: plate,
    [props.kind === 'drive' ? 'drive.profile' : 'dc.controller']: 'by-plate',
  })
</script>

<template>
  <details class="candidates" :open="open" @toggle="open = ($event.target as HTMLDetailsElement).open">
    <summary>Before you buy: compare {{ words[kind].many }} by their plates</summary>
    <div class="candidates-both">
      <section>
        <EntryField
          :path="`${kind}.candidates`"
          :label="`Plates of ${words[kind].many} that you may buy, one a line; a price behind a semicolon`"
          :placeholder="words[kind].line"
          :rows="4"
          wide
        />
      </section>
      <section aria-label="For the shop">
        <h3>To take into the shop</h3>
        <ul class="candidates-note">
          <li v-for="s in view.shopping" :key="s">{{ s }}</li>
        </ul>
      </section>
    </div>
    <table v-if="view.candidates.length" class="list">
      <thead>
        <tr>
          <th scope="col">{{ words[kind].one }}</th>
          <th scope="col">For this motor</th>
          <th scope="col">Why</th>
          <th scope="col">Asks besides</th>
          <th scope="col">Price</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(c, i) in view.candidates" :key="i" data-candidate>
          <th scope="row">
            <button type="button" class="why" :disabled="!job.may(`${kind}.plate`)" @click="take(c.plate)">
              {{ c.name }}
            </button>
          </th>
          <td><GradeMark :grade="c.grade" :size="14" /> {{ c.words }}</td>
          <td class="words">{{ c.text }}</td>
          <td class="words">{{ c.also }}</td>
          <td>{{ c.price }}</td>
        </tr>
      </tbody>
    </table>
  </details>
</template>

<style scoped>
.candidates {
  margin: 0 0 14px;
}
.candidates summary {
  min-height: 34px;
  color: var(--river);
  cursor: pointer;
}
.candidates-both {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  gap: 4px 24px;
  margin-bottom: 8px;
}
.candidates-note {
  padding-left: 1.1rem;
}
.candidates-note li {
  margin-bottom: 4px;
}
@media (max-width: 760px) {
  .candidates summary {
    min-height: 44px;
  }
  .candidates-both {
    display: block;
  }
}
</style>
