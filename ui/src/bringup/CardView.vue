<script setup lang="ts">
/** The card for the machine: one printed page, black and white, with room to write the readings. */
import { computed, onMounted, ref, shallowRef } from 'vue'
import { api, type Answer, type JobAnswer } from '../api/client'
import { bringup, type BringUp } from '../api/bringup'
import { setHead } from '../desk/head'
import { useKeys } from '../desk/keys'
import DrawingView from '../drawing/DrawingView.vue'
import CardParts from './CardParts.vue'
import CardStamp from './CardStamp.vue'
import { about } from '../job/document'
import { useRoute, useRouter } from 'vue-router'

const props = defineProps<{ id: string }>()
const router = useRouter()
const machine = String(useRoute().query.machine ?? '')
const job = shallowRef<JobAnswer>()
const answer = shallowRef<Answer>()
const circuit = shallowRef<Awaited<ReturnType<typeof api.circuit>>>()
const paper = computed(() => (job.value?.document.workshop.rules === 'north-america' ? 'letter' : 'a4'))
const trouble = ref('')
/** What stands in the machine's book: what was skipped or failed, and where it ends. */
const book = shallowRef<BringUp>()
const card = computed(() => answer.value?.plan.card)
const unchecked = computed(() => [...(card.value?.open ?? []), ...(book.value?.progress.stays ?? [])])
const views = computed(() => answer.value?.drawings.wanted)
/** One circuit in the place of box and windings, the parts beneath it. */
const one = computed(() => !views.value?.box.items.length)
const day = computed(() => new Date(job.value?.saved_at ?? Date.now()).toISOString().slice(0, 10))
const print = () => window.print()

onMounted(async () => {
  try {
    const j = await api.job(props.id)
    answer.value = machine ? await api.plan(about(j.document, machine)) : j
    job.value = j
    const wired = await api.circuit(about(j.document, machine))
    if (wired.power.items.length) circuit.value = wired
    setHead(j.document.workshop.name, `${j.document.name}, card`)
    book.value = await bringup.of(props.id, machine).catch(() => undefined)
  } catch (e) {
    trouble.value = e instanceof Error ? e.message : String(e)
  }
})
useKeys({
  p: print,
  n: () => void router.push({ name: 'span', params: { id: props.id } }),
  'g s': () => void router.push({ name: 'span', params: { id: props.id } }),
})
</script>

