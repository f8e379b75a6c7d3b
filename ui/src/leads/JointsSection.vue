<script setup lang="ts">
/** The box as it is in the hand beside the windings as they are inside, and the moves between now and wanted. */
import { computed, ref, watch } from 'vue'
import DrawingView from '../drawing/DrawingView.vue'
import { litBy } from '../drawing/shapes'
import ChoiceField from '../parts/ChoiceField.vue'
import EntryField from '../parts/EntryField.vue'
import { vRove } from '../parts/rove'
import { useJob } from '../job/open'
import { usePointed, useShown } from '../job/state'
import BoxHands from './BoxHands.vue'
import { asText, moved } from './joints'
import WaysTable from './WaysTable.vue'

const kinds = [
  { value: 'three', label: 'Three', note: 'joined inside' },
  { value: 'six', label: 'Six', note: 'both ends of three coils' },
  { value: 'nine-star', label: 'Nine, star', note: 'T7 T8 T9 join inside' },
  { value: 'nine-delta', label: 'Nine, delta', note: 'three corners of three' },
  { value: 'twelve', label: 'Twelve', note: 'both ends of six half coils' },
  { value: 'other', label: 'Others', note: 'ten, eighteen, two speeds' },
]
const inners = [
  { value: '', label: 'Not known', note: 'or the plate says it' },
  { value: 'delta', label: 'In delta' },
  { value: 'star', label: 'In star' },
]
const boxes = [
  { value: 'studs', label: 'Six studs', note: 'two rows, links' },
  { value: 'ends', label: 'Loose ends', note: 'caps' },
]
const rows = [
  { value: '', label: 'U1 V1 W1 above' },
  { value: 'turned', label: 'W2 U2 V2 above' },
]
const six = [
  { value: 'iec', label: 'U1 V1 W1, U2 V2 W2' },
  { value: 't', label: 'T1 … T6' },
  { value: 'u-x', label: 'U V W, X Y Z' },
  { value: 'a-x', label: 'A B C, X Y Z' },
]
const halved = [
  { value: 't', label: 'T1 … T9, T12' },
  { value: 'iec', label: 'U1 U2, U5 U6 …' },
]

const job = useJob()
const view = useShown()
const pointed = usePointed()
const plan = computed(() => job.plan.value!)
const wanted = computed(() => job.answer.value!.drawings.wanted)
const shown = computed(() => view.value.state)
const joints = computed(() => shown.value.joints.map((g) => g ?? []))
const lit = computed(() => litBy(pointed.value, shown.value.coils))
/** No hand goes into the box before it is locked off and proved dead. */
const locked = computed(() => plan.value.moves.every((m) => m.kind !== 'lock-off' || m.done))
const nextMove = computed(() => plan.value.moves.find((m) => !m.done)?.id)
const hands = computed(() => plan.value.moves.filter((m) => m.kind !== 'lock-off' && m.kind !== 'check').length)
const standard = computed(() =>
  plan.value.leads.names
    .slice(0, 3)
    .map((n) => n.name)
    .join(', '),
)
const notes: Record<string, string> = {
  star: 'one flat link along a row',
  delta: 'three upright links',
  open: 'every end free',
}
const clipped = computed(() => job.text('leads.clips') === 'yes')
const allDone = computed(() => plan.value.moves.length > 0 && plan.value.moves.every((m) => m.done))

const namings = computed(() => (plan.value.link.kind === 'six' || plan.value.link.kind === 'three' ? six : halved))
const besides = computed(() => [
  { value: '', label: 'One system' },
  ...namings.value.filter((n) => n.value !== plan.value.link.naming),
])

/** Text of the shown state's joints; what is typed becomes the found or the wanted joints. */
const text = ref('')
const typing = ref(false)
const path = computed(() => (view.value.id === 'now' ? 'leads.found' : 'leads.wanted'))
const reading = computed(() => job.reading(path.value))
watch(
  [() => shown.value.text, () => view.value.id],
  () => {
    if (!typing.value) text.value = reading.value?.problem ? job.text(path.value) : shown.value.text
  },
  { immediate: true },
)

