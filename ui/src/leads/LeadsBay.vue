<script setup lang="ts">
/** The box as it is in the hand beside the windings as they are inside, and the moves between now and wanted. */
import { computed, ref, watch } from 'vue'
import DrawingView from '../drawing/DrawingView.vue'
import { litBy } from '../drawing/shapes'
import ChoiceField from '../parts/ChoiceField.vue'
import { useJob } from '../span/job'
import { usePointed, useShownState } from '../span/state'

const job = useJob()
const state = useShownState()
const pointed = usePointed()
const plan = computed(() => job.plan.value!)
const views = computed(() => job.answer.value!.drawings[state.value])
const shown = computed(() => plan.value[state.value])
const lit = computed(() => litBy(pointed.value))
const six = computed(() => plan.value.link.kind === 'six')
const nextMove = computed(() => plan.value.moves.find((m) => !m.done)?.id)
const hands = computed(() => plan.value.moves.filter((m) => m.kind !== 'lock-off' && m.kind !== 'check').length)
const unnamed = computed(() => [
  { value: 'star', label: 'Star', note: 'one flat link along a row' },
  { value: 'delta', label: 'Delta', note: 'three upright links' },
  { value: 'open', label: 'Nothing joined', note: 'all six ends free' },
])
const namings = [
  { value: 'iec', label: 'U1 V1 W1, U2 V2 W2' },
  { value: 't', label: 'T1 … T6' },
  { value: 'u-x', label: 'U V W, X Y Z' },
  { value: 'a-x', label: 'A B C, X Y Z' },
]
const kinds = [
  { value: 'six', label: 'Six leads', note: 'both ends of three coils' },
  { value: 'three', label: 'Three leads', note: 'joined inside' },
]

/** Text of the shown state's joints; what is typed becomes the found or the wanted joints. */
const text = ref('')
const typing = ref(false)
const path = computed(() => (state.value === 'now' ? 'leads.found' : 'leads.wanted'))
const reading = computed(() => job.reading(path.value))
watch(
  [() => shown.value.text, state],
  () => {
    if (!typing.value) text.value = reading.value?.problem ? job.text(path.value) : shown.value.text
  },
  { immediate: true },
)

function typed(value: string) {
  text.value = value
}

function settled() {
  typing.value = false
  const value = text.value.trim()
  if (value === shown.value.text) return
  const d = job.document.value!
  // What is joined now is said anew: ticks of the old moves no longer mean anything.
  if (state.value === 'now') job.change({ ...d, leads: { ...d.leads, found: value, done: [] } })
  else job.commit(path.value, value)
}

function say(found: string) {
  const d = job.document.value!
  job.change({ ...d, leads: { ...d.leads, found, done: [] } })
}

function tick(id: string) {
  const d = job.document.value!
  const done = new Set(d.leads.done ?? [])
  if (!done.delete(id)) done.add(id)
  job.change({ ...d, leads: { ...d.leads, done: [...done] } })
}
</script>

<template>
  <header class="bench-head">
    <h2>Leads</h2>
    <p v-if="plan.wanted.known">
      {{ six ? 'six, on studs or loose ends' : 'three, joined inside' }}; shown: {{ shown.title.toLowerCase() }}
    </p>
  </header>
  <div v-if="!plan.now.known && six" class="leads-ask" data-entry="leads.found">
    <p><strong>What is joined in the box now?</strong> Locked off and proved dead first. A live box is not opened.</p>
    <div class="choice-row">
      <button v-for="c in unnamed" :key="c.value" type="button" class="choice-one" @click="say(c.value)">
        <strong>{{ c.label }}</strong><span>{{ c.note }}</span>
      </button>
    </div>
    <p class="soft">Anything else: type it as joints below, while “Now” is chosen above.</p>
  </div>
  <div class="leads-drawings">
    <DrawingView :drawing="views.box" :lit="lit" @point="pointed = $event" />
    <DrawingView :drawing="views.windings" :lit="lit" @point="pointed = $event" />
  </div>
  <div class="leads-foot">
    <section v-if="plan.moves.length && plan.now.known" class="moves" aria-label="Moves from now to wanted">
      <h3>{{ hands ? `From now to wanted: ${hands} moves` : 'Joined as wanted: check and close' }}</h3>
      <ol>
        <li v-for="m in plan.moves" :key="m.id" :class="{ done: m.done, next: m.id === nextMove }">
          <label>
            <input type="checkbox" :checked="m.done" @change="tick(m.id)" />
            <span class="move-text">{{ m.text }}</span>
          </label>
          <p v-if="m.caution && !m.done" class="caution">{{ m.caution }}</p>
        </li>
      </ol>
    </section>
    <section>
      <div class="entry entry-joints" data-entry="leads.text">
        <label for="joints-text"
          >{{ state === 'now' ? 'Joined now, as text' : 'Wanted joints, as text' }} <kbd>E</kbd></label
        >
        <ElInput
          id="joints-text"
          :model-value="text"
          :placeholder="state === 'now' ? 'star, delta, or U2-V2-W2' : 'the plan chooses'"
          autocomplete="off"
          spellcheck="false"
          :aria-invalid="!!reading?.problem"
          @update:model-value="typed"
          @focus="typing = true"
          @blur="settled"
          @keydown.enter="($event.target as HTMLInputElement).blur()"
        />
        <p class="entry-read" :class="{ 'entry-problem': reading?.problem }">
          <template v-if="reading?.problem">{{ reading.problem }} Write {{ reading.wanted }}.</template>
          <template v-else-if="shown.assumed.length"
            >{{ shown.assumed.join(', ') }} taken to come to U1, V1, W1.</template
          >
          <template v-else-if="state === 'wanted' && job.text('leads.wanted')">
            Your own choice.
            <button type="button" class="why" @click="job.commit('leads.wanted', '')">Let the plan choose</button>
          </template>
        </p>
      </div>
      <ChoiceField path="leads.kind" label="Leads that come out" :choices="kinds" fallback="six" />
      <ChoiceField path="leads.naming" label="Names on them" :choices="namings" fallback="iec" />
      <p class="soft leads-files">
        Drawings as files:
        <a :href="`/api/jobs/${job.id}/${state}-box.svg`">terminal box</a>,
        <a :href="`/api/jobs/${job.id}/${state}-windings.svg`">windings</a>,
        <a :href="`/api/jobs/${job.id}/${state}-path.svg`">power path</a> (SVG)
      </p>
    </section>
  </div>
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
.moves label::before {
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
.moves .next .move-text {
  font-weight: 600;
}
.moves .caution {
  margin-left: 58px;
}
.entry-joints {
  margin-bottom: 8px;
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
