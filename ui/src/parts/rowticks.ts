/** What is ticked off in a list of the document: rows set, wires landed, steps of an inspection or by hand done. */
import { useJob } from '../job/open'

export function useRowTicks(path: 'drive.done' | 'dc.done' | 'leads.brushed.look' | 'makeup.done') {
  const job = useJob()
  const ticked = () => {
    const d = job.document.value
    const all = {
      'drive.done': d?.bridge.drive?.done,
      'dc.done': d?.bridge.dc?.done,
      'leads.brushed.look': job.machine.value?.leads.brushed?.look,
      'makeup.done': job.machine.value?.makeup?.done,
    }
    return all[path] ?? []
  }
  /** Turns a tick on or off; what it rules out goes. */
  function tick(id: string, instead?: string) {
    const done = new Set(ticked())
    if (!done.delete(id)) done.add(id)
    if (instead) done.delete(instead)
    job.commit(path, [...done])
  }
  return { tick }
}
