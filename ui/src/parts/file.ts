/** A file chosen by the hand: given to what takes it, with its refusal in words. */
import { useTried } from './tried'

export function useFile(take: (file: File) => Promise<void>) {
  const { trouble, tried } = useTried()
  async function chosen(e: Event) {
    const input = e.target as HTMLInputElement
    const file = input.files?.[0]
    input.value = ''
    if (file) await tried(() => take(file))
  }
  return { trouble, chosen }
}
