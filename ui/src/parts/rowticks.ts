/** What is ticked off in a list of the document: rows set, wires landed, steps of an inspection or by hand done. */
import { me } from '../desk/person'
import { useJob } from '../job/open'
import { dated } from '../job/record'

/** A tick's own id, without what was recorded with it. */
const idOf = (tick: string) => tick.replace(/[,;\s]+read \d{4}-\d\d-\d\d.*$/, '').replace(/=.*$/, '')

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
  /** Ticks a row with what stands there now, the day and who; another touch takes it back. */
  function keyed(row: { id: string; value: string; done: boolean }) {
    const id = `row:${row.id}`
    const rest = ticked().filter((t) => idOf(t) !== id)
    job.commit(path, row.done ? rest : [...rest, `${id}=${row.value}, read ${dated(new Date())} ${me.name}`.trim()])
  }
  return { tick, keyed }
}

/** What a row says of its tick; empty: nothing was recorded with it. */
export function keyedWords(r: { done: boolean; keyed?: string; day?: string; who?: string }) {
  const at = [r.day, r.who].filter(Boolean).join(', ')
  if (r.keyed) return `keyed to ${r.keyed}${at ? `, ${at}` : ''}; another value is asked now`
  return r.done && at ? `keyed and read back ${at}` : ''
}
