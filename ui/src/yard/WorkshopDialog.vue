<script setup lang="ts">
/** A workshop's settings: what all its jobs share. */
import { computed, ref, watch } from 'vue'
import type { Workshop, WorkshopEntry } from '../api/client'

const props = defineProps<{ modelValue: boolean; settings?: Workshop; people?: string[]; there?: boolean }>()
const emit = defineEmits<{ 'update:modelValue': [open: boolean]; done: [entry: WorkshopEntry]; bin: [] }>()

const fresh: Workshop = { name: '', rules: 'metric', volts: 230, hertz: 50, colours: 'europe' }
const form = ref<Workshop>({ ...fresh })
const volts = ref('230')
const hertz = ref('50')
const persons = ref('')
const tablesWrong = ref('')
const number = (text: string) =>
  Number(
    text
      .trim()
      .replace(',', '.')
      .replace(/\s*(v|hz)$/i, ''),
  )
watch(
  () => props.modelValue,
  (open) => {
    if (!open) return
    tablesWrong.value = ''
    form.value = { ...(props.settings ?? fresh) }
    volts.value = String(form.value.volts)
    hertz.value = String(form.value.hertz)
    persons.value = (props.people ?? []).join(', ')
  },
  { immediate: true },
)
const voltsWrong = computed(() => !(number(volts.value) >= 90 && number(volts.value) <= 600))
const hertzWrong = computed(() => !(number(hertz.value) >= 40 && number(hertz.value) <= 70))
const ready = computed(() => form.value.name.trim() && !voltsWrong.value && !hertzWrong.value)
const colours = [
  { value: 'europe', label: 'European, present', l1: 'brown', l2: 'blue' },
  { value: 'europe-old', label: 'European, old', l1: 'black', l2: 'blue' },
  { value: 'north-america-240', label: 'North American, 120/208/240 V', l1: 'black', l2: 'red' },
  { value: 'north-america-480', label: 'North American, 277/480 V', l1: 'brown', l2: 'orange' },
] as const

function rules(to: Workshop['rules']) {
  form.value.rules = to
  if (props.settings) return
  // A new workshop starts from what its rule set usually has.
  const american = to === 'north-america'
  volts.value = american ? '240' : '230'
  hertz.value = american ? '60' : '50'
  form.value.colours = american ? 'north-america-240' : 'europe'
}

/** A file of own tables: the server looks at every figure when it is saved. */
async function bring(e: Event) {
  const file = (e.target as HTMLInputElement).files?.[0]
  if (!file) return
  try {
    form.value.tables = JSON.parse(await file.text()) as Workshop['tables']
    tablesWrong.value = ''
  } catch {
    tablesWrong.value = `${file.name} is no JSON; docs/formats.md shows how such a file looks.`
  }
}

function done() {
  if (!ready.value) return
  emit('done', {
    settings: { ...form.value, name: form.value.name.trim(), volts: number(volts.value), hertz: number(hertz.value) },
    people: persons.value
      .split(/[,;\n]+/)
      .map((n) => n.trim())
      .filter(Boolean),
  })
}
</script>

