/** Opening that does not hang in silence: tried again when it fails, said to be late when nothing answers. */
import { ref, type Ref } from 'vue'

const retryAfter = 2000
const lateAfter = 5000

/** once opens, or throws what is wrong, which is said; there says whether it is open. */
export function patiently(once: () => Promise<void>, there: () => boolean, message: Ref<string>) {
  const late = ref(false)
  let closed = false
  let timer: ReturnType<typeof setTimeout> | undefined

  async function open(): Promise<void> {
    clearTimeout(timer)
    const slow = setTimeout(() => (late.value = !closed), lateAfter)
    try {
      await once()
      message.value = ''
    } catch (e) {
      if (closed || there()) return // another try was answered first
      message.value = e instanceof Error ? e.message : String(e)
      timer = setTimeout(() => void open(), retryAfter)
    } finally {
      clearTimeout(slow)
      if (there()) late.value = false
    }
  }

  function close() {
    closed = true
    clearTimeout(timer)
  }
  return { late, open, close }
}
