/** The symptom desk: what may be said, and where it stands. */
import { client, got, type Document } from './client'

export const symptom = {
  words: () => got(client.GET('/api/symptom/words')),
  at: (body: Document) => got(client.POST('/api/symptom', { body })),
}
export type Belief = Awaited<ReturnType<typeof symptom.at>>
export type Spoken = Awaited<ReturnType<typeof symptom.words>>
