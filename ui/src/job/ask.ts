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

/**
 * Calls ask with what a picture depends on, of the document: at once for the first, after a rest
 * for each that differs. One that failed calls again, so that the same is asked for once more.
 */
export function onDiffering(
  ask: (basis: Document, again: () => void) => Promise<void>,
  of: (d: Document) => Document,
): void {
  const job = useJob()
  let asked: Document | undefined
  let waiting: Document | undefined
  const again = () => (asked = undefined)
  const later = useTimeoutFn(() => waiting && void ask(waiting, again), rest, { immediate: false })
  watch(
    () => job.answer.value && job.about.value,
    (d) => {
      if (!d) return
      const basis = of(d)
      if (same(basis, asked)) return
      const first = asked === undefined
      asked = waiting = basis
      if (first) void ask(basis, again)
      else later.start()
    },
    { immediate: true },
  )
}

export function useAsked<T>(
  get: (d: Document) => Promise<T>,
  of: (d: Document) => Document = (d) => d,
): { value: ShallowRef<T | undefined>; trouble: ShallowRef<string> } {
  const value = shallowRef<T>()
  const trouble = shallowRef('')
  let latest = 0
  onDiffering(async (basis, again) => {
    const turn = ++latest
    try {
      const got = await get(basis)
      if (turn === latest) [value.value, trouble.value] = [got, '']
    } catch (e) {
      again()
      if (turn === latest) trouble.value = e instanceof Error ? e.message : String(e)
    }
  }, of)
  return { value, trouble }
}
