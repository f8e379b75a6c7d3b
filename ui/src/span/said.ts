/** What people say of the machine that is open, kept current while it is. */
import { computed, onMounted, onUnmounted } from 'vue'
import { useDebounceFn } from '@vueuse/core'
import { remarks } from '../api/people'
import { listen } from '../desk/live'
import type { OpenJob } from '../job/open'
import { decided, useRemarks } from '../parts/remarks'

export type Said = ReturnType<typeof useSaid>

export function useSaid(job: OpenJob) {
  const kept = useRemarks(job.id, () => job.revision.value)
  const { list } = kept
  /** What cannot be had now is had with the next change. */
  const load = () =>
    remarks.of(job.id).then(
      (got) => (list.value = got.remarks),
      () => undefined,
    )
  onMounted(load)
  /** A moment after a change, when its figures are drawn: an approval may be stale, or hold again. */
  const later = useDebounceFn(load, 700)
  const stop = listen((n) => {
    if (n.id === undefined || (n.remark && n.id === job.id)) void load()
    else if (n.id === job.id && list.value.some((r) => r.kind !== 'remark')) void later()
  })
  onUnmounted(stop)
  return {
    ...kept,
    unanswered: computed(() => list.value.filter((r) => r.kind === 'remark' && !r.settled).length),
    approval: computed(() => decided(list.value)?.text ?? ''),
  }
}
