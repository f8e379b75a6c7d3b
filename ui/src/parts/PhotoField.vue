<script setup lang="ts">
/** A photograph that an entry keeps: of the plate, of the finished joints. */
import { computed } from 'vue'
import { api } from '../api/client'
import { useJob } from '../job/open'
import { useFile } from './file'
import { smaller } from './picture'

const props = defineProps<{ path: string; alt: string; none: string; take: string }>()
const job = useJob()
const photo = computed(() => job.text(props.path))
const { trouble, chosen } = useFile(async (file) => {
  job.commit(props.path, await api.addPhoto(job.id, await smaller(file)))
})
</script>

<template>
  <div class="photo-field" :data-entry="path">
    <a v-if="photo" :href="`/api/jobs/${job.id}/photos/${photo}`" target="_blank"
      ><img :src="`/api/jobs/${job.id}/photos/${photo}`" :alt="alt"
    /></a>
    <p v-else class="soft">{{ none }}</p>
    <p v-if="job.may(path)" class="photo-field-acts">
      <label class="plain">
        {{ photo ? 'Another picture' : take }}
        <input type="file" accept="image/*" capture="environment" @change="chosen" />
      </label>
      <button v-if="photo" type="button" class="why" @click="job.commit(path, '')">Take it out</button>
    </p>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
  </div>
</template>

<style scoped>
.photo-field {
  margin-bottom: 14px;
}
.photo-field img {
  max-width: 100%;
  max-height: 220px;
  border: 1px solid var(--rule);
}
.photo-field-acts {
  display: flex;
  gap: 16px;
  align-items: center;
  margin: 6px 0 0;
}
.photo-field-acts label {
  display: inline-flex;
  align-items: center;
  min-height: 36px;
  cursor: pointer;
}
.photo-field-acts input {
  position: absolute;
  width: 1px;
  height: 1px;
  opacity: 0;
}
.photo-field-acts label:focus-within {
  outline: 3px solid var(--river);
  outline-offset: 2px;
}
@media (max-width: 760px) {
  .photo-field-acts label {
    min-height: 44px;
  }
}
</style>
