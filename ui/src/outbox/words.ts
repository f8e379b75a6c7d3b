/** What waits on this device, in words: to be looked at, and to be copied before it is thrown away. */
import type { Waiting } from './kept'

/** What a person enters at the machine, by its kind. */
export const entered: Record<string, string> = {
  note: 'Note',
  gate: 'Gate',
  reading: 'Reading',
  part: 'Part',
  photo: 'Photograph',
  sound: 'Recording',
}

/** How large a file is, in words. */
export const sizeOf = (file: Blob) => `${Math.max(1, Math.round(file.size / 1024))} kB`

export function contentOf(w: Waiting): string {
  const e = w.entry
  const reads = (e.reads ?? []).map((r) =>
    [r.name || r.take, r.unit ? `${r.value} ${r.unit}` : '', r.words].filter(Boolean).join(' '),
  )
  const part = e.part && [e.part.what, e.part.out ? 'taken out' : 'fitted'].join(' ')
  const gate = e.gate && e.outcome && `${e.gate}: ${e.outcome}`
  const file = w.file && `with a file of ${sizeOf(w.file)}`
  const said = [gate, part, reads.join(', '), e.words, file].filter(Boolean).join('; ')
  return `${entered[e.kind] ?? e.kind}, ${new Date(e.taken).toLocaleString()}: ${said || 'without words'}`
}
