<script setup lang="ts">
/** The box made up by hand: what goes in, through which gland, how tight, and each step of the work. */
import { computed } from 'vue'
import { useJob } from '../job/open'
import ChoiceField from '../parts/ChoiceField.vue'
import EntryField from '../parts/EntryField.vue'
import FigureList from '../parts/FigureList.vue'
import FindingLine from '../parts/FindingLine.vue'
import { useRowTicks } from '../parts/rowticks'

const job = useJob()
const makeUp = computed(() => job.plan.value!.makeup)
const said = computed(() => job.plan.value!.findings.filter((f) => f.id.startsWith('makeup.')))
const tables = computed(() => job.document.value?.workshop.tables)
const groups = computed(() => {
  const out: { name: string; steps: typeof makeUp.value.steps }[] = []
  for (const s of makeUp.value.steps) {
    if (out.at(-1)?.name !== s.group) out.push({ name: s.group, steps: [] })
    out.at(-1)!.steps.push(s)
  }
  return out
})
const { tick } = useRowTicks('makeup.done')
</script>

<template>
  <p class="caution">
    Box open only locked off and proved dead: known live, here, known live again. What holds a charge is discharged
    through a resistor, then shorted. Earth first, off last.
  </p>
  <div class="entries">
    <EntryField path="makeup.box" label="Box inside" placeholder="120 × 90 × 60 mm" help="or its volume, 30 in³" />
    <EntryField path="makeup.cable" label="Cable’s outer diameter" placeholder="10.5 mm" />
    <EntryField path="makeup.conduit" label="Conduit" placeholder="¾ or 16.9 mm inside" />
    <EntryField path="makeup.wires" label="Wires in it" placeholder="4 or 4 × 3.3 mm" />
    <EntryField path="makeup.terminal" label="Terminal" placeholder="M4 stud" />
    <EntryField path="makeup.torque" label="Its torque" placeholder="its maker’s, 1.2 N·m" />
    <EntryField path="makeup.strip" label="Strip length" placeholder="8 mm" help="the lug’s depth" />
    <EntryField path="makeup.enclosure" label="Box is marked" placeholder="IP55" />
    <EntryField path="makeup.asked" label="Asked for the place" placeholder="IP54" help="by local rules or a sheet" />
  </div>
  <div class="makeup-choices">
    <ChoiceField
      path="makeup.ends"
      label="Ends"
      :choices="[
        { value: 'ring', label: 'Ring' },
        { value: 'fork', label: 'Fork' },
        { value: 'ferrule', label: 'Ferrule' },
        { value: 'bare', label: 'Bare' },
      ]"
      fallback="ring"
    />
    <ChoiceField
      path="makeup.place"
      label="Where it stands"
      :choices="[
        { value: 'dry', label: 'Dry' },
        { value: 'dusty', label: 'Dusty' },
        { value: 'wet', label: 'Wet' },
        { value: 'outdoors', label: 'Outdoors' },
      ]"
    />
    <ChoiceField
      path="makeup.clamp"
      label="Clamp inside the box"
      :choices="[
        { value: 'no', label: 'No' },
        { value: 'yes', label: 'Yes' },
      ]"
    />
  </div>
  <FindingLine v-for="f in said" :key="f.id" :finding="f" />
  <FigureList v-if="makeUp.figures.length" :figures="makeUp.figures" />
  <p class="soft">
    <template v-if="tables">Own tables: {{ tables.name }}, from {{ tables.source }}.</template>
    <template v-else>
      Glands, torques and box volumes of your country or your makers come from a file of own tables, in the workshop’s
      settings; nothing is recalled in their place.
    </template>
  </p>
  <h3 class="bay-sub">
    By hand, in this order <span class="soft">{{ makeUp.did }} of {{ makeUp.steps.length }} done</span>
  </h3>
  <div class="makeup-steps">
    <section v-for="g in groups" :key="g.name">
      <h4>{{ g.name }}</h4>
      <label v-for="s in g.steps" :key="s.id" class="makeup-step" :class="{ done: s.done }">
        <input type="checkbox" :checked="s.done" @change="tick(s.id)" />
        <span>{{ s.text }}</span>
      </label>
    </section>
  </div>
</template>

<style scoped>
.makeup-choices {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 24px;
}
.makeup-steps h4 {
  margin: 10px 0 2px;
}
.makeup-step {
  display: flex;
  gap: 10px;
  align-items: baseline;
  min-height: 30px;
  padding: 3px 0;
  cursor: pointer;
}
.makeup-step.done span {
  color: var(--soft);
}
@media (max-width: 760px) {
  .makeup-step {
    min-height: 44px;
  }
}
</style>
