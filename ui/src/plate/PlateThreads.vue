<script setup lang="ts">
/** Threads between entries of the plate that disagree, one for each finding against it. */
import { computed, nextTick, onMounted, ref, watch } from 'vue'
import { useElementSize } from '@vueuse/core'
import { local } from '../job/document'
import { useJob } from '../job/open'
import { threadPath } from './threads'

const job = useJob()
const host = ref<HTMLElement>()
const { width, height } = useElementSize(host)
const threads = ref<{ id: string; grade: string; d: string }[]>([])
const doubts = computed(() =>
  (job.plan.value?.findings ?? [])
    .filter((f) => f.bay === 'motor' && (f.grade === 'stop' || f.grade === 'caution'))
    .map((f) => ({
      id: f.id,
      grade: f.grade,
      entries: (f.entries ?? []).map(local).filter((e) => e.startsWith('plate.')),
    }))
    .filter((f) => f.entries.length > 1),
)

async function lay() {
  await nextTick()
  const plate = host.value?.parentElement
  if (!plate) return
  const frame = plate.getBoundingClientRect()
  threads.value = doubts.value.flatMap((f) => {
    const at = f.entries.flatMap((e) => {
      const box = plate.querySelector(`[data-entry="${e}"] .el-input`)?.getBoundingClientRect()
      return box ? [{ x: box.right - frame.left - 10, y: box.top - frame.top + box.height / 2 }] : []
    })
    return at.length > 1 ? [{ id: f.id, grade: f.grade, d: threadPath(at) }] : []
  })
}
watch([doubts, width, height], lay)
onMounted(lay)
</script>

<template>
  <div ref="host" class="threads" aria-hidden="true">
    <svg v-if="threads.length" :width="width" :height="height">
      <path v-for="t in threads" :key="t.id" :d="t.d" :class="`thread thread-${t.grade}`" />
    </svg>
  </div>
</template>

<style scoped>
.threads {
  position: absolute;
  inset: 0;
  pointer-events: none;
}
.thread {
  fill: none;
  stroke-width: 2;
  stroke-dasharray: 5 4;
}
.thread-stop {
  stroke: var(--brick);
}
.thread-caution {
  stroke: var(--ochre-fill);
}
</style>
