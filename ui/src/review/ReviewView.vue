<script setup lang="ts">
/** A machine laid out for a licensed person: drawings, figures with their sources, questions, and their answers. */
import { computed, onMounted, onUnmounted, ref, shallowRef } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, type Role } from '../api/client'
import { people, remarks, type Code, type Remark, type ReviewAnswer } from '../api/people'
import { setHead } from '../desk/head'
import { useKeys } from '../desk/keys'
import { listen } from '../desk/live'
import { me, owns, remarksOn } from '../desk/person'
import DrawingView from '../drawing/DrawingView.vue'
import GradeMark from '../parts/GradeMark.vue'
import { useRemarks } from '../parts/remarks'
import { signedAt } from '../parts/dates'
import CodeCard from '../people/CodeCard.vue'

const props = defineProps<{ id: string }>()
const router = useRouter()
const route = useRoute()
const machine = ref(String(route.query.machine ?? ''))
const revision = ref(Number(route.query.revision ?? 0))
const answer = shallowRef<ReviewAnswer>()
const role = ref<Role>()
const workshop = ref('')
const at = ref('') // the bay that is commented on; "all": the whole
const code = shallowRef<Code>()
const { list, words, trouble, tried, ...said } = useRemarks(props.id, () => answer.value?.latest ?? 0)

const load = () =>
  tried(async () => {
    const [got, all, j] = await Promise.all([
      remarks.review(props.id, machine.value, revision.value),
      remarks.of(props.id),
      api.job(props.id),
    ])
    answer.value = got
    list.value = all.remarks
    role.value = j.role
    workshop.value = j.workshop_id
    setHead(got.workshop, `${got.review.title}, for review`)
  })
onMounted(load)
const stop = listen((n) => (n.id === undefined || n.id === props.id) && void load())
onUnmounted(stop)

const old = computed(() => !!answer.value && answer.value.revision !== answer.value.latest)
const of = (bay: string) => list.value.filter((r) => r.kind === 'remark' && (r.bay ?? '') === bay)
const approvals = computed(() => list.value.filter((r) => r.kind !== 'remark'))
const decision = (r: Remark) =>
  (r.kind === 'approval' ? 'Approved' : 'Not yet') + (r.stale ? ' then, changed since' : '')
const may = computed(() => remarksOn(role.value) && !old.value)
const reviewer = computed(() => me.shared && role.value === 'reviewer' && !old.value)

async function say() {
  if (await said.say(at.value === 'all' ? '' : at.value)) at.value = ''
}
const invite = () =>
  tried(async () => {
    code.value = await people.addGuest(workshop.value, `Reader of ${answer.value!.review.title}`, 14, [props.id])
  })
async function choose(e: Event) {
  machine.value = (e.target as HTMLSelectElement).value
  await router.replace({ query: { ...route.query, machine: machine.value } })
  await load()
}
async function show(n: number) {
  revision.value = n
  await router.replace({ query: { ...route.query, ...(n ? { revision: String(n) } : { revision: undefined }) } })
  await load()
}
const toSpan = () => void router.push({ name: 'span', params: { id: props.id } })
const print = () => window.print()
useKeys({ n: toSpan, 'g s': toSpan, p: print })
const marks: Record<string, string> = {
  plate: 'plate',
  measured: 'measured',
  estimated: 'estimated',
  computed: 'computed',
  table: 'table',
}
const lists = computed(() =>
  answer.value
    ? ([
        ['Not checked by anybody yet', answer.value.review.unchecked],
        ['Estimated', answer.value.review.estimated],
        ['Measured', answer.value.review.measured],
      ] as const)
    : [],
)
</script>

