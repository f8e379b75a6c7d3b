/**
 * Asks the server for a picture of the open document, once for each that
 * differs; the latest wins. Pictures come after the figures: they wait until
 * the hand rests for a moment.
 */
import { useTimeoutFn } from '@vueuse/core'
import { shallowRef, watch, type ShallowRef } from 'vue'
import type { Document } from '../api/client'
import { same } from './document'
import { useJob } from './open'

const rest = 400 // ms

export function useAsked<T>(
  get: (d: Document) => Promise<T>,
  of: (d: Document) => Document = (d) => d,
): { value: ShallowRef<T | undefined>; trouble: ShallowRef<string> } {
  const job = useJob()
  const value = shallowRef<T>()
  const trouble = shallowRef('')
  let asked: unknown
  let latest = 0
  let waiting: Document | undefined
  const later = useTimeoutFn(() => waiting && void ask(waiting), rest, { immediate: false })

  async function ask(basis: Document) {
    const turn = ++latest
    try {
      const got = await get(basis)
      if (turn === latest) [value.value, trouble.value] = [got, '']
    } catch (e) {
      asked = undefined
      if (turn === latest) trouble.value = e instanceof Error ? e.message : String(e)
    }
  }

  watch(
    () => job.answer.value && job.about.value,
    (d) => {
      if (!d) return
      const basis = of(d)
      if (same(basis, asked)) return
      const first = asked === undefined
      asked = basis
      waiting = basis
      if (first) void ask(basis)
      else later.start()
    },
    { immediate: true },
  )
  return { value, trouble }
}
