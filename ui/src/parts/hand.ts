import { nextTick } from 'vue'
import type { OpenJob } from '../job/open'

/** Leads the hand to an entry of the bay on screen, by its own path. */
export async function toEntry(job: OpenJob, own: string) {
  job.asked.value = undefined
  await nextTick()
  job.asked.value = own
  await nextTick()
  const field = document.querySelector<HTMLElement>(
    `[data-entry="${own}"] :is(input, button, textarea), input[data-entry="${own}"]`,
  )
  field?.focus()
  field?.scrollIntoView({ block: 'center' })
}
