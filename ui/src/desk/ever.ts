/** Whether something was open yet: what it shows is fetched then, not with the page. */
import { ref, watch, type Ref } from 'vue'

export function useEver(open: () => unknown): Ref<boolean> {
  const ever = ref(!!open())
  watch(open, (now) => (ever.value ||= !!now), { flush: 'sync' })
  return ever
}
