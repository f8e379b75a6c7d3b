<script setup lang="ts">
/** What a shop keeps on the wall: words, leads, colours, wires, frames, capacitors, instruments, formulas. */
import { computed, nextTick, onMounted, watch } from 'vue'
import { useRoute } from 'vue-router'
import { reference } from '../api/reference'
import { setHead } from '../desk/head'
import { useKeys } from '../desk/keys'
import { openWithoutNetwork } from '../desk/worker'
import { sections } from './sections'
import { pocket, wantPocket } from '../glossary/pocket'
import FormulasSection from './FormulasSection.vue'
import LeadsSection from './LeadsSection.vue'
import SheetTable from './SheetTable.vue'
import WordsSection from './WordsSection.vue'

const route = useRoute()
onMounted(async () => {
  setHead('', 'Pocket reference')
  await wantPocket()
  await openWithoutNetwork() // what was read before the worker stood is read once more, and kept
  await Promise.allSettled([reference.pocket(), reference.leads('iec'), reference.leads('t')])
})
/** One section is open at a time; the address says which. */
const open = computed(() => {
  const at = route.hash.slice(1)
  return sections.find((s) => s.id === at || s.sheets.includes(at)) ?? sections[0]!
})
watch(
  [open, pocket],
  async () => {
    await nextTick()
    const sheet = route.hash.slice(1)
    if (sheet !== open.value.id) document.getElementById(sheet)?.scrollIntoView()
  },
  { immediate: true },
)
const sheets = computed(() => pocket.value?.sheets.filter((s) => open.value.sheets.includes(s.id)) ?? [])
const print = () => window.print()
useKeys({ p: print })
</script>

<template>
  <main class="pocket">
    <header class="pocket-head">
      <div>
        <h1>Pocket reference</h1>
        <p class="soft">What hangs on a shop’s wall. No machine is needed for it.</p>
      </div>
      <button type="button" class="plain" @click="print">Print this part</button>
    </header>
    <nav class="pocket-parts" aria-label="Parts of the reference">
      <RouterLink
        v-for="s in sections"
        :key="s.id"
        :to="{ name: 'reference', hash: `#${s.id}` }"
        :class="{ chosen: s.id === open.id }"
        :aria-current="s.id === open.id ? 'page' : undefined"
        >{{ s.title }}</RouterLink
      >
    </nav>
    <p v-if="!pocket" class="soft" role="status">Opening …</p>
    <template v-else>
      <WordsSection v-if="open.id === 'words'" :pocket="pocket" :word="String(route.query.word ?? '')" />
      <LeadsSection v-else-if="open.id === 'leads'" />
      <FormulasSection v-else-if="open.id === 'formulas'" :formulas="pocket.formulas" />
      <section v-else :aria-label="open.title">
        <h2>{{ open.title }}</h2>
        <SheetTable v-for="s in sheets" :key="s.id" :sheet="s" />
      </section>
    </template>
    <p class="soft pocket-foot">
      Local rules and a licensed person decide. Lock off, prove dead and discharge before anything is touched.
    </p>
  </main>
</template>

<style scoped>
.pocket {
  max-width: 76rem;
  margin: 0 auto;
  padding: 14px 18px 60px;
}
.pocket-head {
  display: flex;
  justify-content: space-between;
  align-items: flex-start;
  gap: 18px;
}
.pocket-head :deep(h1) {
  font-size: 1.4rem;
}
.pocket-head :deep(p) {
  margin: 2px 0 0;
}
.pocket-parts {
  display: flex;
  flex-wrap: wrap;
  gap: 0 4px;
  margin: 12px 0 18px;
  border-bottom: 1px solid var(--rule);
}
.pocket-parts :deep(a) {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  padding: 4px 12px;
  border-bottom: 3px solid transparent;
  text-decoration: none;
}
.pocket-parts :deep(.chosen) {
  border-bottom-color: var(--river);
  color: var(--ink);
  font-weight: 600;
}
.pocket-foot {
  margin-top: 28px;
  padding-top: 8px;
  border-top: 1px solid var(--rule);
}
@media print {
  .pocket-parts,
  .pocket-head :deep(button) {
    display: none;
  }
}
</style>
