<script setup lang="ts">
/** The glossary: every word of the trade with its meaning, found by any of its names. */
import { computed, ref, watch } from 'vue'
import { plain, wordsOf } from '../desk/words'
import type { Pocket } from '../api/reference'
import DrawingView from '../drawing/DrawingView.vue'

const props = defineProps<{ pocket: Pocket; word?: string }>()
const find = ref(props.word ?? '')
watch(
  () => props.word,
  (w) => w && (find.value = w),
)
const shown = computed(() => {
  const words = wordsOf(find.value)
  const all = props.pocket.terms.map((t) => ({
    t,
    named: plain([t.name, t.america ?? '', ...(t.also ?? [])].join(' | ')),
    all: plain([t.name, t.america ?? '', ...(t.also ?? []), t.means].join(' ')),
  }))
  const named = all.filter((x) => words.every((w) => x.named.includes(w)))
  return (named.length ? named : all.filter((x) => words.every((w) => x.all.includes(w)))).map((x) => x.t)
})
</script>

<template>
  <section id="words" class="words" aria-label="Words">
    <h2>Words</h2>
    <label class="words-find">
      Find a word
      <input v-model="find" type="search" autocomplete="off" placeholder="VFD, wild leg, megohms …" />
    </label>
    <p class="soft" role="status">
      {{ shown.length === pocket.terms.length ? `${shown.length} words` : `${shown.length} of ${pocket.terms.length}` }}
    </p>
    <dl>
      <div v-for="t in shown" :key="t.name" class="word" :data-word="t.name">
        <dt>
          {{ t.name }} <span v-if="t.america" class="soft">North America: {{ t.america }}</span>
        </dt>
        <dd>
          <DrawingView
            v-if="t.drawn && pocket.drawings[t.drawn]"
            class="word-drawn"
            :drawing="pocket.drawings[t.drawn]!"
          />
          <p>{{ t.means }}</p>
          <p v-if="t.also?.length" class="soft">Also called: {{ t.also.join(', ') }}</p>
          <RouterLink v-if="t.section" class="word-why" :to="{ name: 'engine', hash: `#${t.section}` }"
            >How it is computed</RouterLink
          >
        </dd>
      </div>
    </dl>
    <p v-if="!shown.length">No word of that name. Try another, or look under the tables.</p>
  </section>
</template>

<style scoped>
.words :deep(dl) {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(19rem, 1fr));
  gap: 18px 28px;
  margin: 12px 0 0;
}
.words-find {
  display: grid;
  gap: 4px;
  max-width: 24rem;
}
.words-find :deep(input) {
  min-height: 44px;
  padding: 6px 12px;
  border: 1px solid var(--rule);
  background: var(--sheet);
  font: inherit;
}
.word {
  break-inside: avoid;
}
.word :deep(dt) {
  font-weight: 600;
}
.word :deep(dt .soft) {
  font-weight: 400;
}
.word :deep(dd) {
  margin: 2px 0 0;
  line-height: 1.4;
}
.word :deep(p) {
  margin: 0 0 4px;
}
.word-drawn {
  width: 200px;
  margin: 4px 0;
}
.word-why {
  font-size: 0.9rem;
}
</style>
