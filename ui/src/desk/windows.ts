/** Which windows of this browser are open: each has a name and answers when it is called by it. */
import { newID } from '../api/id'

export const thisWindow = newID()

type Call = { ask: string } | { here: string }

const name = 'gray-bridge-windows'
const patience = 300 // ms; a window that is there answers in a few

let answering: BroadcastChannel | undefined

/** From now on this window answers to its name. */
export function answer() {
  if (answering) return
  answering = new BroadcastChannel(name)
  answering.onmessage = (e: MessageEvent<Call>) => {
    if ('ask' in e.data && e.data.ask === thisWindow) answering?.postMessage({ here: thisWindow } satisfies Call)
  }
}

/** Those of some windows that are closed: nobody answers to their names. */
export async function closedAmong(windows: string[]): Promise<string[]> {
  const others = windows.filter((w) => w !== thisWindow)
  if (!others.length) return []
  const here = new Set<string>()
  const channel = new BroadcastChannel(name)
  channel.onmessage = (e: MessageEvent<Call>) => {
    if ('here' in e.data) here.add(e.data.here)
  }
  for (const ask of others) channel.postMessage({ ask } satisfies Call)
  await new Promise((done) => setTimeout(done, patience))
  channel.close()
  return others.filter((w) => !here.has(w))
}