<template>
  <main class="review" :class="`colours-${answer?.colours}`">
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <template v-if="answer">
      <p class="review-bar">
        <RouterLink class="plain" :to="{ name: 'span', params: { id } }">Back to the plan</RouterLink>
        <button type="button" class="strong" @click="print">Print <kbd>P</kbd></button>
        <a class="plain" :href="`/api/jobs/${id}/review.pdf?revision=${answer.revision}`" target="_blank"
          >PDF of all machines</a
        >
        <label v-if="answer.machines.length > 1">
          <span class="for-readers">Machine</span>
          <select :value="machine || answer.machines[0]?.id" @change="choose">
            <option v-for="m in answer.machines" :key="m.id" :value="m.id">{{ m.name }}</option>
          </select>
        </label>
        <template v-if="me.shared && owns(role)">
          <button type="button" class="plain" @click="invite">A link that reads, for 14 days</button>
        </template>
        <RouterLink v-else-if="!me.shared" class="soft" to="/sharing"
          >To let a reviewer read it elsewhere, open this server to the shop</RouterLink
        >
      </p>
      <CodeCard v-if="code" :code="code" :who="answer.review.title" link @close="code = undefined" />
      <article class="sheet">
        <header>
          <h1>{{ answer.review.title }}: for review</h1>
          <p>
            {{ answer.workshop }}, revision {{ answer.revision }}<template v-if="old"> of {{ answer.latest }}</template
            >, {{ signedAt(answer.at) }}
          </p>
        </header>
        <p v-if="old" class="caution">
          This is revision {{ answer.revision }}; revision {{ answer.latest }} stands now.
          <button type="button" class="why" @click="show(0)">Show what stands now</button>
        </p>
        <p class="caution">{{ answer.review.caution }}</p>
        <p>
          {{ answer.review.plate }}<template v-if="answer.review.does">; {{ answer.review.does }}</template>
        </p>
        <p class="review-verdict">
          <GradeMark :grade="answer.review.grade" :size="18" />
          <strong>{{ answer.review.bridge }}. {{ answer.review.verdict }}</strong>
        </p>
        <form v-if="reviewer" class="review-form no-print" @submit.prevent="said.approve">
          <label for="review-approve">Your words; to send it back they say what must change first</label>
          <ElInput id="review-approve" v-model="words" type="textarea" :rows="2" maxlength="2000" />
          <p class="review-decide">
            <button type="submit" class="strong">Approve revision {{ answer.latest }} as it stands</button>
            <button
              type="button"
              class="plain"
              :disabled="!words.trim()"
              :title="words.trim() ? '' : 'Say first what must change'"
              @click="said.sendBack"
            >
              Not yet, because …
            </button>
          </p>
          <p class="soft">It is kept as it is printed now, and is shown as stale after a change.</p>
        </form>
        <section v-if="approvals.length" aria-label="Approvals">
          <h2>Approvals</h2>
          <ul class="review-approvals">
            <li v-for="r in approvals" :key="r.id" :class="{ stale: r.stale }">
              <GradeMark :grade="r.stale ? 'open' : r.kind === 'approval' ? 'good' : 'caution'" />
              <span
                >{{ decision(r) }}: {{ r.who }}, {{ signedAt(r.at) }}, revision {{ r.revision }}. {{ r.words }}</span
              >
              <button v-if="r.revision !== answer.revision" type="button" class="why" @click="show(r.revision)">
                That revision
              </button>
              <a v-if="r.printed" :href="`/api/jobs/${id}/remarks/${r.id}/sheet.pdf`" target="_blank"
                >As it was approved (PDF)</a
              >
            </li>
          </ul>
        </section>
        <h2>Single line</h2>
        <DrawingView :drawing="answer.path" />
        <template v-if="answer.power.items.length">
          <h2>Power</h2>
          <DrawingView :drawing="answer.power" />
          <template v-if="answer.control.items.length">
            <h2>Control, as a ladder</h2>
            <DrawingView :drawing="answer.control" />
          </template>
        </template>
        <p v-else class="soft">No circuit is drawn while nothing is sized.</p>
        <section>
          <h2>Questions to answer</h2>
          <ol class="review-asks">
            <li v-for="q in answer.review.questions" :key="q">{{ q }}</li>
          </ol>
          <p v-for="r in of('')" :key="r.id" class="review-said" :class="{ settled: r.settled }">
            <strong>{{ r.who || 'no name' }}</strong>, {{ signedAt(r.at) }}, revision {{ r.revision
            }}{{ r.settled ? ', answered' : '' }}: {{ r.words }}
          </p>
          <button v-if="may" type="button" class="plain no-print" @click="at = at === 'all' ? '' : 'all'">
            Answer or comment
          </button>
          <form v-if="at === 'all'" class="review-form no-print" @submit.prevent="say">
            <label for="review-words">What you say of the whole machine</label>
            <ElInput id="review-words" v-model="words" type="textarea" :rows="3" maxlength="2000" />
            <button type="submit" class="strong" :disabled="!words.trim()">Say it</button>
          </form>
        </section>
        <section v-for="s in answer.review.sections" :key="s.bay" :data-review="s.bay">
          <h2>
            {{ s.title }}
            <button v-if="may" type="button" class="why no-print" @click="at = at === s.bay ? '' : s.bay">
              Comment here
            </button>
          </h2>
          <table v-if="s.figures.length">
            <tbody>
              <tr v-for="f in s.figures" :key="f.name">
                <th scope="row">{{ f.name }}</th>
                <td>
                  <strong>{{ f.text }}</strong> <span class="soft">{{ f.note }}</span>
                </td>
                <td class="review-mark">{{ marks[f.mark] }}</td>
                <td class="review-from">{{ f.source }}</td>
              </tr>
            </tbody>
          </table>
          <ul v-if="s.findings.length" class="review-findings">
            <li v-for="f in s.findings" :key="f.id">
              <GradeMark :grade="f.grade" :size="14" /> <span>{{ f.sentence }}</span>
            </li>
          </ul>
          <p v-for="r in of(s.bay)" :key="r.id" class="review-said" :class="{ settled: r.settled }">
            <strong>{{ r.who || 'no name' }}</strong>, {{ signedAt(r.at) }}, revision {{ r.revision
            }}{{ r.settled ? ', answered' : '' }}: {{ r.words }}
          </p>
          <form v-if="at === s.bay" class="review-form no-print" @submit.prevent="say">
            <label :for="`review-${s.bay}`">What you say of {{ s.title }}</label>
            <ElInput :id="`review-${s.bay}`" v-model="words" type="textarea" :rows="3" maxlength="2000" />
            <button type="submit" class="strong" :disabled="!words.trim()">Say it</button>
          </form>
        </section>
        <section v-for="[title, all] in lists" :key="title">
          <h2>{{ title }}</h2>
          <ul v-if="all.length">
            <li v-for="x in all" :key="x">{{ x }}</li>
          </ul>
          <p v-else class="soft">Nothing.</p>
        </section>
        <p class="review-sign">Reviewed by ______________________ on ______________ licence ______________</p>
      </article>
    </template>
  </main>
