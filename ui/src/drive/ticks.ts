/** What is ticked off on a drive: rows keyed, wires landed, steps of the inspection done. */
import { useJob } from '../job/open'

export function useTicks() {
  const job = useJob()
  function tick(id: string) {
    const done = new Set(job.document.value?.bridge.drive?.done ?? [])
    if (!done.delete(id)) done.add(id)
    job.commit('drive.done', [...done])
  }
  return { tick }
}
