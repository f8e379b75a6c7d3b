<script setup lang="ts">
/** From a box of unmarked wires to names on sleeves: the continuity round, then starts and finishes. */
import { computed, nextTick, ref } from 'vue'
import ChoiceField from '../parts/ChoiceField.vue'
import EntryField from '../parts/EntryField.vue'
import GradeMark from '../parts/GradeMark.vue'
import { vRove } from '../parts/rove'
import { withoutLine } from '../job/document'
import { useJob } from '../job/open'
import { touchLine, withLine } from './joints'

const job = useJob()
const plan = computed(() => job.plan.value!)
const round = computed(() => plan.value.leads.round)
const groups = computed(() => round.value.groups.map((g) => g ?? []))
const sort = computed(() => plan.value.leads.labelling)
const tags = computed(() =>
  [...new Set(groups.value.flat())].sort((a, b) => a.localeCompare(b, 'en', { numeric: true })),
)
const cell = (a: string, b: string) =>
  round.value.grid.find((c) => (c.a === a && c.b === b) || (c.a === b && c.b === a))
const problems = computed(() =>
  plan.value.readings.filter((r) => r.problem && ['leads.touches', 'leads.senses', 'leads.tags'].includes(r.path)),
)

/** The pair in the hand: two leads tapped, or the pair that is asked for. */
const tapped = ref<string[]>([])
const pair = computed(() => (tapped.value.length === 2 ? tapped.value : round.value.next))
function tap(tag: string) {
  const i = tapped.value.indexOf(tag)
  tapped.value = i >= 0 ? tapped.value.filter((t) => t !== tag) : [...tapped.value.slice(-1), tag]
}

const typed = ref('')
const refused = ref('')
async function touch(text: string) {
  const line = touchLine(text, pair.value, tags.value)
  refused.value = line ? '' : `“${text}” names no two leads, and no pair is asked for: write 1 4 open.`
  if (!line) return
  typed.value = ''
  tapped.value = []
  job.commit('leads.touches', withLine(job.text('leads.touches'), line))
  await nextTick()
  document.getElementById('touch-line')?.focus()
}

const read = ref('')
function sense(value: string) {
  const ask = sort.value.ask
  if (!ask || !value.trim()) return
  read.value = ''
  job.commit('leads.senses', withLine(job.text('leads.senses'), `${ask.key} ${value.trim()}`))
}

const methods = [
  { value: 'ac', label: 'Low-voltage AC', note: '12 V from an isolating transformer' },
  { value: 'flick', label: 'Battery flick', note: 'a 6 to 9 V battery, a needle or bar meter' },
]
</script>