<template>
  <main class="card-page">
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <template v-if="card && views && job">
      <div class="card-bar">
        <RouterLink class="plain" :to="{ name: 'span', params: { id } }">Back to the plan</RouterLink>
        <button type="button" class="strong" @click="print">Print <kbd>P</kbd></button>
        <RouterLink class="plain" :to="{ name: 'bring-up', params: { id }, query: machine ? { machine } : {} }"
          >Bring-up</RouterLink
        >
        <a class="plain" :href="`/api/jobs/${id}/card.pdf?paper=a4${machine && `&machine=${machine}`}`" target="_blank"
          >PDF, A4</a
        >
        <a
          class="plain"
          :href="`/api/jobs/${id}/card.pdf?paper=letter${machine && `&machine=${machine}`}`"
          target="_blank"
          >PDF, Letter</a
        >
        <a
          v-if="circuit"
          class="plain"
          :href="`/api/jobs/${id}/card.pdf?with=circuit&paper=${paper}${machine && `&machine=${machine}`}`"
          target="_blank"
          >PDF with circuit and parts</a
        >
        <p v-if="card.not_ready" class="card-not">{{ card.not_ready }}</p>
      </div>
      <article class="card">
        <header>
          <div>
            <h1>{{ card.title }}</h1>
            <p>{{ job.document.workshop.name }} · {{ card.plate }}</p>
          </div>
          <p class="card-stamp">
            Connection card<br />revision {{ job.revision }}, {{ day }}
            <CardStamp :id="id" />
          </p>
          <img
            v-if="book"
            class="card-code"
            :src="`/api/jobs/${id}/machine-code.png${machine && `?machine=${machine}`}`"
            alt="A code for a phone’s camera: it opens the bring-up at the machine"
          />
        </header>
        <p v-if="card.not_ready" class="card-warning">{{ card.not_ready }}</p>
        <div class="card-drawings" :class="{ 'card-one': one }">
          <DrawingView v-if="!one" :drawing="views.box" />
          <div>
            <DrawingView v-if="views.windings.items.length" :drawing="views.windings" />
            <CardParts v-if="one" :parts="card.parts" />
          </div>
          <section>
            <h2>Joints</h2>
            <table>
              <tbody>
                <tr v-for="l in card.joints" :key="l.name + l.value">
                  <td class="tick" />
                  <th scope="row">{{ l.value }}</th>
                  <td>
                    {{ l.name }}<small v-if="l.note">{{ l.note }}</small>
                  </td>
                </tr>
              </tbody>
            </table>
            <h2>Settings</h2>
            <table>
              <tbody>
                <tr v-for="l in card.settings" :key="l.name">
                  <td>
                    {{ l.name }} <strong>{{ l.value }}</strong><small>{{ l.note }}</small>
                  </td>
                </tr>
              </tbody>
            </table>
          </section>
        </div>
        <CardParts v-if="!one" :parts="card.parts" />
        <section>
          <h2>Readings: expect, then measure</h2>
          <table class="card-readings">
            <thead>
              <tr>
                <th scope="col">When</th>
                <th scope="col">What</th>
                <th scope="col">Expect</th>
                <th scope="col">Within</th>
                <th scope="col" class="write">Measured</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(r, n) in card.readings" :key="r.id">
                <td>{{ r.when === card.readings[n - 1]?.when ? '' : r.when }}</td>
                <td>{{ r.where }}</td>
                <td class="nobreak"><span class="ring" :class="`ring-${r.mark}`" />{{ r.expect }}</td>
                <td class="nobreak">{{ r.band }}</td>
                <td class="write" />
              </tr>
            </tbody>
          </table>
        </section>
        <div class="card-two">
          <section>
            <h2>Checks</h2>
            <table class="card-checks">
              <thead>
                <tr>
                  <th />
                  <th scope="col">In this order</th>
                  <th scope="col" class="write">Who, when</th>
                </tr>
              </thead>
              <tbody>
                <tr v-for="c in card.checks" :key="c">
                  <td class="tick" />
                  <td>{{ c }}</td>
                  <td class="write" />
                </tr>
              </tbody>
            </table>
          </section>
          <section>
            <h2>Cautions</h2>
            <ul>
              <li v-for="c in card.cautions" :key="c">{{ c }}</li>
            </ul>
            <template v-if="unchecked.length">
              <h2>Not checked yet</h2>
              <ul class="card-open">
                <li v-for="c in unchecked" :key="c">{{ c }}</li>
              </ul>
            </template>
          </section>
        </div>
        <footer>
          <p>
            {{ card.foot }}
            <template v-if="book?.book.n">
              Book of the machine: {{ book.book.n }} entries, the last {{ book.book.hash.slice(0, 12) }}.
            </template>
          </p>
        </footer>
      </article>
      <article v-if="circuit" class="card card-second">
        <header>
          <div>
            <h1>{{ card.title }}: the circuit as it is wired</h1>
            <p>Planning: local rules and a licensed person decide.</p>
          </div>
        </header>
        <DrawingView :drawing="circuit.power" />
        <DrawingView v-if="circuit.control.items.length" :drawing="circuit.control" />
      </article>
    </template>
  </main>
</template>

