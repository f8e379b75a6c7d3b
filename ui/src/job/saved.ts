/** What the head says of storing. */
export type Saving = 'stored' | 'storing' | 'waiting' | 'conflict' | 'refused'

/** Never "saved" while anything waits, be it only half typed. */
export function savedWords(
  saving: Saving,
  on: { revision: number; savedAt: string; connected: boolean },
  waits: { queued: boolean; half: boolean; unkept: boolean },
): string {
  const at = on.savedAt ? new Date(on.savedAt).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' }) : ''
  const words: Record<Saving, string> = {
    stored: on.connected
      ? `Saved ${at}, revision ${on.revision}`
      : `Not connected; saved until ${at}, revision ${on.revision}`,
    storing: 'Saving…',
    waiting: 'Not connected: kept here, sent when the server is back',
    conflict: 'Changed elsewhere too: choose below',
    refused: 'Not stored: see below',
  }
  const now = saving === 'stored' && waits.queued ? 'storing' : saving
  const half = now === 'stored' && waits.half
  const closing = waits.unkept && waits.queued ? ' This browser keeps nothing: do not close this window.' : ''
  return (half ? 'Not saved yet: still being typed' : words[now]) + closing
}
