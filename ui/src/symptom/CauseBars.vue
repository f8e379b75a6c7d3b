<script setup lang="ts">
/** The causes, likeliest first, each with a bar; it opens to what speaks for it and against it, and to its drawing. */
import { computed, ref, shallowRef } from 'vue'
import { useMediaQuery } from '@vueuse/core'
import { api, type Drawing } from '../api/client'
import type { Belief } from '../api/symptom'
import DrawingView from '../drawing/DrawingView.vue'
import { useJob } from '../job/open'

const props = defineProps<{ causes: Belief['causes']; left: number }>()
const job = useJob()
const narrow = useMediaQuery('(max-width: 760px)')
const unfolded = ref(false)
const all = ref(false)
const shown = computed(() => (all.value ? props.causes : props.causes.filter((c, i) => c.share >= 0.02 || i === 0)))
const percent = (x: number) => (x < 0.01 ? 'under 1 %' : `${Math.round(100 * x)} %`)
const heading = computed(() => (props.left === 1 ? 'One cause left' : `${props.left} causes left`))
/** A mistake of these leads that is the same thing, drawn with the fault in it. */
const mistakeOf = (id: string) => job.plan.value?.leads.mistakes.find((m) => m.cause === id)
const drawn = shallowRef<Record<string, Drawing>>({})
async function draw(id: string) {
  const [m, d] = [mistakeOf(id), job.about.value]
  if (!m || !d || drawn.value[id]) return
  const got = await api.mistake(d, m.id).catch(() => undefined)
  if (got) drawn.value = { ...drawn.value, [id]: got.views.box }
}
</script>

<template>
  <section aria-label="What it may be" class="causes">
    <h2>
      <button v-if="narrow" type="button" class="causes-fold" :aria-expanded="unfolded" @click="unfolded = !unfolded">
        {{ heading }}
      </button>
      <template v-else>{{ heading }}</template>
    </h2>
    <div v-show="!narrow || unfolded">
      <ul>
        <li v-for="c in shown" :key="c.id" :data-cause="c.id">
          <details>
            <summary>
              <span class="causes-name">{{ c.name }}</span>
              <span class="causes-share">{{ percent(c.share) }}</span>
              <span class="causes-bar" aria-hidden="true"><span :style="{ width: `${100 * c.share}%` }" /></span>
            </summary>
            <p v-if="c.danger" class="caution">{{ c.danger }}</p>
            <ul v-if="c.for.length" class="causes-why" aria-label="What speaks for it">
              <li v-for="t in c.for" :key="t">{{ t }}</li>
            </ul>
            <ul v-if="c.against.length" class="causes-why causes-against" aria-label="What speaks against it">
              <li v-for="t in c.against" :key="t">{{ t }}</li>
            </ul>
            <p>
              <strong>Cure.</strong> {{ c.cure }} <template v-for="f in c.job.figures" :key="f">{{ f }} </template>
            </p>
            <template v-if="mistakeOf(c.id)">
              <button v-if="!drawn[c.id]" type="button" class="why" @click="draw(c.id)">Draw the box with it</button>
              <DrawingView v-else :drawing="drawn[c.id]!" />
            </template>
          </details>
        </li>
      </ul>
      <button v-if="shown.length < causes.length" type="button" class="why" @click="all = true">
        {{ causes.length - shown.length }} that are hardly believed
      </button>
      <p class="soft">Shares are estimated: how often each is met, and how well what was said and read fits it.</p>
    </div>
  </section>
</template>

<style scoped>
.causes :deep(ul) {
  margin: 0 0 8px;
  padding: 0;
  list-style: none;
}
.causes :deep(summary) {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 2px 8px;
  min-height: 34px;
  padding: 4px 0;
  cursor: pointer;
}
.causes-bar {
  grid-column: 1 / -1;
  height: 6px;
  background: var(--stone-deep);
}
.causes-bar span {
  display: block;
  height: 100%;
  background: var(--river);
}
.causes-fold {
  min-height: 44px;
  padding: 0;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-decoration: underline;
  text-underline-offset: 4px;
}
.causes-why :deep(li)::before {
  content: '+ ';
  font-weight: 600;
}
.causes-against :deep(li)::before {
  content: '− ';
}
</style>
