<script setup lang="ts">
/** Asks for one name. */
import { nextTick, ref, watch } from 'vue'
import type { InputInstance } from 'element-plus'

const props = defineProps<{ modelValue: boolean; title: string; name: string; act: string }>()
const emit = defineEmits<{ 'update:modelValue': [open: boolean]; done: [name: string] }>()
const text = ref('')
const field = ref<InputInstance>()
async function opened() {
  await nextTick()
  field.value?.focus()
}
watch(
  () => props.modelValue,
  (open) => open && (text.value = props.name),
  { immediate: true },
)
const done = () => text.value.trim() && emit('done', text.value.trim())
</script>

<template>
  <ElDialog
    :model-value="modelValue"
    :title="title"
    width="min(26rem, 92vw)"
    @update:model-value="emit('update:modelValue', $event)"
    @opened="opened"
  >
    <form @submit.prevent="done">
      <div class="entry">
        <label for="machine-name">Name of the machine</label>
        <ElInput id="machine-name" ref="field" v-model="text" maxlength="80" autocomplete="off" />
        <p class="entry-read">As people call it in the workshop.</p>
      </div>
      <button type="submit" class="strong" :disabled="!text.trim()">{{ act }}</button>
    </form>
  </ElDialog>
</template>
