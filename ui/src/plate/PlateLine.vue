<script setup lang="ts">
/** The whole plate in one field: pasted or typed in any order, laid out on the plate; what was not understood stays. */
import { ref } from 'vue'
import { api, type PlateRead } from '../api/client'
import { useJob } from '../job/open'
import { plateWords } from '../parts/plates'

const job = useJob()
const text = ref('')
const read = ref<PlateRead>()
const trouble = ref('')
const went = () =>
  Object.entries(read.value?.entry ?? {})
    .filter(([, v]) => v)
    .map(([k, v]) => `${plateWords[k] ?? k} ${v}`)
    .join(' · ')

async function lay() {
  const typed = text.value.trim()
  if (!typed || !job.document.value) return
  try {
    const got = await api.readPlate(typed)
    trouble.value = ''
    read.value = got
    const pieces = Object.entries(got.entry).filter(([, v]) => v)
    if (!pieces.length) return
    job.commitAll(Object.fromEntries(pieces.map(([k, v]) => [`plate.${k}`, v])))
    text.value = got.left ?? ''
  } catch (e) {
    trouble.value = e instanceof Error ? e.message : String(e)
  }
}
</script>

<template>
  <form class="plate-line" @submit.prevent="lay">
    <label for="plate-line">Paste or type the whole plate</label>
    <div class="plate-line-row">
      <ElInput
        id="plate-line"
        v-model="text"
        type="textarea"
        :autosize="{ minRows: 1, maxRows: 5 }"
        maxlength="2000"
        placeholder="1.1 kW 230/400 V Δ/Y 4.7/2.7 A 1410 rpm 50 Hz cosφ 0.79"
        autocomplete="off"
        spellcheck="false"
        aria-describedby="plate-line-read"
        @keydown.enter.exact.prevent="lay"
      />
      <button type="submit" class="strong" :disabled="!text.trim()">Lay it out</button>
    </div>
    <p id="plate-line-read" class="entry-read" role="status">
      <template v-if="trouble">{{ trouble }}</template>
      <template v-else-if="read">
        <strong v-if="read.words">Read as {{ read.words }}.</strong> {{ went() }}
        <span v-if="read.left" class="plate-left">Not understood, still in the field: {{ read.left }}</span>
      </template>
      <template v-else>In any order, as it stands there. Each piece goes to its place below.</template>
    </p>
  </form>
</template>

<style scoped>
.plate-line {
  margin-bottom: 12px;
}
.plate-line label {
  display: block;
  font-size: 0.87rem;
  margin-bottom: 2px;
}
.plate-line-row {
  display: flex;
  gap: 10px;
  align-items: flex-start;
}
.plate-line-row > :first-child {
  flex: 1;
}
.plate-left {
  display: block;
  color: var(--brick);
}
</style>
