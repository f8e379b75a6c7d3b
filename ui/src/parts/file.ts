/** A file chosen by the hand: given to what takes it, with its refusal in words. */
import { ref } from 'vue'

export function useFile(take: (file: File) => Promise<void>) {
  const trouble = ref('')
  async function chosen(e: Event) {
    const input = e.target as HTMLInputElement
    const file = input.files?.[0]
    input.value = ''
    if (!file) return
    try {
      trouble.value = ''
      await take(file)
    } catch (err) {
      trouble.value = err instanceof Error ? err.message : String(err)
    }
  }
  return { trouble, chosen }
}
