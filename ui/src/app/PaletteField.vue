<script setup lang="ts">
/** Find or do: a field over every place, machine, finding and command. */
import { computed, nextTick, ref, shallowRef, watch } from 'vue'
import { watchDebounced } from '@vueuse/core'
import { useRouter } from 'vue-router'
import { api } from '../api/client'
import { found, nearest, offered, type Deed } from '../desk/palette'
import { ownersWords } from '../symptom/spoken'
import { pocket, touch, wantPocket } from '../glossary/pocket'
import { sections } from '../reference/sections'

const open = defineModel<boolean>({ required: true })
const router = useRouter()
const question = ref('')
const at = ref(0)
const machines = shallowRef<Deed[]>([])
const field = ref<HTMLInputElement>()
const places: Deed[] = [
  {
    kind: 'help',
    text: 'Keys',
    more: 'help shortcuts keyboard',
    run: () => void window.dispatchEvent(new KeyboardEvent('keydown', { key: '?' })),
  },
  { kind: 'place', text: 'Your machines', more: 'yard workshops machines', run: () => void router.push('/') },
  { kind: 'place', text: 'Something is wrong', more: ownersWords, run: () => void router.push('/wrong') },
  ...sections.map((s) => ({
    kind: 'reference',
    text: s.title,
    more: `pocket reference ${s.more}`,
    run: () => void router.push(`/reference#${s.id}`),
  })),
  { kind: 'place', text: 'How it is computed', more: 'engine formulas', run: () => void router.push('/engine') },
]
/** The words of the trade, by any of their names; once the question has a word. */
const terms = computed<Deed[]>(() =>
  question.value.trim().length < 2
    ? []
    : (pocket.value?.terms ?? []).map((t) => ({
        kind: 'word',
        text: t.name,
        more: [t.america, ...(t.also ?? [])].join(' '),
        run: () => touch(t),
      })),
)
/** What can be entered in the open machine, by its name and the chapter where it stands. */
const settings = shallowRef<typeof import('../desk/settings.json')>([])
const entries = computed<Deed[]>(() => {
  const to = offered.toEntry
  if (!to || question.value.trim().length < 2) return []
  return settings.value
    .filter(
      (s) =>
        s.chapter !== 'bridge' || s.path.split('.').length < 3 || s.path.split('.')[1] === (to.bridge || 'capacitor'),
    )
    .map((s) => ({ kind: `in ${s.bay}`, text: s.label, more: 'setting enter field', run: () => to.go(s.bay, s.path) }))
})
const all = computed(() => [...offered.deeds, ...machines.value, ...places, ...entries.value, ...terms.value])
const exact = computed(() => found(all.value, question.value))
/** Nothing is called so: what is nearest to it. */
const list = computed(() => (exact.value.length ? exact.value : nearest(all.value, question.value)))

/** Machines are looked for in the database: a yard may hold thousands. */
let turn = 0
async function seek() {
  const mine = ++turn
  const find = question.value.trim()
  const shelves = [
    ['yard', 'machine'],
    ['archive', 'archived machine'],
  ] as const
  const got = await Promise.all(
    shelves.map(async ([shelf, kind]) => {
      const y = await api.yard({ shelf, most: 12, ...(find && { find }) }).catch(() => undefined)
      return (y?.workshops ?? []).flatMap((w) =>
        w.jobs.map((j) => ({
          kind,
          text: j.name,
          more: `${w.settings.name} ${j.does ?? ''} ${j.plate} ${j.sentence} ${find}`,
          run: () => void router.push({ name: 'span', params: { id: j.id } }),
        })),
      )
    }),
  )
  if (mine === turn) machines.value = got.flat()
}

watch(
  open,
  (now) => {
    if (!now) return
    question.value = ''
    at.value = 0
    void wantPocket()
    void import('../desk/settings.json').then((m) => (settings.value = m.default))
    void seek()
  },
  { immediate: true },
)
watchDebounced(question, seek, { debounce: 120 })
/** The field is there a moment after the dialog opens, the first time later than afterwards. */
watch([open, field], async ([now]) => {
  if (!now) return
  await nextTick()
  field.value?.focus()
})
watch(question, () => (at.value = 0))

function act(d: Deed | undefined) {
  if (!d) return
  open.value = false
  d.run()
}

function key(e: KeyboardEvent) {
  const n = list.value.length
  if (e.key === 'ArrowDown') at.value = (at.value + 1) % Math.max(1, n)
  else if (e.key === 'ArrowUp') at.value = (at.value + n - 1) % Math.max(1, n)
  else if (e.key === 'Enter') act(list.value[at.value])
  else return
  e.preventDefault()
}
</script>

<template>
  <ElDialog
    v-model="open"
    title="Find or do"
    width="min(36rem, 94vw)"
    class="palette"
    append-to-body
    @opened="field?.focus()"
  >
    <input
      ref="field"
      v-model="question"
      class="palette-field"
      type="text"
      role="combobox"
      aria-label="Find a place, machine, finding or command"
      aria-controls="palette-list"
      aria-expanded="true"
      :aria-activedescendant="list.length ? `palette-${at}` : undefined"
      autocomplete="off"
      spellcheck="false"
      @keydown="key"
    />
    <p v-if="!exact.length" class="soft palette-none" role="status">
      Nothing is called that.<template v-if="list.length"> The nearest:</template>
    </p>
    <ul id="palette-list" class="palette-list" role="listbox" aria-label="Found">
      <li
        v-for="(d, n) in list"
        :id="`palette-${n}`"
        :key="`${d.kind} ${d.text}`"
        role="option"
        :aria-selected="n === at"
        :class="{ chosen: n === at }"
        @pointermove="at = n"
        @click="act(d)"
      >
        <span>{{ d.text }}</span> <span class="soft">{{ d.kind }}</span>
      </li>
    </ul>
  </ElDialog>
</template>

<style scoped>
.palette-field {
  width: 100%;
  min-height: 44px;
  padding: 6px 12px;
  border: 1px solid var(--river);
  border-radius: 2px;
  background: var(--sheet);
}
.palette-none {
  margin: 8px 0 0;
}
.palette-list {
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
}
.palette-list li {
  display: flex;
  justify-content: space-between;
  gap: 16px;
  padding: 7px 12px;
  cursor: pointer;
}
.palette-list li.chosen {
  background: var(--river-pale);
}
</style>
