<script setup lang="ts">
/** One entry of the book, as it was written. */
import { computed, ref } from 'vue'
import type { BookEntry } from '../api/bringup'
import { signedAt } from '../parts/dates'
import { kinds, outside, titleOf, valueOf } from './words'

const props = defineProps<{ entry: BookEntry; job: string; correctedBy?: number; may: boolean; owns: boolean }>()
const emit = defineEmits<{ correct: [n: number]; drop: [file: string]; play: [file: string] }>()
const sure = ref(false)
const file = computed(() => props.entry.file && `/api/jobs/${props.job}/photos/${props.entry.file.id}`)
const gone = ref(false)
</script>

<template>
  <li class="entry" :class="[entry.kind, { corrected: correctedBy, void: entry.void }]" :data-n="entry.n">
    <p class="entry-head">
      <span class="entry-n">{{ entry.n }}</span>
      <time :datetime="entry.taken">{{ signedAt(entry.taken) }}</time>
      <span class="entry-kind">{{ kinds[entry.kind] }}</span>
      <span class="soft">{{ entry.who || 'no name' }}<template v-if="entry.signed">, signed</template></span>
    </p>
    <h3>{{ titleOf(entry) }}</h3>
    <p v-if="correctedBy" class="entry-note">Corrected by entry {{ correctedBy }}.</p>
    <p v-if="entry.corrects" class="entry-note">Corrects entry {{ entry.corrects }}.</p>
    <p v-if="entry.void" class="entry-note">It does not count: {{ entry.void }}</p>
    <p v-if="entry.clock" class="entry-note">{{ entry.clock }}; received {{ signedAt(entry.received) }}.</p>
    <p v-if="entry.reads?.length === 1 && entry.reads[0]!.expect" class="entry-reads soft">
      expected {{ entry.reads[0]!.expect }}<template v-if="entry.reads[0]!.band">, {{ entry.reads[0]!.band }}</template
      ><strong v-if="outside(entry.reads[0]!)">: {{ entry.reads[0]!.where?.replace('-', ' ') }}</strong>
    </p>
    <table v-else-if="entry.reads?.length" class="entry-reads">
      <tbody>
        <tr v-for="r in entry.reads" :key="r.take" :class="{ outside: outside(r) }">
          <th scope="row">{{ r.name || r.take }}</th>
          <td>
            <strong>{{ valueOf(r) }}</strong>
          </td>
          <td class="soft">
            <template v-if="r.expect">expected {{ r.expect }}</template>
            <template v-if="r.band">, {{ r.band }}</template>
          </td>
          <td>{{ outside(r) ? r.where?.replace('-', ' ') : '' }}</td>
        </tr>
      </tbody>
    </table>
    <ul v-if="entry.changed?.length" class="entry-changed">
      <li v-for="c in entry.changed" :key="c.name">{{ c.name }}: {{ c.value }}</li>
    </ul>
    <p v-if="entry.words && (entry.kind !== 'note' || entry.words.includes('\n'))" class="entry-words">
      {{ entry.words }}
    </p>
    <p v-if="entry.part?.spec" class="soft">{{ entry.part.spec }}</p>
    <p v-if="entry.ran || entry.hours || entry.cost || entry.look" class="entry-facts">
      <span v-if="entry.ran">It ran {{ entry.ran }}.</span>
      <span v-if="entry.hours">{{ entry.hours }} h</span>
      <span v-if="entry.cost">{{ entry.cost.toFixed(2) }} {{ entry.currency }}</span>
      <span v-if="entry.look && entry.look !== 'none'">Next look {{ entry.look }} {{ entry.look_for }}</span>
      <span v-if="entry.look === 'none'">No look due any more</span>
    </p>
    <figure v-if="entry.kind === 'photo' && file && !gone">
      <a :href="file"
        ><img :src="file" loading="lazy" :alt="entry.words || 'Photograph of the machine'" @error="gone = true"
      /></a>
    </figure>
    <p v-if="gone" class="soft">The picture was deleted; its digest is {{ entry.file?.sha256.slice(0, 12) }}.</p>
    <p v-if="entry.kind === 'sound' && file">
      <audio controls preload="none" :src="file" />
      <button type="button" class="why" @click="emit('play', entry.file!.id)">Spread over the pitch</button>
    </p>
    <details v-if="entry.stood?.length">
      <summary>How it stood then</summary>
      <dl>
        <template v-for="f in entry.stood" :key="f.name">
          <dt>{{ f.name }}</dt>
          <dd>{{ f.value }}</dd>
        </template>
      </dl>
    </details>
    <p class="entry-acts">
      <button
        v-if="may && !correctedBy && entry.kind !== 'removed'"
        type="button"
        class="why"
        @click="emit('correct', entry.n)"
      >
        Correct
      </button>
      <button
        v-if="owns && file && !gone && entry.kind !== 'removed'"
        type="button"
        class="why"
        @click="sure ? emit('drop', entry.file!.id) : (sure = true)"
      >
        {{ sure ? 'Really delete the file' : 'Delete the file' }}
      </button>
    </p>
  </li>
</template>

<style scoped>
.entry {
  position: relative;
  padding: 10px 0 10px 30px;
}
.entry::after {
  content: '';
  position: absolute;
  inset: 0 auto 0 7px;
  width: 2px;
  background: var(--rule);
}
.entry::before {
  content: '';
  position: absolute;
  z-index: 1;
  left: 1px;
  top: 15px;
  width: 10px;
  height: 10px;
  border: 2px solid var(--soft);
  background: var(--paper);
}
.entry.gate::before {
  transform: rotate(45deg);
}
.entry.reading::before {
  border-radius: 50%;
}
.entry.part::before,
.entry.revision::before {
  background: var(--soft);
}
.entry-head {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  color: var(--soft);
  font-size: 0.9rem;
}
.entry-n {
  min-width: 1.6em;
}
.entry h3 {
  font-size: 1.05rem;
  overflow-wrap: anywhere;
}
.entry.corrected h3,
.entry.void h3 {
  text-decoration: line-through;
  color: var(--soft);
}
.entry-note {
  color: var(--ochre);
}
.entry-reads {
  border-collapse: collapse;
}
.entry-reads :is(td, th) {
  padding: 2px 14px 2px 0;
  text-align: left;
  font-weight: 400;
  vertical-align: baseline;
}
.entry-reads .outside strong,
.entry-reads > strong {
  color: var(--brick);
}
.entry-words {
  white-space: pre-line;
  overflow-wrap: anywhere;
}
.entry-changed {
  margin: 2px 0;
  padding-left: 18px;
}
.entry-facts {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
}
.entry figure {
  margin: 6px 0;
}
.entry img {
  display: block;
  max-width: 100%;
  width: 260px;
  height: 180px;
  object-fit: cover;
  border: 1px solid var(--rule);
}
.entry dl {
  display: grid;
  grid-template-columns: minmax(0, 16rem) minmax(0, 1fr);
  gap: 1px 14px;
  margin: 4px 0;
  font-size: 0.92rem;
}
.entry dd {
  margin: 0;
  overflow-wrap: anywhere;
}
.entry-acts {
  display: flex;
  gap: 16px;
}
</style>
