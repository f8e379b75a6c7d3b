<script setup lang="ts">
/** What a reviewer said last: a card that changed since carries it as a stamp. */
import { onMounted, shallowRef } from 'vue'
import { remarks } from '../api/people'
import { decided } from '../parts/remarks'

const props = defineProps<{ id: string }>()
const stamp = shallowRef<ReturnType<typeof decided>>()
onMounted(async () => {
  stamp.value = await remarks
    .of(props.id)
    .then((r) => decided(r.remarks))
    .catch(() => undefined)
})
</script>

<template>
  <strong v-if="stamp" class="card-decided" :class="{ held: stamp.good && !stamp.stale }">{{ stamp.text }}</strong>
</template>

<style scoped>
.card-decided {
  display: block;
  max-width: 16rem;
  margin-top: 4px;
  padding: 2px 8px;
  border: 2px solid var(--brick);
  color: var(--brick);
  text-align: center;
}
.card-decided.held {
  border-color: var(--moss);
  color: var(--ink);
}
</style>
