<script setup lang="ts">
/** What stands between outlet and motor, by the workshop's rule set; every figure is a guide value. */
import { computed } from 'vue'
import ChoiceField from '../parts/ChoiceField.vue'
import EntryField from '../parts/EntryField.vue'
import FigureList from '../parts/FigureList.vue'
import { useJob } from '../job/open'
import CircuitSection from './CircuitSection.vue'
import RelayChart from './RelayChart.vue'

const job = useJob()
const plan = computed(() => job.plan.value!)
const metric = computed(() => job.document.value!.workshop.rules === 'metric')
/** Drives and controllers limit the motor's amps themselves. */
const drive = computed(() => ['drive', 'dc'].includes(plan.value.link.bridge))
const brushed = computed(() => !!plan.value.brushed)
const thermistor = computed(() => job.machine.value!.protection.relay === 'thermistor')
/** What guards the winding. */
const guard = computed(() =>
  brushed.value ? 'the current limit' : drive.value ? 'the drive' : thermistor.value ? 'the thermistor' : 'the relay',
)
const rotary = computed(() => plan.value.link.bridge === 'rotary')
const ways = computed(() => [
  {
    value: 'motor-leads',
    label: 'Relay in the motor leads',
    note: rotary.value ? 'one pole in each' : 'one pole each, capacitor ahead of the third',
  },
  ...(rotary.value
    ? []
    : [
        {
          value: 'supply-lines',
          label: 'Relay in the supply lines',
          note: 'one line, and the return through two poles',
        },
      ]),
  { value: 'thermistor', label: 'A thermistor', note: 'in the winding, opening the contactor by heat' },
  { value: 'none', label: 'Nothing' },
])
/** A machine on a converter has its own branch of three lines; the idler stands for the whole converter. */
const breaker = computed(() =>
  plan.value.link.branch
    ? 'Three-pole breaker of its branch'
    : rotary.value
      ? 'Two-pole breaker, converter'
      : plan.value.link.neutral
        ? 'One-pole breaker, in the hot wire'
        : 'Two-pole breaker',
)
</script>

<template>
  <header class="bench-head">
    <h2>Protection</h2>
    <p>
      By the {{ metric ? 'metric' : 'North American' }} rules, as <em>guide values</em>: local rules and a licensed
      person decide.
    </p>
  </header>
  <p class="caution bay-caution">
    Lock off and prove dead before a terminal is touched; earth first, off last. A breaker guards the wire,
    {{ guard }} guards the winding: neither replaces the other.
  </p>
  <div class="entries">
    <EntryField path="protection.breaker" :label="breaker" :placeholder="metric ? '10 A' : '20 A'" />
    <EntryField
      path="protection.conductor"
      :label="drive ? 'Line wire' : 'Motor wire'"
      :placeholder="metric ? '1.5 mm²' : '12 AWG'"
    />
    <EntryField v-if="!drive && !thermistor" path="protection.relay_set" label="Relay set to" placeholder="4.9 A" />
  </div>
  <ChoiceField
    v-if="!drive && !thermistor && job.machine.value!.protection.relay !== 'none'"
    path="protection.relay_class"
    label="Its trip class, printed on it"
    :choices="[
      { value: '10', label: 'Class 10' },
      { value: '20', label: 'Class 20' },
    ]"
    fallback="10"
  />
  <ChoiceField v-if="!drive" path="protection.relay" label="What guards the windings" :choices="ways" />
  <h3 class="bay-sub">What to buy and set</h3>
  <FigureList v-if="plan.protection.length" :figures="plan.protection" />
  <p v-else class="soft">Sized once the motor, its bridge and the load are computed.</p>
  <RelayChart v-if="!drive && !rotary" />
  <CircuitSection />
</template>
