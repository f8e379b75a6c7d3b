/** Asks the server for a picture of the open document, once for each that differs; the latest wins. */
import { shallowRef, watch, type ShallowRef } from 'vue'
import type { Document } from '../api/client'
import { same } from './document'
import { useJob } from './job'

export function useAsked<T>(
  get: (d: Document) => Promise<T>,
  of: (d: Document) => Document = (d) => d,
): { value: ShallowRef<T | undefined>; trouble: ShallowRef<string> } {
  const job = useJob()
  const value = shallowRef<T>()
  const trouble = shallowRef('')
  let asked: unknown
  let latest = 0
  watch(
    () => job.answer.value && job.document.value,
    async (d) => {
      if (!d) return
      const basis = of(d)
      if (same(basis, asked)) return
      asked = basis
      const turn = ++latest
      try {
        const got = await get(basis)
        if (turn === latest) [value.value, trouble.value] = [got, '']
      } catch (e) {
        asked = undefined
        if (turn === latest) trouble.value = e instanceof Error ? e.message : String(e)
      }
    },
    { immediate: true },
  )
  return { value, trouble }
}
