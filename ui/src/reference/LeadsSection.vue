<script setup lang="ts">
/** How three, six, nine and twelve leads are joined, in either naming. */
import { ref, shallowRef, watch } from 'vue'
import { reference, type Diagram } from '../api/reference'
import DrawingView from '../drawing/DrawingView.vue'
import ChoiceRow from '../parts/ChoiceRow.vue'

const naming = ref<'iec' | 't'>('iec')
const all = shallowRef<Diagram[]>([])
const trouble = ref('')
const names = [
  { value: 'iec', label: 'U1 V1 W1', note: 'metric' },
  { value: 't', label: 'T1 to T12', note: 'North America' },
]
watch(
  naming,
  async (n) => {
    try {
      const got = await reference.leads(n)
      if (n === naming.value) all.value = got.diagrams
      trouble.value = ''
    } catch (e) {
      trouble.value = (e as Error).message
    }
  },
  { immediate: true },
)
</script>

<template>
  <section id="leads" class="diagrams" aria-label="Leads">
    <h2>Leads and their joints</h2>
    <p class="soft">
      Every joint is made locked off and proved dead. Nine leads of either kind look alike: a meter tells which it is,
      never the count.
    </p>
    <ChoiceRow :choices="names" :chosen="naming" @pick="naming = $event as 'iec' | 't'" />
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <div class="diagram-grid">
      <article v-for="d in all" :key="d.title" class="diagram" :data-diagram="d.title">
        <h3>{{ d.title }}</h3>
        <DrawingView :drawing="d.drawing" />
        <ul>
          <li v-for="j in d.joints" :key="j">{{ j }}</li>
        </ul>
      </article>
    </div>
  </section>
</template>

<style scoped>
.diagram-grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(18rem, 1fr));
  gap: 20px 28px;
  margin-top: 12px;
}
.diagram {
  break-inside: avoid;
  border-top: 1px solid var(--rule);
  padding-top: 8px;
}
.diagram :deep(ul) {
  margin: 4px 0 0;
  padding-left: 18px;
}
</style>