<style scoped>
.card-page {
  padding: 12px 18px 40px;
}
.card-bar {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 12px;
  max-width: 800px;
  margin: 0 auto 12px;
}
.card-not {
  color: var(--brick);
}
.card {
  max-width: 800px;
  margin: 0 auto;
  padding: 26px 30px;
  background: #fff;
  border: 1px solid var(--rule);
  color: #000;
  font-size: 12px;
  line-height: 1.25;
  --ink: #000;
  --soft: #3c3c3c;
  --wire-l1: #000;
  --wire-l2: #000;
  --wire-l3: #000;
  --wire-earth: #000;
  --metal: #555;
  --river: #000;
  --moss: #000;
  --moss-fill: #000;
  --ochre: #000;
  --ochre-fill: #000;
  --brick: #000;
}
.card :deep(.fill-metal) {
  fill: #d8d8d8;
}
.card :deep(.fill-shade) {
  fill: #f0f0f0;
}
.card > :deep(header) {
  display: flex;
  justify-content: space-between;
  gap: 16px;
  border-bottom: 2px solid #000;
  padding-bottom: 5px;
}
.card :deep(h1) {
  font-size: 20px;
}
.card :deep(h2) {
  font-size: 12.5px;
  margin: 7px 0 2px;
  border-bottom: 1px solid #000;
}
.card-stamp {
  text-align: right;
  white-space: nowrap;
}
.card-warning {
  border: 2px solid #000;
  padding: 4px 8px;
  margin: 6px 0 0;
  font-weight: 600;
}
.card-drawings {
  display: grid;
  grid-template-columns: 1fr 1.15fr 0.95fr;
  gap: 8px;
  align-items: start;
}
.card-drawings.card-one {
  grid-template-columns: 2.15fr 1fr;
}
.card :deep(table) {
  width: 100%;
  border-collapse: collapse;
}
.card :deep(td),
.card :deep(th) {
  text-align: left;
  font-weight: 400;
  padding: 1.5px 6px 1.5px 0;
  border-bottom: 1px solid #bbb;
  vertical-align: baseline;
}
.card :deep(tbody th) {
  font-weight: 600;
  white-space: nowrap;
}
.card :deep(small) {
  display: block;
  font-size: 10.5px;
}
.card :deep(.tick::before) {
  content: '';
  display: inline-block;
  width: 9px;
  height: 9px;
  border: 1px solid #000;
}
.card :deep(.tick) {
  width: 16px;
}
.card .write {
  width: 110px;
  border-left: 1px solid #bbb;
}
.card .card-checks .write {
  width: 84px;
  padding-left: 4px;
}
.card-readings .write {
  padding-left: 6px !important;
}
.card-readings :deep(thead th) {
  font-weight: 600;
}
.card-two {
  display: grid;
  grid-template-columns: 1.35fr 1fr;
  gap: 16px;
}
.card :deep(ul) {
  margin: 2px 0 0;
  padding-left: 14px;
}
.card :deep(.ring) {
  border-color: #000;
  width: 8px;
  height: 8px;
}
.card :deep(.ring-measured) {
  background: #000;
}
.card :deep(.ring-plate),
.card :deep(.ring-computed),
.card :deep(.ring-table) {
  border-color: transparent;
}
.card-code {
  width: 54px;
  height: 54px;
  margin: -8px 0 -2px -8px;
  image-rendering: pixelated;
}
.card > :deep(footer) {
  margin-top: 6px;
  border-top: 1px solid #000;
  padding-top: 3px;
  font-size: 10.5px;
}
@media (max-width: 760px) {
  .card-page {
    padding: 8px;
  }
  .card {
    padding: 14px;
    font-size: 14px;
  }
  .card-drawings,
  .card-drawings.card-one,
  .card-two {
    grid-template-columns: minmax(0, 1fr);
  }
  .card .write {
    width: 54px;
  }
  .card :deep(.nobreak),
  .card :deep(tbody th),
  .card-stamp {
    white-space: normal;
  }
  .card-readings {
    font-size: 13px;
  }
}
@page {
  margin: 8mm 10mm;
}
.card-second {
  margin-top: 16px;
}
@media print {
  /* The card is one page; with the circuit it is printed from its file. */
  .card-bar,
  .card-second {
    display: none !important;
  }
  .card-page {
    padding: 0;
  }
  .card-code {
    width: 44px;
    height: 44px;
    margin: -8px 0 -6px -8px;
  }
  .card {
    max-width: none;
    border: 0;
    padding: 0;
    font-size: 8.4pt;
  }
  .card :deep(td),
  .card :deep(th) {
    padding-top: 0.5px;
    padding-bottom: 0.5px;
  }
  .card :deep(small) {
    font-size: 7.4pt;
  }
  .card :deep(h2) {
    margin-top: 5px;
  }
  .card-drawings {
    grid-template-columns: 1fr 1.15fr 0.95fr;
  }
  .card-drawings.card-one {
    grid-template-columns: 2.15fr 1fr;
  }
  .card-two {
    grid-template-columns: 1.35fr 1fr;
  }
}
</style>
