<script setup lang="ts">
/** A file that is brought into a workshop: a machine's document, or its whole life. */
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { takingIn } from './taking'

const props = defineProps<{ tried: (work: () => Promise<unknown>) => Promise<boolean> }>()
const router = useRouter()
const picker = ref<HTMLInputElement>()
const importing = ref('')
const { taking, take } = takingIn()
defineExpose({
  pick(workshop: string) {
    importing.value = workshop
    picker.value?.click()
  },
})

async function picked(e: Event) {
  const field = e.target as HTMLInputElement
  const file = field.files?.[0]
  field.value = ''
  if (!file) return
  await props.tried(async () => {
    const j = await take(importing.value, file)
    await router.push({ name: 'span', params: { id: j.id } })
  })
}
</script>

<template>
  <p v-if="taking" class="yard-gone" role="status">{{ taking }}</p>
  <input
    ref="picker"
    type="file"
    accept=".json,.zip,application/json,application/zip"
    class="for-readers"
    tabindex="-1"
    aria-label="File to import"
    @change="picked"
  />
</template>
