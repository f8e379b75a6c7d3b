/** The reference that needs no job: words, help, tables, diagrams, formulas. */
import { client, got } from './client'

export const reference = {
  pocket: () => got(client.GET('/api/reference')),
  leads: (naming: 'iec' | 't') => got(client.GET('/api/reference/leads', { params: { query: { naming } } })),
  try: (formula: string, typed: Record<string, string>) =>
    got(client.POST('/api/reference/try', { body: { formula, typed } })),
}
export type Pocket = Awaited<ReturnType<typeof reference.pocket>>
export type Term = Pocket['terms'][number]
export type Sheet = Pocket['sheets'][number]
export type Formula = Pocket['formulas'][number]
export type Diagram = Awaited<ReturnType<typeof reference.leads>>['diagrams'][number]
