<script setup lang="ts">
/** Which idler serves: yours, your spare motors and the standard sizes beside each other. */
import { computed } from 'vue'
import { api } from '../api/client'
import { useAsked } from '../job/ask'
import { useJob } from '../job/open'
import EntryField from '../parts/EntryField.vue'
import FindingLine from '../parts/FindingLine.vue'
import GradeMark from '../parts/GradeMark.vue'

const job = useJob()
/** The idler's own cans are not asked about: each idler gets its best pair. */
const { value: sizes, trouble } = useAsked(api.idlerSizes, (d) => ({
  ...d,
  name: 'sizes',
  bridge: { ...d.bridge, rotary: { ...d.bridge.rotary, l1_l3_microfarad: '', l2_l3_microfarad: '', drawer: '' } },
}))
const rows = computed(() => sizes.value?.rows ?? [])
const serves = computed(() => rows.value.find((r) => r.serves && !r.yours && !r.own))
const said = computed(() => job.said('rotary.size'))
</script>

<template>
  <FindingLine v-for="f in said" :key="f.id" :finding="f" />
  <div class="sizes">
    <div class="sizes-table">
      <table v-if="rows.length">
        <thead>
          <tr>
            <th scope="col">Idler</th>
            <th scope="col">To the largest</th>
            <th scope="col">Its best cans</th>
            <th scope="col">Worst winding</th>
            <th scope="col">Weakest start</th>
            <th scope="col">Says</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in rows" :key="r.name" :class="{ yours: r.yours }">
            <th scope="row">
              <GradeMark :grade="r.grade" :size="14" /> {{ r.name }}
              <span v-if="r.own" class="soft">{{ r.price || 'on hand' }}</span>
            </th>
            <td>{{ r.ratio }}</td>
            <td>{{ r.banks }}</td>
            <td>
              <strong>{{ r.worst }}</strong>
            </td>
            <td>{{ r.weakest }}</td>
            <td>{{ r.text }}</td>
          </tr>
        </tbody>
      </table>
      <p v-else class="soft">{{ trouble || 'Trying idlers…' }}</p>
    </div>
    <div>
      <p v-if="serves" class="soft">
        The smallest standard size that serves: <strong>{{ serves.name }}</strong>.
      </p>
      <EntryField
        path="rotary.spares"
        label="Motors that could be the idler, one a line as on its plate; one to be bought with its price"
        placeholder="5 HP 230/460 V 13.2/6.6 A 1750 rpm 60 Hz; 90 $"
        :rows="4"
      />
      <p v-for="line in sizes?.unread ?? []" :key="line" class="entry-problem">
        “{{ line }}” could not be read: power, volts, amps and rpm are wanted.
      </p>
    </div>
  </div>
  <details v-if="sizes?.shopping.length" class="sizes-shop">
    <summary>To take into the shop</summary>
    <ul>
      <li v-for="s in sizes.shopping" :key="s">{{ s }}</li>
    </ul>
  </details>
  <p class="soft">
    Standard sizes are ordinary four-pole motors in star, estimated{{ sizes?.source ? ` (${sizes.source})` : '' }}. An
    idler wants windings for this supply's volts, four poles, feet bolted, a guard on its shaft and nothing on it.
  </p>
</template>

<style scoped>
.sizes {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 14px;
}
.sizes-table {
  overflow-x: auto;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th,
td {
  text-align: left;
  padding: 5px 8px 5px 0;
  border-bottom: 1px solid var(--stone-deep);
  font-weight: 400;
}
thead th {
  color: var(--soft);
  font-size: 0.85rem;
}
.sizes-shop summary {
  display: flex;
  align-items: center;
  min-height: 44px;
  color: var(--river);
  cursor: pointer;
}
.yours {
  background: var(--river-pale);
}
</style>