</template>

<style scoped>
.review-decide {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  margin: 8px 0 0;
}
.review {
  max-width: 76rem;
  margin: 0 auto;
  padding: 10px 18px 40px;
}
.review-bar {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
  padding-bottom: 10px;
}
.sheet > :deep(header) {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 4px 18px;
  border-bottom: 2px solid var(--ink);
  padding-bottom: 4px;
}
.sheet :deep(h1) {
  font-size: 1.5rem;
}
.sheet :deep(h2) {
  margin: 16px 0 4px;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: baseline;
  border-bottom: 1px solid var(--rule);
}
.sheet :deep(h2 button) {
  font-size: 0.9rem;
  font-weight: 400;
}
.review-verdict {
  display: flex;
  gap: 8px;
  align-items: baseline;
  padding: 6px 0;
}
.review-verdict .grade {
  flex: none;
}
.sheet :deep(table) {
  width: 100%;
  border-collapse: collapse;
}
.sheet :deep(th),
.sheet :deep(td) {
  padding: 4px 10px 4px 0;
  text-align: left;
  vertical-align: top;
  border-bottom: 1px solid var(--rule);
  overflow-wrap: anywhere;
}
.sheet :deep(th) {
  width: 11rem;
  font-weight: 400;
}
.review-mark {
  width: 6rem;
  color: var(--soft);
}
.review-from {
  width: 42%;
  font-size: 0.87rem;
  color: var(--soft);
}
.review-findings,
.review-approvals {
  list-style: none;
  padding: 0;
  margin: 4px 0;
}
.review-findings :deep(li),
.review-approvals :deep(li) {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: baseline;
  padding: 3px 0;
}
.review-findings :deep(li span) {
  flex: 1;
}
.review-approvals .stale {
  color: var(--soft);
}
.review-asks :deep(li) {
  padding: 3px 0;
}
.review-said {
  padding: 6px 12px;
  margin: 4px 0;
  border-left: 3px solid var(--river);
  white-space: pre-line;
  overflow-wrap: anywhere;
}
.review-said.settled {
  border-color: var(--stone-deep);
}
.review-form {
  display: grid;
  gap: 6px;
  max-width: 40rem;
  padding: 8px 0;
}
.review-form button {
  justify-self: start;
}
.review-sign {
  margin-top: 28px;
}
@media (max-width: 699px) {
  .sheet :deep(tr) {
    display: block;
    padding: 6px 0;
    border-bottom: 1px solid var(--rule);
  }
  .sheet :deep(th),
  .sheet :deep(td) {
    display: block;
    width: auto;
    padding: 1px 0;
    border: 0;
  }
}
@media print {
  .review-bar,
  .no-print {
    display: none !important;
  }
}
</style>
