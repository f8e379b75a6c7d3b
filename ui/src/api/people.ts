/** Who comes in, who may what, and how the server stands open. */
import type { components } from './generated/schema'
import { client, got } from './client'

type Schemas = components['schemas']
export type Whoever = Schemas['Whoever']
export type Code = Schemas['Code']
export type Device = Schemas['DeviceLine']
export type Person = Schemas['Person']
export type PersonEntry = Schemas['PersonEntry']
export type Sharing = Schemas['SharingAnswer']
export type Backup = Schemas['BackupLine']
export type Remark = Schemas['RemarkLine']

const at = (id: string, account: string) => ({ params: { path: { id, account } } })
const seen = (id: string, revision: number, changeID: string) => ({
  params: { path: { id }, header: { 'If-Match': `"${revision}"`, 'Change-Id': changeID } },
})

export const door = {
  logIn: (name: string, password: string, device: string) =>
    got(client.POST('/api/session', { body: { name, password, device } })),
  letIn: (code: string, device: string) => got(client.POST('/api/session/code', { body: { code, device } })),
  logOut: () => got(client.DELETE('/api/session')),
  changePassword: (old: string, now: string) => got(client.PUT('/api/account/password', { body: { old, new: now } })),
  devices: () => got(client.GET('/api/account/devices')),
  endDevice: (device: string) => got(client.DELETE('/api/account/devices/{device}', { params: { path: { device } } })),
  pairMine: () => got(client.POST('/api/account/pairing')),
}

export const people = {
  of: (workshop: string) => got(client.GET('/api/workshops/{id}/people', { params: { path: { id: workshop } } })),
  add: (workshop: string, name: string, entry: PersonEntry) =>
    got(client.POST('/api/workshops/{id}/people', { params: { path: { id: workshop } }, body: { name, ...entry } })),
  change: (workshop: string, account: string, body: PersonEntry) =>
    got(client.PUT('/api/workshops/{id}/people/{account}', { ...at(workshop, account), body })),
  remove: (workshop: string, account: string) =>
    got(client.DELETE('/api/workshops/{id}/people/{account}', at(workshop, account))),
  pair: (workshop: string, account: string) =>
    got(client.POST('/api/workshops/{id}/people/{account}/pairing', at(workshop, account))),
  endDevice: (workshop: string, account: string, device: string) =>
    got(
      client.DELETE('/api/workshops/{id}/people/{account}/devices/{device}', {
        params: { path: { id: workshop, account, device } },
      }),
    ),
  addGuest: (workshop: string, name: string, days: number, jobs: string[]) =>
    got(client.POST('/api/workshops/{id}/guests', { params: { path: { id: workshop } }, body: { name, days, jobs } })),
}

export const sharing = {
  now: () => got(client.GET('/api/sharing')),
  open: (name: string, password: string, address: string, device: string) =>
    got(client.POST('/api/sharing', { body: { name, password, address, device } })),
  close: () => got(client.DELETE('/api/sharing')),
  backups: () => got(client.GET('/api/backups')),
  backUp: () => got(client.POST('/api/backups')),
}

export type ReviewAnswer = Schemas['ReviewAnswer']

export const remarks = {
  review: (id: string, machine: string, revision: number) =>
    got(client.GET('/api/jobs/{id}/review', { params: { path: { id }, query: { machine, revision } } })),
  of: (id: string) => got(client.GET('/api/jobs/{id}/remarks', { params: { path: { id } } })),
  add: (id: string, revision: number, changeID: string, body: Schemas['RemarkInputBody']) =>
    got(client.POST('/api/jobs/{id}/remarks', { ...seen(id, revision, changeID), body })),
  sendBack: (id: string, revision: number, changeID: string, words: string) =>
    got(client.POST('/api/jobs/{id}/returns', { ...seen(id, revision, changeID), body: { words } })),
  approve: (id: string, revision: number, changeID: string, words: string) =>
    got(client.POST('/api/jobs/{id}/approvals', { ...seen(id, revision, changeID), body: { words } })),
  settle: (id: string, remark: string) =>
    got(client.POST('/api/jobs/{id}/remarks/{remark}/settled', { params: { path: { id, remark } } })),
  nameRevision: (id: string, revision: number, name: string) =>
    got(client.PUT('/api/jobs/{id}/revisions/{revision}/name', { params: { path: { id, revision } }, body: { name } })),
}
