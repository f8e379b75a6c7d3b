<script setup lang="ts">
/** Who may run with whom, in what order started and stopped, and what the made line must not feed. */
import { computed } from 'vue'
import ChoiceField from '../parts/ChoiceField.vue'
import FindingLine from '../parts/FindingLine.vue'
import GradeMark from '../parts/GradeMark.vue'
import { useJob } from '../job/open'

const job = useJob()
const plan = computed(() => job.plan.value!)
const view = computed(() => plan.value.rotary!)
const named = (id: string) => view.value.machines.find((m) => m.id === id)?.name ?? id
const kept = computed(() => job.document.value?.bridge.rotary?.apart ?? [])
function toggle(key: string) {
  const now = kept.value
  job.commit('rotary.apart', now.includes(key) ? now.filter((k) => k !== key) : [...now, key])
}
const controls = [
  { value: 'l1-l2', label: 'Lines 1 and 2' },
  { value: 'made-leg', label: 'The made line', note: 'they chatter and burn' },
]
const neutral = [
  { value: '', label: 'Nothing' },
  { value: 'yes', label: 'Something', note: 'about 1.7 times its volts' },
]
const drops = [
  { value: 'yes', label: 'Yes, each one' },
  { value: '', label: 'Not known, or no' },
]
const marked = [
  { value: 'yes', label: 'Yes' },
  { value: '', label: 'Not yet' },
]
const ids = ['rotary.controls', 'rotary.neutral', 'rotary.drop-out', 'rotary.marked', 'rotary.first']
const said = computed(() => job.said(...ids))
</script>

<template>
  <div class="table">
    <section v-if="view.pairs.length">
      <h3>Who may run with whom</h3>
      <ul class="pairs">
        <li v-for="p in view.pairs" :key="p.key" :data-pair="p.key">
          <GradeMark :grade="p.grade" :size="14" />
          <span>
            <strong>{{ named(p.a) }}</strong> with <strong>{{ named(p.b) }}</strong>: {{ p.text }}
          </span>
          <button type="button" class="plain" :aria-pressed="p.apart" @click="toggle(p.key)">
            {{ p.apart ? 'Let them run together' : 'Keep apart' }}
          </button>
        </li>
      </ul>
    </section>
    <section>
      <h3>Started in this order</h3>
      <ol>
        <li v-for="o in view.order" :key="o">{{ o }}</li>
      </ol>
    </section>
    <section>
      <h3>Stopped in this order</h3>
      <ol>
        <li v-for="o in view.stop" :key="o">{{ o }}</li>
      </ol>
    </section>
  </div>
  <p v-if="view.idler">
    <RouterLink :to="{ name: 'card', params: { id: job.id }, query: { machine: view.idler.id } }">
      Print it for the shop's wall, with the converter's card
    </RouterLink>
  </p>
  <div class="habits">
    <ChoiceField path="rotary.controls" label="Coils, lamps and controls are fed from" :choices="controls" />
    <ChoiceField path="rotary.neutral" label="Fed between the made line and a neutral" :choices="neutral" fallback="" />
    <ChoiceField path="rotary.drops_out" label="Every machine drops out with the idler" :choices="drops" fallback="" />
    <ChoiceField path="rotary.marked" label="The made line is marked in every box" :choices="marked" fallback="" />
  </div>
  <FindingLine v-for="f in said" :key="f.id" :finding="f" />
</template>

<style scoped>
.table {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 1fr) minmax(0, 1fr);
  gap: 22px;
}
.pairs {
  list-style: none;
  margin: 6px 0;
  padding: 0;
}
.pairs li {
  display: grid;
  grid-template-columns: 18px minmax(0, 1fr) auto;
  gap: 8px;
  align-items: start;
  padding: 6px 0;
  border-bottom: 1px solid var(--stone-deep);
}
ol {
  margin: 6px 0;
  padding-left: 1.3em;
}
.habits {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 28px;
  margin: 12px 0;
}
@media (max-width: 760px) {
  .table {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
