<script setup lang="ts">
/** A picture or a short recording, taken here or chosen; each is made small before it goes on. */
import { ref } from 'vue'
import { smaller } from './picture'
import { asWav, canRecord, mostSeconds, record } from './recording'
import { useTried } from './tried'

defineProps<{ sound?: boolean }>()
const emit = defineEmits<{ taken: [kind: 'photo' | 'sound', file: Blob] }>()
const { trouble, tried } = useTried()
const recording = ref(false)

async function chosen(e: Event, kind: 'photo' | 'sound') {
  const input = e.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  await tried(async () => emit('taken', kind, kind === 'photo' ? await smaller(file) : await asWav(file)))
}

async function listen() {
  recording.value = true
  await tried(async () => emit('taken', 'sound', await record()))
  recording.value = false
}
</script>

<template>
  <div class="files">
    <label class="plain">
      Photograph
      <input type="file" accept="image/*" capture="environment" @change="chosen($event, 'photo')" />
    </label>
    <template v-if="sound">
      <button v-if="canRecord()" type="button" class="plain" :disabled="recording" @click="listen">
        {{ recording ? `Listening, ${mostSeconds} s` : 'Record its sound' }}
      </button>
      <label class="plain">
        Recording from a file
        <input type="file" accept="audio/*" @change="chosen($event, 'sound')" />
      </label>
    </template>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
  </div>
</template>

<style scoped>
.files {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.files input {
  position: absolute;
  width: 1px;
  height: 1px;
  opacity: 0;
}
.files label {
  position: relative;
  cursor: pointer;
}
.files label:focus-within {
  outline: 2px solid var(--focus);
  outline-offset: 2px;
}
</style>
