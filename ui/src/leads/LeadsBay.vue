<script setup lang="ts">
/** From a box of unmarked wires to the right joints: each part of the work one tab. */
import { computed, ref, type Component } from 'vue'
import BayTabs from '../parts/BayTabs.vue'
import { useJob } from '../job/open'
import { useShown } from '../job/state'
import DirectionSection from './DirectionSection.vue'
import ExtrasSection from './ExtrasSection.vue'
import FindSection from './FindSection.vue'
import JointsSection from './JointsSection.vue'
import MeasureSection from './MeasureSection.vue'
import StepsSection from './StepsSection.vue'

const job = useJob()
const view = useShown()
const plan = computed(() => job.plan.value!)
const tabs: { id: string; title: string; body: Component; entries: string[] }[] = [
  {
    id: 'joints',
    title: 'Joints',
    body: JointsSection,
    entries: ['leads.found', 'leads.text', 'leads.kind', 'leads.clips', 'leads.wanted'],
  },
  { id: 'find', title: 'Find out', body: FindSection, entries: ['leads.touches', 'leads.tags', 'leads.senses'] },
  {
    id: 'measure',
    title: 'Ohms',
    body: MeasureSection,
    entries: ['leads.line_ohms', 'leads.insulation', 'plate.winding_ohms'],
  },
  { id: 'direction', title: 'Direction', body: DirectionSection, entries: ['leads.bumped'] },
  { id: 'steps', title: 'No plate', body: StepsSection, entries: [] },
  { id: 'extras', title: 'Extras', body: ExtrasSection, entries: ['leads.extras', 'leads.photo', 'leads.starter'] },
]
/** Work that is half done leads: leads that nobody has identified come before joints. */
const tab = ref(
  plan.value.leads.agreed && !(plan.value.leads.round.settled && !plan.value.now.known) ? 'joints' : 'find',
)
const shown = computed(() => tabs.find((t) => t.id === (view.value.id === 'mistake' ? 'joints' : tab.value))!)
</script>

<template>
  <header class="bench-head">
    <h2>Leads</h2>
    <p>{{ plan.bays.find((b) => b.bay === 'leads')?.key }}</p>
    <BayTabs v-model="tab" label="Parts of the Leads bay" :tabs="tabs" />
  </header>
  <component :is="shown.body" />
</template>

<style>
.leads-ask {
  border: 1px solid var(--river);
  padding: 10px 14px;
  margin-bottom: 12px;
}
.leads-ask .choice-row {
  margin: 8px 0;
}
.leads-wrong {
  padding: 6px 10px;
  margin-bottom: 8px;
  background: var(--brick-pale);
}
.leads-right {
  margin-top: 12px;
  padding-top: 10px;
  border-top: 1px solid var(--rule);
}
.leads-drawings {
  display: grid;
  grid-template-columns: minmax(0, 400fr) minmax(0, 460fr);
  gap: 12px;
  align-items: start;
}
.leads-foot {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 24px;
  margin-top: 12px;
  padding-top: 12px;
  border-top: 1px solid var(--rule);
}
.moves ol {
  list-style: none;
  margin: 6px 0 0;
  padding: 0;
  counter-reset: move -1;
}
.moves li {
  counter-increment: move;
  padding: 2px 0;
}
.moves label {
  display: flex;
  align-items: center;
  gap: 10px;
  min-height: 30px;
  cursor: pointer;
}
.moves li label::before {
  content: counter(move);
  min-width: 1.2em;
  color: var(--soft);
}
.moves input {
  width: 20px;
  height: 20px;
  accent-color: var(--river);
  flex: none;
}
.moves .done .move-text {
  color: var(--soft);
  text-decoration: line-through;
}
.moves .coming .move-text {
  font-weight: 600;
}
.moves .caution {
  margin-left: 58px;
}
.moves .clips {
  margin-top: 8px;
  font-size: 0.9rem;
}
.entry-joints {
  margin-bottom: 8px;
}
.leads-more {
  margin: 8px 0;
}
.leads-more summary {
  cursor: pointer;
  color: var(--river);
}
.leads-table {
  border-collapse: collapse;
  width: 100%;
  font-size: 0.9rem;
  margin: 4px 0;
}
.leads-table th,
.leads-table td {
  text-align: left;
  padding: 3px 6px;
  border-bottom: 1px solid var(--rule);
}
.leads-kind {
  display: grid;
  gap: 8px;
  margin-top: 16px;
  padding-top: 12px;
  border-top: 1px solid var(--rule);
}
.leads-names {
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  padding: 0;
}
@media (max-width: 760px) {
  .leads-drawings,
  .leads-foot {
    grid-template-columns: minmax(0, 1fr);
  }
  .moves label {
    min-height: 44px;
  }
  .moves input {
    width: 26px;
    height: 26px;
  }
  .moves .caution {
    margin-left: 0;
  }
}
</style>
