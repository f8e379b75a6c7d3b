/** The symptom desk: what may be said, and where it stands. */
import { client, got, type Document } from './client'

export const symptom = {
  words: () => got(client.GET('/api/symptom/words')),
  at: (body: Document) => got(client.POST('/api/symptom', { body })),
  known: (id: string, machine = '') =>
    got(client.GET('/api/jobs/{id}/desk', { params: { path: { id }, query: machine ? { machine } : {} } })),
}
export type Belief = Awaited<ReturnType<typeof symptom.at>>
export type Believed = Belief['causes'][number]
export type Spoken = Awaited<ReturnType<typeof symptom.words>>
export type Known = Awaited<ReturnType<typeof symptom.known>>
