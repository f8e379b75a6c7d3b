<script setup lang="ts">
/** Things that may be bought, by their plates beside each other, and what to take into the shop. */
import EntryField from '../parts/EntryField.vue'
import GradeMark from '../parts/GradeMark.vue'
import { useOpened } from '../parts/opened'
import { useJob } from '../job/open'

export interface Candidate {
  plate: string
  name: string
  price?: string
  grade: string
  words: string
  text: string
  also: string
}

defineProps<{
  path: string
  many: string
  one: string
  line: string
  rows: Candidate[]
  shopping: string[]
  trouble?: string
  /** A touch takes one into the job, by its plate: what it needs leave for. */
  taken?: string
}>()
const emit = defineEmits<{ take: [plate: string]; open: [] }>()
const job = useJob()
const open = useOpened(false, /(^|\.)candidates/)
function turn(e: Event) {
  open.value = (e.target as HTMLDetailsElement).open
  if (open.value) emit('open')
}
</script>

<template>
  <details class="candidates" :open="open" @toggle="turn">
    <summary>Before you buy: compare {{ many }} by their plates</summary>
    <EntryField
      :path="path"
      :label="`Plates of ${many} that you may buy, one a line; a price behind a semicolon`"
      :placeholder="line"
      :rows="3"
      wide
    />
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <div v-if="rows.length" class="candidates-table">
      <table class="list">
        <thead>
          <tr>
            <th scope="col">{{ one }}</th>
            <th scope="col">Here</th>
            <th scope="col">Why</th>
            <th scope="col">Asks besides</th>
            <th scope="col">Price</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(c, i) in rows" :key="i" data-candidate>
            <th scope="row">
              <button v-if="taken" type="button" class="why" :disabled="!job.may(taken)" @click="emit('take', c.plate)">
                {{ c.name }}
              </button>
              <template v-else>{{ c.name }}</template>
            </th>
            <td><GradeMark :grade="c.grade" :size="14" /> {{ c.words }}</td>
            <td class="words">{{ c.text }}</td>
            <td class="words">{{ c.also }}</td>
            <td>{{ c.price }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <section class="candidates-shop" aria-label="For the shop">
      <h3>To take into the shop</h3>
      <ul class="candidates-note">
        <li v-for="s in shopping" :key="s">{{ s }}</li>
      </ul>
    </section>
  </details>
</template>

<style scoped>
.candidates {
  margin: 0 0 14px;
}
.candidates summary {
  min-height: 34px;
  color: var(--river);
  cursor: pointer;
}
.candidates-table {
  overflow-x: auto;
}
.candidates-shop {
  margin-top: 12px;
}
.candidates-note {
  columns: 2;
  column-gap: 24px;
  padding-left: 1.1rem;
}
.candidates-note li {
  break-inside: avoid;
  margin-bottom: 4px;
}
@media (max-width: 760px) {
  .candidates-note {
    columns: 1;
  }
  .candidates summary {
    min-height: 44px;
  }
}
</style>
