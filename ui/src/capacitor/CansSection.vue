<script setup lang="ts">
/** The cans, out of the drawer or bought, and everything else that the bridge is built of. */
import { computed } from 'vue'
import EntryField from '../parts/EntryField.vue'
import { vRove } from '../parts/rove'
import { useJob } from '../job/open'
import { PartsList } from '../stores/late'

const job = useJob()
const plan = computed(() => job.plan.value!)
const link = computed(() => plan.value.link)
const priced = computed(() => plan.value.combos.some((c) => c.price))
</script>

<template>
  <section class="cans">
    <div>
      <h3>In the circuit</h3>
      <ul class="can-row">
        <li v-for="(c, n) in link.parts" :key="n" class="can" :class="{ 'can-own': c.own }">
          <strong>{{ c.microfarad }}</strong> µF<br /><span class="soft">{{
            c.own ? 'yours' : link.chosen ? 'as entered' : 'to buy'
          }}</span>
        </li>
      </ul>
    </div>
    <EntryField
      path="bridge.drawer"
      label="Your drawer: run capacitors you own, µF"
      placeholder="40, 12, 2×30"
      help="film, for continuous duty, of a fitting voltage class"
    />
  </section>
  <section class="combos">
    <h3>Ways to make up the balance value</h3>
    <table class="list">
      <thead>
        <tr>
          <th scope="col">Cans</th>
          <th scope="col">Off</th>
          <th scope="col">To buy</th>
          <th v-if="priced" scope="col">Costs</th>
          <th scope="col">Worst winding, cans 5 % low to 5 % high</th>
          <th scope="col">Why</th>
        </tr>
      </thead>
      <tbody v-rove="'tr'">
        <tr v-for="c in plan.combos" :key="c.text" :class="{ chosen: c.microfarad === link.microfarad }">
          <th scope="row">
            <button type="button" class="why" @click="job.commit('bridge.microfarad', String(c.microfarad))">
              {{ c.text }}
            </button>
          </th>
          <td>{{ c.off }}</td>
          <td>{{ c.buy || 'nothing' }}</td>
          <td v-if="priced">{{ c.price ?? '' }}</td>
          <td>{{ c.worst }}</td>
          <td class="words">{{ c.why }}</td>
        </tr>
      </tbody>
    </table>
    <p class="soft">
      Choose one to put it in. A can may be 5 % off either way, so a few µF beside the value are nothing to pay for.
      <template v-if="!priced">What cans cost with you is entered once, in the workshop’s settings.</template>
    </p>
  </section>
  <PartsList v-if="plan.buys.length" />
</template>

<style scoped>
.cans {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 24px;
  margin-top: 12px;
}
.can-row {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  list-style: none;
  margin: 14px 0 0;
  padding: 0;
}
.can {
  position: relative;
  min-width: 70px;
  padding: 8px 10px;
  text-align: center;
  border: 1.5px solid var(--ink);
  border-radius: 4px;
  background: var(--sheet);
  line-height: 1.25;
}
.can::before {
  content: '';
  position: absolute;
  left: 22px;
  right: 22px;
  top: -9px;
  height: 8px;
  border: solid var(--ink);
  border-width: 0 5px;
}
.can-own {
  background: var(--river-pale);
}
.combos {
  margin-top: 18px;
}
@media (max-width: 760px) {
  .cans {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
