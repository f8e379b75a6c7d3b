<script setup lang="ts">
/** Formulas to try with one's own figures; the answer comes as soon as every field has one. */
import { reactive, shallowReactive } from 'vue'
import { useDebounceFn } from '@vueuse/core'
import { reference, type Formula } from '../api/reference'

const props = defineProps<{ formulas: Formula[] }>()
const typed = reactive<Record<string, Record<string, string>>>(
  Object.fromEntries(props.formulas.map((f) => [f.id, Object.fromEntries(f.inputs.map((i) => [i.id, '']))])),
)
interface Said {
  results: string[]
  problems?: Record<string, string>
  trouble?: string
}
const said = shallowReactive<Record<string, Said>>({})

const ask = useDebounceFn(async (f: Formula) => {
  const mine = { ...typed[f.id]! }
  try {
    const got = await reference.try(f.id, mine)
    if (JSON.stringify(mine) === JSON.stringify(typed[f.id])) said[f.id] = got
  } catch (e) {
    said[f.id] = { results: [], trouble: (e as Error).message }
  }
}, 150)

function example(f: Formula) {
  for (const i of f.inputs) typed[f.id]![i.id] = i.example
  void ask(f)
}
</script>

<template>
  <section id="formulas" aria-label="Formulas">
    <h2>Formulas to try</h2>
    <p class="soft">With your own figures, in the units that you have. Guide values: a reading goes before them.</p>
    <div class="formula-grid">
      <form v-for="f in formulas" :key="f.id" class="formula-card" :data-formula="f.id" @submit.prevent="ask(f)">
        <h3>{{ f.title }}</h3>
        <p class="formula">{{ f.says }}</p>
        <label v-for="i in f.inputs" :key="i.id">
          <span>{{ i.label }}</span>
          <input
            v-model="typed[f.id]![i.id]"
            inputmode="decimal"
            autocomplete="off"
            :placeholder="i.example"
            :aria-invalid="!!said[f.id]?.problems?.[i.id]"
            @input="ask(f)"
          />
          <span v-if="said[f.id]?.problems?.[i.id]" class="formula-bad" role="alert">{{
            said[f.id]!.problems![i.id]
          }}</span>
        </label>
        <p v-if="said[f.id]?.trouble" class="trouble" role="alert">{{ said[f.id]!.trouble }}</p>
        <p v-else-if="said[f.id]?.results.length" class="formula-result" role="status">
          <strong v-for="r in said[f.id]!.results" :key="r">{{ r }}<br /></strong>
        </p>
        <p class="soft">
          {{ f.about }} <button type="button" class="why" @click="example(f)">Fill in an example</button>
        </p>
      </form>
    </div>
  </section>
</template>

<style scoped>
.formula-grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(17rem, 1fr));
  gap: 22px 28px;
}
.formula-card {
  display: grid;
  gap: 6px;
  align-content: start;
  padding-top: 8px;
  border-top: 1px solid var(--rule);
  break-inside: avoid;
}
.formula-card :deep(p) {
  margin: 0;
}
.formula-card :deep(label) {
  display: grid;
  grid-template-columns: 9rem 1fr;
  gap: 2px 10px;
  align-items: center;
}
.formula-card :deep(input) {
  min-height: 40px;
  min-width: 0;
  padding: 4px 10px;
  border: 1px solid var(--rule);
  background: var(--sheet);
  font: inherit;
}
.formula-bad {
  grid-column: 1 / -1;
  color: var(--brick);
}
.formula-result {
  padding: 6px 10px;
  background: var(--river-pale);
}
@media (max-width: 760px) {
  .formula-card :deep(input) {
    min-height: 44px;
  }
}
</style>
