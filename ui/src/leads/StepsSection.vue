<script setup lang="ts">
/** The plate is gone: its numbers and joints derived step by step on the person's own coils. */
import { computed, ref } from 'vue'
import { api } from '../api/client'
import DrawingView from '../drawing/DrawingView.vue'
import { useAsked } from '../job/ask'
import { useJob } from '../job/open'

const job = useJob()
const plan = computed(() => job.plan.value!)
const { value: drawn, trouble } = useAsked((d) => api.steps(d))
const at = ref(0)
const steps = computed(() => plan.value.leads.steps)
const step = computed(() => Math.min(at.value, steps.value.length - 1))
</script>

<template>
  <section class="steps">
    <p v-if="trouble" class="trouble">{{ trouble }}</p>
    <template v-if="steps.length">
      <p>
        The numbers of these leads follow from the coils: walk a spiral from the top corner, round the outside and
        inward. High voltage joins the halves end to end, low lays each half beside its twin.
      </p>
      <div v-if="!plan.leads.agreed" class="caution">
        Star or delta? The walk differs, and so do the low joints: a star has four (three with a line, one of three
        leads alone), a delta three (each three leads and a line). Nothing here is taken for your motor before
        continuity or the plate's own diagram agrees.
      </div>
      <div class="steps-both">
        <DrawingView v-if="drawn?.steps[step]" :drawing="drawn.steps[step]!" />
        <ol>
          <li v-for="(s, n) in steps" :key="s" :class="{ chosen: n === step }">
            <button type="button" @click="at = n">{{ s }}</button>
          </li>
        </ol>
      </div>
      <p class="steps-go">
        <button type="button" class="plain" :disabled="step === 0" @click="at = step - 1">Back</button>
        <button type="button" class="strong" :disabled="step === steps.length - 1" @click="at = step + 1">
          Next step
        </button>
        <span class="soft">{{ step + 1 }} of {{ steps.length }}</span>
      </p>
    </template>
    <p v-else>
      {{
        plan.link.kind === 'six'
          ? 'Six leads are three whole coils: 1-4, 2-5, 3-6, with nothing to lay beside each other.'
          : 'These leads have no halves to number.'
      }}
      Choose nine or twelve leads under Joints if that is what comes out.
    </p>
  </section>
</template>

<style scoped>
.steps-both {
  display: grid;
  grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
  gap: 20px;
  align-items: start;
  margin-top: 8px;
}
.steps :deep(ol) {
  padding-left: 22px;
  margin: 0;
}
.steps :deep(li) {
  padding: 2px 0;
}
.steps :deep(li button) {
  border: 0;
  background: none;
  text-align: left;
  padding: 4px 6px;
  font: inherit;
  color: inherit;
  cursor: pointer;
  vertical-align: top;
}
.steps :deep(li.chosen button) {
  background: var(--river-pale);
  font-weight: 600;
}
.steps-go {
  display: flex;
  gap: 10px;
  align-items: center;
  margin-top: 8px;
}
@media (max-width: 760px) {
  .steps-both {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
