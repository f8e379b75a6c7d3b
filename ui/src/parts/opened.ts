/** A part of a bay that folds: open at first or not, and opened when an entry within it is asked for. */
import { ref, watch, type Ref } from 'vue'
import { useJob } from '../job/open'

export function useOpened(first: boolean, within: RegExp): Ref<boolean> {
  const job = useJob()
  const open = ref(first)
  watch(
    () => job.asked.value,
    (path) => {
      if (path && within.test(path)) open.value = true
    },
    { immediate: true },
  )
  return open
}
