import { nextTick } from 'vue'
import type { OpenJob } from '../job/open'

/** Moves the eye to where the hand was led: it may have been on screen all the time. */
export function eye(at: Element | null | undefined) {
  at?.animate?.([{ boxShadow: '0 0 0 4px #1d5d64' }, { boxShadow: '0 0 0 4px transparent' }], {
    duration: 1400,
    easing: 'ease-in',
  })
}

/** How many times a field is looked for while its bay is loaded. */
const patience = 100

/** Leads the hand to an entry of the bay on screen, by its own path. */
export async function toEntry(job: OpenJob, own: string) {
  job.asked.value = undefined
  await nextTick()
  job.asked.value = own
  await nextTick()
  const find = () =>
    document.querySelector<HTMLElement>(
      `[data-entry="${own}"] :is(input, button, textarea), input[data-entry="${own}"]`,
    )
  let field = find()
  for (let n = 0; !field && n < patience && job.asked.value === own; n++) {
    await new Promise((go) => setTimeout(go, 20)) // its bay is on its way
    field = find()
  }
  field?.focus()
  field?.scrollIntoView({ block: 'center' })
  eye(field)
}