<template>
  <section class="find">
    <h3>1. Which leads belong together</h3>
    <p class="caution">
      Locked off and proved dead, supply leads and every cap off, capacitor discharged. Hold the probes together first:
      what the meter shows then is its own.
    </p>
    <div class="find-row">
      <EntryField path="leads.tags" label="Leads, or their names on tape" placeholder="9, or a b c …" />
      <EntryField path="leads.zero" label="Probes together" placeholder="0.3 Ω" />
      <div v-if="tags.length" class="entry find-touch" data-entry="leads.touches">
        <label for="touch-line">
          Touch two leads<template v-if="round.next.length === 2"
            >: next <strong>{{ round.next[0] }}</strong> and <strong>{{ round.next[1] }}</strong></template
          >
        </label>
        <ElInput
          id="touch-line"
          v-model="typed"
          placeholder="1 4, 1 4 open, or 1.9"
          autocomplete="off"
          spellcheck="false"
          @keydown.enter="touch(typed)"
        />
        <p class="entry-read" :class="{ 'entry-problem': refused }">
          {{ refused || (round.next_why ? `${round.next_why}.` : 'Two names and Enter: it beeped.') }}
        </p>
      </div>
    </div>
    <div v-if="tags.length" class="find-tap">
      <button
        v-for="t in tags"
        :key="t"
        type="button"
        class="tag"
        :class="{ asked: pair.includes(t), held: tapped.includes(t) }"
        :aria-pressed="tapped.includes(t)"
        @click="tap(t)"
      >
        {{ t }}
      </button>
      <template v-if="pair.length === 2">
        <span class="find-pair">{{ pair[0] }} with {{ pair[1] }}:</span>
        <button type="button" class="plain" @click="touch(`${pair[0]} ${pair[1]} beep`)">Beeps</button>
        <button type="button" class="plain" @click="touch(`${pair[0]} ${pair[1]} open`)">Open</button>
      </template>
      <template v-if="tapped.length === 1">
        <button type="button" class="plain" @click="touch(`${tapped[0]} frame open`)">
          {{ tapped[0] }} to frame: open
        </button>
        <button type="button" class="plain" @click="touch(`${tapped[0]} frame beep`)">
          {{ tapped[0] }} to frame: beeps
        </button>
      </template>
    </div>
    <ul v-if="problems.length" class="find-problems">
      <li v-for="(p, n) in problems" :key="n">“{{ p.typed }}”: {{ p.problem }} Write {{ p.wanted }}.</li>
    </ul>
    <div class="find-both">
      <table v-if="tags.length" class="find-grid" aria-label="What the meter said between every two leads">
        <thead>
          <tr>
            <th></th>
            <th v-for="b in tags.slice(1)" :key="b">{{ b }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(a, i) in tags.slice(0, -1)" :key="a">
            <th>{{ a }}</th>
            <td
              v-for="(b, k) in tags.slice(1)"
              :key="b"
              :class="[
                k >= i && cell(a, b)?.known,
                { touched: k >= i && cell(a, b)?.touched, asked: k >= i && pair.includes(a) && pair.includes(b) },
              ]"
            >
              <template v-if="k >= i">{{
                cell(a, b)?.text || { joined: '●', apart: '·', '': '' }[cell(a, b)?.known ?? '']
              }}</template>
            </td>
          </tr>
        </tbody>
      </table>
      <div class="find-says" aria-live="polite">
        <p class="find-verdict">
          <GradeMark :grade="round.grade" /> <strong>{{ round.text }}</strong>
        </p>
        <p v-if="round.reason">{{ round.reason }}</p>
        <ul v-if="tags.length" class="find-groups">
          <li v-for="g in groups" :key="g.join()" :class="{ lone: g.length === 1 }">
            <span v-for="t in g" :key="t" :class="{ corner: round.corners.includes(t) }">{{ t }}</span>
          </li>
        </ul>
        <p v-if="round.corners.length" class="soft">Ringed: the corner leads of the delta, by the ohms.</p>
        <button
          v-if="round.settled && round.kind && round.kind !== plan.link.kind"
          type="button"
          class="strong"
          @click="job.commit('leads.kind', round.kind)"
        >
          Use it: {{ round.text.replace('This is a motor with ', '') }}
        </button>
        <p v-if="round.coils.length" class="soft">
          Coils: {{ round.coils.map((c) => `${c.name} ${c.text}`).join(', ')
          }}{{ round.spread < 0.0005 ? '; all alike.' : `; apart by at most ${(100 * round.spread).toFixed(1)} %.` }}
        </p>
        <details v-if="tags.length" class="leads-more">
          <summary>
            {{
              job.text('leads.touches')
                ? 'Every touch as text: mend a line or paste a table'
                : 'Paste a table of touches'
            }}
          </summary>
          <EntryField
            path="leads.touches"
            label="Every touch, one a line"
            placeholder="1 2 open&#10;1 3 1.1"
            help="two names, then beep, open or ohms"
            :rows="6"
          />
        </details>
      </div>
    </div>
  </section>
  <section v-if="round.settled && plan.link.kind === round.kind && (sort.classes || sort.text)" class="find">
    <h3>2. Starts and finishes</h3>
    <p v-if="sort.classes" class="soft">
      {{ sort.classes }} labellings can be told apart by readings. The reading asked for is the one that leaves least,
      also if one reading should be false.
    </p>
    <p class="caution">
      Still dead and locked off. Only low volts from an isolating transformer with a fuse of 2 A, or a battery; the
      rotor stands and nobody turns it. A battery kicks when it lets go: hold the metal of neither lead.
    </p>
    <div class="find-by">
      <ChoiceField path="leads.method" label="By" :choices="methods" fallback="ac" />
      <EntryField
        v-if="(job.text('leads.method') || 'ac') === 'ac'"
        path="leads.low_volts"
        label="Volts fed"
        placeholder="12 V"
      />
    </div>
    <p class="find-verdict">
      <GradeMark :grade="sort.grade" /> <strong>{{ sort.text }}</strong>
    </p>
    <div v-if="sort.ask" class="find-ask" data-entry="leads.senses">
      <p>
        <strong>{{ sort.ask.repeat ? 'Read again' : 'Read' }}:</strong> {{ sort.ask.text }}.
      </p>
      <p class="soft">Expect {{ sort.ask.expect.join(', or ') }} (from an estimated leakage).</p>
      <div v-if="sort.ask.flick" class="choice-row">
        <button v-for="k in ['up', 'still', 'down']" :key="k" type="button" class="plain" @click="sense(k)">
          {{ { up: 'Kicks up', still: 'Stays still', down: 'Kicks down' }[k] }}
        </button>
      </div>
      <form v-else class="find-read" @submit.prevent="sense(read)">
        <ElInput v-model="read" inputmode="decimal" placeholder="volts" aria-label="Volts read" autocomplete="off" />
        <button type="submit" class="strong">Enter</button>
      </form>
    </div>
    <ol v-if="sort.taken.length" v-rove="'li'" class="find-taken">
      <li v-for="(t, n) in sort.taken" :key="n" :class="{ odd: t.odd }">
        {{ t.text }}: <strong>{{ t.said }}</strong>
        <span v-if="t.odd"> (the others contradict it)</span>
        <button
          type="button"
          class="why"
          :aria-label="`Take reading ${n + 1} away`"
          @click="job.commit('leads.senses', withoutLine(job.text('leads.senses'), t.line))"
        >
          Take away
        </button>
      </li>
    </ol>
    <template v-if="sort.settled">
      <table class="sleeves">
        <caption>
          Write on the sleeves
        </caption>
        <tbody>
          <tr>
            <th scope="row">Tape</th>
            <td v-for="n in sort.names" :key="n.tag">{{ n.tag }}</td>
          </tr>
          <tr>
            <th scope="row">Lead</th>
            <td v-for="n in sort.names" :key="n.tag">
              <strong>{{ n.name }}</strong>
            </td>
          </tr>
        </tbody>
      </table>
      <p><a class="plain" :href="`/api/jobs/${job.id}/sleeves.pdf`" target="_blank">Print the sleeves</a></p>
      <p class="soft">What no reading can tell apart, and what it matters:</p>
      <ul class="soft">
        <li v-for="s in sort.same" :key="s">{{ s }}</li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
