<script setup lang="ts">
/** One entry of the document, typed as it is printed; below it, how it was read. */
import { computed, ref, watch } from 'vue'
import { entryOf } from '../job/entries'
import { useJob } from '../job/open'
import ClashLine from './ClashLine.vue'
import { underHand } from './underhand'

const props = defineProps<{
  path: string
  label: string
  placeholder?: string
  wide?: boolean
  help?: string
  rows?: number // a list of lines, so many high
}>()
const job = useJob()
const text = ref(job.text(props.path))
const focused = ref(false)
const id = computed(() => `entry-${props.path.replace('.', '-')}`)
const reading = computed(() => job.reading(props.path))
const doubt = computed(() => job.doubts.value.get(props.path))

watch(
  () => job.text(props.path),
  (stored) => {
    if (!focused.value) text.value = stored
  },
)

/** Without the spaces that keep a unit beside its number. */
const plain = (s: string) => s.replaceAll('\u00a0', ' ').trim()

function typed(value: string) {
  text.value = value
  job.preview(props.path, value)
}

/** Escape leaves the field as it was. */
function back(e: Event) {
  e.stopPropagation()
  typed(job.stored(props.path))
  ;(e.target as HTMLElement).blur()
}

const hand = underHand(() => job.stored(props.path))
const { clash } = hand

function begin() {
  focused.value = true
  hand.begin()
}

function done() {
  focused.value = false
  const next = hand.leave(text.value.trim())
  if (next === 'store') job.commit(props.path, text.value.trim())
  if (next === 'theirs') typed(job.stored(props.path))
}

function keep(value: string) {
  hand.settle()
  text.value = value
  job.commit(props.path, value)
}
</script>

<template>
  <div class="entry" :class="[{ 'entry-wide': wide }, doubt && `entry-${doubt}`]" :data-entry="path">
    <label :for="id">{{ label }}</label>
    <ElInput
      :id="id"
      :type="rows ? 'textarea' : 'text'"
      :rows="rows"
      :disabled="!job.may(path)"
      :model-value="text"
      :placeholder="placeholder"
      :aria-describedby="`${id}-read`"
      :aria-invalid="!!reading?.problem"
      :maxlength="entryOf(path)?.most"
      autocomplete="off"
      spellcheck="false"
      @update:model-value="typed"
      @focus="begin"
      @blur="done"
      @keydown.esc="back"
      @keydown.enter="rows || ($event.target as HTMLInputElement).blur()"
    />
    <ClashLine v-if="clash" :clash="clash" @keep="keep" />
    <p :id="`${id}-read`" class="entry-read" :class="{ 'entry-problem': reading?.problem }">
      <template v-if="reading?.problem">{{ reading.problem }} Like {{ reading.wanted }}.</template>
      <template v-else-if="reading?.read_as && plain(reading.read_as) !== plain(text)">{{ reading.read_as }}</template>
      <template v-else>{{ help ?? '' }}</template>
    </p>
  </div>
</template>