function settled() {
  typing.value = false
  const value = text.value.trim()
  if (value === shown.value.text) return
  join(value)
}

/** What is joined now is said anew: ticks of the old moves no longer mean anything. */
function join(value: string) {
  if (view.value.id === 'now') say(value)
  else job.commit('leads.wanted', value)
}

function say(found: string) {
  job.commitAll({ 'leads.found': found, 'leads.done': [] })
}

function tick(id: string) {
  const done = new Set(job.machine.value?.leads.done ?? [])
  if (!done.delete(id)) done.add(id)
  job.commit('leads.done', [...done])
}
</script>

<template>
  <div
    v-if="!plan.now.known && plan.leads.choices.length && plan.wanted.known"
    class="leads-ask"
    data-entry="leads.found"
  >
    <p><strong>What is joined in the box now?</strong> Locked off and proved dead first. A live box is not opened.</p>
    <div class="choice-row">
      <button v-for="c in plan.leads.choices" :key="c.value" type="button" class="choice-one" @click="say(c.value)">
        <strong>{{ c.label }}</strong><span v-if="notes[c.value]">{{ notes[c.value] }}</span>
      </button>
    </div>
    <p class="soft">Anything else: choose “Now” above, then drag the leads or type the joints below.</p>
  </div>
  <p v-if="view.id === 'mistake'" class="leads-wrong">
    <strong>{{ shown.title }}.</strong> Nothing of this is stored; the right joints stand beneath.
  </p>
  <div class="leads-drawings">
    <DrawingView v-if="view.id === 'mistake'" :drawing="view.views.box" :lit="lit" @point="pointed = $event" />
    <BoxHands
      v-else
      :drawing="view.views.box"
      :lit="lit"
      @point="pointed = $event"
      @move="(lead, to) => join(asText(moved(joints, lead, to)))"
    />
    <DrawingView :drawing="view.views.windings" :lit="lit" @point="pointed = $event" />
  </div>
  <div v-if="view.id === 'mistake'" class="leads-right">
    <h3>{{ plan.wanted.title }}</h3>
    <p>{{ plan.wanted.verdict }}</p>
    <div class="leads-drawings">
      <DrawingView :drawing="wanted.box" />
      <DrawingView :drawing="wanted.windings" />
    </div>
  </div>
  <div v-else class="leads-foot">
    <section v-if="plan.moves.length && plan.now.known" class="moves" aria-label="Moves from now to wanted">
      <h3>{{ hands ? `From now to wanted: ${hands} moves` : 'Joined as wanted: check and close' }}</h3>
      <p v-if="!locked" class="soft">The others can be ticked once “lock off and prove dead” is.</p>
      <p v-if="plan.leads.caps_text" class="soft">Wanted: {{ plan.leads.caps_text }}</p>
      <ol v-rove="'li'">
        <li v-for="m in plan.moves" :key="m.id" :class="{ done: m.done, coming: m.id === nextMove }">
          <label>
            <input
              type="checkbox"
              :checked="m.done"
              :disabled="!m.done && !locked && m.kind !== 'lock-off'"
              @change="tick(m.id)"
            />
            <span class="move-text">{{ m.text }}</span>
          </label>
          <p v-if="m.caution && !m.done" class="caution">{{ m.caution }}</p>
        </li>
      </ol>
      <label class="clips">
        <input
          type="checkbox"
          :checked="clipped"
          data-entry="leads.clips"
          @change="job.commit('leads.clips', clipped ? '' : 'yes')"
        />
        <span
          >Joined with test clips only, until the direction is known. The job stays open until the joints are
          final.</span
        >
      </label>
      <p v-if="allDone && !clipped" class="soft">Final. Take the photograph under “Extras” before the lid closes.</p>
    </section>
    <section>
      <div class="entry entry-joints" data-entry="leads.text">
        <label for="joints-text"
          >{{ view.id === 'now' ? 'Joined now, as text' : 'Wanted joints, as text' }} <kbd>E</kbd></label
        >
        <ElInput
          id="joints-text"
          :model-value="text"
          :placeholder="view.id === 'now' ? 'high, low, or T4-T7; T5-T8; …' : 'the plan chooses'"
          autocomplete="off"
          spellcheck="false"
          :aria-invalid="!!reading?.problem"
          @update:model-value="text = $event"
          @focus="typing = true"
          @blur="settled"
          @keydown.enter="($event.target as HTMLInputElement).blur()"
        />
        <p class="entry-read" :class="{ 'entry-problem': reading?.problem }">
          <template v-if="reading?.problem">{{ reading.problem }} Write {{ reading.wanted }}.</template>
          <template v-else-if="shown.assumed.length"
            >{{ shown.assumed.join(', ') }} taken to come to {{ standard }}.</template
          >
          <template v-else-if="view.id === 'wanted' && job.text('leads.wanted')">
            Your own choice.
            <button type="button" class="why" @click="job.commit('leads.wanted', '')">Let the plan choose</button>
          </template>
          <template v-else-if="shown.named">Named: {{ shown.named }}.</template>
        </p>
      </div>
      <details v-if="plan.leads.caps.length" class="leads-more">
        <summary>Caps and wires, once joined as wanted: {{ plan.leads.caps_text }}</summary>
        <EntryField path="leads.gauge" label="Gauge of the motor's leads" placeholder="14 AWG or 1.5 mm²" />
        <table class="leads-table">
          <thead>
            <tr>
              <th>Joint</th>
              <th>Wires</th>
              <th>Copper</th>
              <th>Cap</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="c in plan.leads.caps" :key="c.joint">
              <td>{{ c.joint }}</td>
              <td>
                {{ c.conductors }}<span v-if="c.lines" class="soft"> ({{ c.lines }} supply)</span>
              </td>
              <td class="nobreak">{{ c.area ? `${c.area.toFixed(1)} mm²` : 'gauge?' }}</td>
              <td>{{ c.size || c.note || '—' }}</td>
            </tr>
          </tbody>
        </table>
        <p class="soft">
          Sizes come from your maker's table, entered once under the workshop's settings; copper is counted with the
          wire chosen under Protection. A small box with four caps is tight.
        </p>
      </details>
    </section>
  </div>
  <WaysTable v-if="view.id !== 'mistake'" />
  <section v-if="view.id !== 'mistake'" class="leads-kind">
    <ChoiceField path="leads.kind" label="Leads that come out" :choices="kinds" fallback="six" />
    <ChoiceField
      v-if="plan.link.kind === 'three'"
      path="leads.inner"
      label="Joined inside"
      :choices="inners"
      fallback=""
    />
    <ChoiceField
      path="leads.naming"
      label="Names on them, as the plate's diagram has them"
      :choices="namings"
      :fallback="plan.link.naming"
    />
    <ChoiceField
      v-if="besides.length"
      path="leads.beside"
      label="A second system printed too: shown small beside"
      :choices="besides"
      fallback=""
    />
    <ChoiceField
      v-if="plan.link.kind === 'six'"
      path="leads.box"
      label="In the box"
      :choices="boxes"
      fallback="studs"
    />
    <ChoiceField
      v-if="plan.link.kind === 'six' && plan.link.box === 'studs'"
      path="leads.rows"
      label="The rows, as you look at them"
      :choices="rows"
      fallback=""
    />
    <details class="leads-more">
      <summary>Every name in the other systems</summary>
      <ul class="leads-names">
        <li v-for="n in plan.leads.names" :key="n.name">
          <strong>{{ n.name }}</strong> {{ n.others }}
        </li>
      </ul>
    </details>
  </section>
</template>

<style scoped>
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
.moves .done .move-text {
  color: var(--soft);
  text-decoration: line-through;
}
.moves .coming .move-text {
  font-weight: 600;
}
.moves .clips {
  margin-top: 8px;
  font-size: 0.9rem;
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
}
</style>