.find + .find {
  margin-top: 18px;
  border-top: 1px solid var(--rule);
  padding-top: 10px;
}
.find-row {
  display: grid;
  grid-template-columns: minmax(150px, 1fr) minmax(110px, 0.7fr) minmax(200px, 1.6fr);
  gap: 12px;
  align-items: start;
}
.find-by {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: flex-start;
}
.find-tap {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
  margin: 8px 0;
}
.tag {
  min-width: 44px;
  min-height: 44px;
  border: 1px solid var(--rule);
  border-radius: 22px;
  background: var(--sheet);
  font-weight: 600;
  cursor: pointer;
}
.tag.asked {
  border: 2px solid var(--river);
}
.tag.held {
  background: var(--river);
  color: #fff;
}
.find-pair {
  margin-left: 8px;
}
.find-both {
  display: grid;
  grid-template-columns: auto minmax(220px, 1fr);
  gap: 20px;
  align-items: start;
}
.find-grid {
  border-collapse: collapse;
  font-size: 0.87rem;
}
.find-grid :deep(th) {
  font-weight: 600;
  padding: 2px 4px;
}
.find-grid :deep(td) {
  width: 38px;
  height: 28px;
  text-align: center;
  border: 1px solid var(--rule);
  color: var(--soft);
}
.find-grid :deep(td.joined) {
  background: var(--moss-pale);
  color: var(--ink);
}
.find-grid :deep(td.apart) {
  background: var(--stone);
}
.find-grid td.touched {
  font-weight: 600;
}
.find-grid td.asked {
  outline: 2px solid var(--river);
  outline-offset: -2px;
}
.find-verdict {
  display: flex;
  gap: 8px;
  align-items: flex-start;
  margin-bottom: 4px;
}
.find-groups {
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 8px 0;
  padding: 0;
}
.find-groups :deep(li) {
  display: flex;
  gap: 4px;
  padding: 3px 6px;
  border: 1px solid var(--moss);
  border-radius: 18px;
}
.find-groups li.lone {
  border-color: var(--rule);
}
.find-groups :deep(span) {
  min-width: 26px;
  height: 26px;
  line-height: 26px;
  text-align: center;
  font-weight: 600;
}
.find-groups .corner {
  border: 2px solid var(--river);
  border-radius: 50%;
  line-height: 22px;
}
.find-problems {
  color: var(--brick);
}
.find-ask {
  padding: 10px 12px;
  margin: 8px 0;
  border: 1px solid var(--river);
}
.find-read {
  display: flex;
  gap: 8px;
  max-width: 260px;
  margin-top: 6px;
}
.find-taken {
  margin: 8px 0;
  padding-left: 22px;
}
.find-taken :deep(.odd) {
  color: var(--brick);
}
.sleeves {
  border-collapse: collapse;
  margin: 8px 0;
}
.sleeves :deep(caption) {
  text-align: left;
  font-weight: 600;
}
.sleeves :deep(td),
.sleeves :deep(th) {
  border: 1px solid var(--rule);
  padding: 6px 9px;
  text-align: center;
}
@media (max-width: 760px) {
  .find-row,
  .find-both {
    grid-template-columns: minmax(0, 1fr);
  }
  .find-grid :deep(td) {
    width: 32px;
  }
  .sleeves {
    display: block;
    overflow-x: auto;
  }
}
</style>
