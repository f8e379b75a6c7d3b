/** The bridges beside each other: asked of a document, nothing of it is stored. */
import type { components } from './generated/schema'
import { client, got, lines, Trouble, type Document } from './client'

type Schemas = components['schemas']
export type Weighing = Schemas['Weighing']
export type Column = Schemas['WeighColumn']
export type Cell = Schemas['WeighCell']
export type RowTitle = Schemas['WeighRowTitle']
export type Kind = Column['kind']

/** Which bridge is taken over load and slowest speed, both in percent of the plate's. */
export interface Borders {
  loads: number[]
  speeds: number[]
  best: Kind[][]
  grades: string[][]
  load: number
  speed: number
  text: string[]
}

/** One line of the converter's answer. */
export interface Step {
  tried?: string
  weighing?: Weighing
  map?: Borders
}

export const weigh = {
  of: (body: Document) => got(client.POST('/api/weigh', { body })),
  column: (body: Document) => got(client.POST('/api/weigh/column', { body })),
  motors: (body: Document) => got(client.POST('/api/weigh/motors', { body })),
  taken: (body: Document, machine: string, bridge: 'capacitor' | 'rotary' | 'drive' | 'dc') =>
    got(client.POST('/api/weigh/taken', { params: { query: { machine, bridge } }, body })),
  async converter(body: Document, signal: AbortSignal, step: (s: Step) => void): Promise<void> {
    const answer = await fetch('/api/weigh/converter', {
      method: 'POST',
      body: JSON.stringify(body),
      headers: { 'Content-Type': 'application/json' },
      signal,
    })
    if (!answer.ok || !answer.body) throw new Trouble(answer.status, 'The converter could not be worked out.')
    await lines(answer, (s) => step(s as Step))
  },
}
