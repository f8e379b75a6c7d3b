/** What is ticked off on a drive: rows keyed, wires landed, steps of the inspection done. */
import { useJob } from '../span/job'

export function useTicks() {
  const job = useJob()
  function tick(id: string) {
    const d = job.document.value
    if (!d) return
    const done = new Set(d.drive?.done ?? [])
    if (!done.delete(id)) done.add(id)
    job.change({ ...d, drive: { ...d.drive, done: [...done] } })
  }
  return { tick }
}
