/** Work that may be refused: the refusal in words, gone once something is done. */
import { ref } from 'vue'

export function useTried() {
  const trouble = ref('')
  /** False where it was refused. */
  async function tried(work: () => Promise<unknown>): Promise<boolean> {
    try {
      await work()
      trouble.value = ''
      return true
    } catch (e) {
      trouble.value = e instanceof Error ? e.message : String(e)
      return false
    }
  }
  return { trouble, tried }
}