<template>
  <ElDialog
    :model-value="modelValue"
    :title="settings ? 'Workshop settings' : 'A new workshop'"
    width="min(34rem, 94vw)"
    @update:model-value="emit('update:modelValue', $event)"
  >
    <form class="workshop-form" @submit.prevent="done">
      <div class="entry">
        <label for="workshop-name">Name</label>
        <ElInput id="workshop-name" v-model="form.name" maxlength="80" autocomplete="off" />
      </div>
      <fieldset class="choice">
        <legend>Rule set for breakers and wire (guide value)</legend>
        <div class="choice-row">
          <button
            type="button"
            class="choice-one"
            :class="{ chosen: form.rules === 'metric' }"
            :aria-pressed="form.rules === 'metric'"
            @click="rules('metric')"
          >
            <strong>Metric</strong><span>mm²</span>
          </button>
          <button
            type="button"
            class="choice-one"
            :class="{ chosen: form.rules === 'north-america' }"
            :aria-pressed="form.rules === 'north-america'"
            @click="rules('north-america')"
          >
            <strong>North American</strong><span>AWG</span>
          </button>
        </div>
      </fieldset>
      <div class="entries">
        <div class="entry">
          <label for="workshop-volts">Single-phase volts</label>
          <ElInput id="workshop-volts" v-model="volts" autocomplete="off" inputmode="decimal" />
          <p class="entry-read" :class="{ 'entry-problem': voltsWrong }">{{ voltsWrong ? '90 to 600 V' : '' }}</p>
        </div>
        <div class="entry">
          <label for="workshop-hertz">Hertz</label>
          <ElInput id="workshop-hertz" v-model="hertz" autocomplete="off" inputmode="decimal" />
          <p class="entry-read" :class="{ 'entry-problem': hertzWrong }">{{ hertzWrong ? '40 to 70 Hz' : '' }}</p>
        </div>
      </div>
      <fieldset class="choice">
        <legend>Wire colours</legend>
        <div class="choice-row">
          <button
            v-for="c in colours"
            :key="c.value"
            type="button"
            class="choice-one"
            :class="[{ chosen: form.colours === c.value }, `colours-${c.value}`]"
            :aria-pressed="form.colours === c.value"
            @click="form.colours = c.value"
          >
            <strong>{{ c.label }}</strong>
            <span class="swatches"
              ><i class="swatch swatch-1" />L1 {{ c.l1 }} <i class="swatch swatch-2" />L2 {{ c.l2 }}</span
            >
          </button>
        </div>
      </fieldset>
      <div class="entry">
        <label for="workshop-circuits"
          >Circuits of the place, one a line: breaker, wire, length and what else is on it</label
        >
        <ElInput
          id="workshop-circuits"
          v-model="form.circuits"
          type="textarea"
          :rows="3"
          maxlength="4000"
          :placeholder="
            form.rules === 'metric'
              ? 'Clay room: 32 A, 6 mm², 18 m, conduit, earth 6 mm², lights 2 A'
              : 'Clay room: 30 A, 10-2, building cable, 60 ft, lights 2 A'
          "
          autocomplete="off"
        />
      </div>
      <div class="entry">
        <label for="workshop-caps">Wire caps in use, by their maker's table: one size a line</label>
        <ElInput
          id="workshop-caps"
          v-model="form.caps"
          type="textarea"
          :rows="3"
          maxlength="2000"
          placeholder="small: 2 × 18 AWG to 3 × 14 AWG"
          autocomplete="off"
        />
      </div>
      <div class="entry">
        <label for="workshop-tables">Own tables: cord, conductors, glands, torques, box volumes, as a file</label>
        <p v-if="form.tables" class="own-tables">
          {{ form.tables.name }} <span class="soft">from {{ form.tables.source }}</span>
          <button type="button" class="why" @click="form.tables = undefined">Leave them out</button>
        </p>
        <input id="workshop-tables" type="file" accept=".json,application/json" @change="bring" />
        <p class="entry-read" :class="{ 'entry-problem': tablesWrong }">
          {{ tablesWrong || 'What the product has no table of is asked, never recalled.' }}
        </p>
      </div>
      <div class="entry">
        <label for="workshop-prices">What run capacitors cost here: one can a line</label>
        <ElInput
          id="workshop-prices"
          v-model="form.prices"
          type="textarea"
          :rows="3"
          maxlength="2000"
          placeholder="40 µF 11.50 €"
          autocomplete="off"
        />
      </div>
      <div class="entry">
        <label for="workshop-people">People, by first name and initial</label>
        <ElInput
          id="workshop-people"
          v-model="persons"
          maxlength="400"
          placeholder="Odile W., Bram T."
          autocomplete="off"
        />
      </div>
      <button type="submit" class="strong" :disabled="!ready">{{ settings ? 'Save' : 'Make the workshop' }}</button>
      <button v-if="there" type="button" class="why workshop-bin" @click="emit('bin')">
        Put this workshop with its machines into the bin
      </button>
    </form>
  </ElDialog>
</template>

<style scoped>
.workshop-form > :deep(*) {
  margin-bottom: 12px;
}
.workshop-form .workshop-bin {
  margin-left: 16px;
}
.swatch {
  display: inline-block;
  width: 18px;
  height: 4px;
  vertical-align: middle;
  margin-right: 4px;
}
.swatch-1 {
  background: var(--wire-l1);
}
.swatch-2 {
  background: var(--wire-l2);
  margin-left: 6px;
}
</style>
