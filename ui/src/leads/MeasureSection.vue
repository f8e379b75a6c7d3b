<script setup lang="ts">
/** Ohms and insulation of the joined motor, before the first feed: expect, then measure. */
import { computed } from 'vue'
import ChoiceField from '../parts/ChoiceField.vue'
import EntryField from '../parts/EntryField.vue'
import FindingLine from '../parts/FindingLine.vue'
import { useJob } from '../job/open'

const job = useJob()
const plan = computed(() => job.plan.value!)
const leads = computed(() => plan.value.leads)
const said = (ids: string[]) => plan.value.findings.filter((f) => ids.includes(f.id))
const pairs = computed(() =>
  plan.value.link.third === 'L3' ? 'L1-L2, L2-L3, L3-L1' : 'L1-L2, L2-made line, made line-L1',
)
const testers = [
  { value: 'insulation', label: '500 V insulation tester', note: 'can pass a winding' },
  { value: 'multimeter', label: 'Multimeter', note: 'can only fail it' },
]
</script>

<template>
  <section class="measure">
    <h3>Ohms between the lines</h3>
    <p class="caution">Locked off, proved dead, supply and capacitor leads off. Probes held together first.</p>
    <p v-if="leads.line_ohms.length">
      Expect <strong>{{ leads.line_ohms.join(', ') }}</strong> for the joints
      {{ plan.now.known ? 'as they are now' : 'as wanted' }}<span class="soft">, from {{ leads.line_from }}</span
      ><span v-if="leads.line_mark === 'estimated'" class="soft"> (estimated)</span>.
    </p>
    <p v-else class="soft">What to expect appears once the joints and one coil, or the plate, are known.</p>
    <div class="measure-row">
      <EntryField path="leads.line_ohms" :label="`Measured: ${pairs}`" placeholder="2.1, 2.1, 2.1 Ω" />
      <EntryField path="leads.ohms_at" label="Winding then" placeholder="18 °C" help="20 °C until you say" />
      <EntryField path="plate.winding_ohms" label="One coil alone, before joining" placeholder="9.8 Ω" />
    </div>
    <FindingLine v-for="f in said(['leads.line-ohms', 'leads.balance', 'leads.use-ohms'])" :key="f.id" :finding="f" />
    <h3>Insulation to the frame</h3>
    <p>
      Expect over 5 MΩ, new or dried over 100 MΩ; under 1 MΩ at 40 °C it is not fed. Drive, capacitors and thermistor
      leads come off first: 500 V kills them.
    </p>
    <div class="measure-row">
      <EntryField path="leads.insulation" label="Winding to frame" placeholder="50 MΩ, or over" />
      <EntryField path="leads.insulation_at" label="Winding then" placeholder="18 °C" help="20 °C until you say" />
      <ChoiceField path="leads.tester" label="Measured with" :choices="testers" />
    </div>
    <FindingLine v-for="f in said(['leads.insulation'])" :key="f.id" :finding="f" />
    <h3>What a multimeter can and cannot tell</h3>
    <ul>
      <li>
        Can: which leads belong together, an open coil, a lead on the frame, a missed cap, coils that differ by a few
        percent above about 2 Ω.
      </li>
      <li>
        Cannot: pass the insulation, find a few shorted turns, tell star from delta inside three leads, tell start from
        finish by ohms.
      </li>
    </ul>
  </section>
</template>

<style scoped>
.measure-row {
  display: grid;
  grid-template-columns: 1.4fr 0.8fr 1.2fr;
  gap: 12px;
  align-items: start;
}
@media (max-width: 760px) {
  .measure-row {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
