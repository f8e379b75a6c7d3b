/** A workshop's own drives and controllers. */
import { at, client, got } from './client'
import type { components } from './generated/schema'

type Schemas = components['schemas']
export type ProfileLine = Schemas['ProfileLine']
export type ProfileAnswer = Schemas['ProfileAnswer']
export type Checked = Schemas['Checked']
export type Words = Schemas['Vocabulary']
export type Outcome = Schemas['Outcome']
export type Deed = Schemas['Deed']
export type Beginning = Schemas['Beginning']
export type Parameter = Schemas['DriveParameter']
export type Doubt = Schemas['DriveDoubt']
type Kind = ProfileLine['kind']
type Rec = Record<string, unknown>

const one = (id: string, profile: string) => ({ params: { path: { id, profile } } })

export const profiles = {
  all: (workshop: string) => got(client.GET('/api/workshops/{id}/profiles', at(workshop))),
  one: (workshop: string, profile: string, revision = 0) =>
    got(
      client.GET('/api/workshops/{id}/profiles/{profile}', {
        params: { path: { id: workshop, profile }, query: { revision } },
      }),
    ),
  add: (workshop: string, change: string, kind: Kind, profile: Rec) =>
    got(
      client.POST('/api/workshops/{id}/profiles', {
        params: { path: { id: workshop }, header: { 'Change-Id': change } },
        body: { kind, profile },
      }),
    ),
  save: (workshop: string, id: string, revision: number, profile: Rec) =>
    got(client.PUT('/api/workshops/{id}/profiles/{profile}', { ...one(workshop, id), body: { revision, profile } })),
  drop: (workshop: string, id: string) =>
    got(client.DELETE('/api/workshops/{id}/profiles/{profile}', one(workshop, id))),
  begin: (kind: Kind, of: Beginning) => got(client.POST('/api/profiles/begin', { body: { kind, of } })),
  check: (kind: Kind, profile: Rec) => got(client.POST('/api/profiles/check', { body: { kind, profile } })),
  tried: (kind: Kind, profile: Rec, deeds: Deed[]) =>
    got(client.POST('/api/profiles/try', { body: { kind, profile, deeds } })),
  settings: (lines: Schemas['LeafletLine'][]) => got(client.POST('/api/profiles/settings', { body: { lines } })),
  words: (kind: Kind) => got(client.GET('/api/profiles/words', { params: { query: { kind } } })),
}
