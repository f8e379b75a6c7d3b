/** The bring-up of a machine, and its book. */
import type { components } from './generated/schema'
import { client, got, Trouble, type JobAnswer } from './client'

type Schemas = components['schemas']
export type BringUp = Schemas['BringUp']
export type Progress = Schemas['Progress']
export type Gate = Schemas['GateView']
export type Take = Schemas['Take']
export type Meaning = Schemas['Meaning']
export type Compared = Schemas['Compared']
export type Into = Schemas['Into']
export type HeatRun = Schemas['HeatRun']
export type Sweep = Schemas['Sweep']
export type LogEntry = Schemas['LogEntry']
export type BookEntry = Schemas['BookEntry']
export type Log = Schemas['Log']
export type Trend = Schemas['Trend']
export type Spectrum = Schemas['Spectrum']
export type Written = Schemas['WriteOutputBody']

const of = (id: string, machine: string) => ({ params: { path: { id }, query: machine ? { machine } : {} } })

export const bringup = {
  of: (id: string, machine = '') => got(client.GET('/api/jobs/{id}/bringup', of(id, machine))),
  write: (id: string, machine: string, entries: LogEntry[]) =>
    got(
      client.POST('/api/jobs/{id}/log', {
        params: { path: { id } },
        body: { machine, sent: new Date().toISOString(), entries },
      }),
    ),
  log: (id: string, machine = '', before = 0, kinds = '') =>
    got(
      client.GET('/api/jobs/{id}/log', {
        params: {
          path: { id },
          query: { ...(machine && { machine }), ...(before && { before }), ...(kinds && { kinds }) },
        },
      }),
    ),
  trends: (id: string, machine = '') => got(client.GET('/api/jobs/{id}/trends', of(id, machine))),
  spectrum: (id: string, photo: string) =>
    got(client.GET('/api/jobs/{id}/photos/{photo}/spectrum', { params: { path: { id, photo } } })),
  dropFile: (id: string, photo: string) =>
    got(client.DELETE('/api/jobs/{id}/photos/{photo}', { params: { path: { id, photo } } })),
}

export type LifeStep = Schemas['LifeStep']

/** Brings a machine's life in from its file; step hears how far that is. */
export async function bringLife(
  workshop: string,
  changeID: string,
  file: Blob,
  step: (at: LifeStep) => void = () => {},
): Promise<JobAnswer> {
  const asking = setInterval(() => {
    got(client.GET('/api/life/{change}', { params: { path: { change: changeID } } })).then(step, () => {})
  }, 700)
  let answer: Response
  try {
    answer = await fetch(`/api/life?workshop_id=${encodeURIComponent(workshop)}`, {
      method: 'POST',
      body: file,
      headers: { 'Content-Type': 'application/octet-stream', 'Change-Id': changeID },
    })
  } catch {
    throw new Trouble(0, 'The server does not answer. Nothing was stored.')
  } finally {
    clearInterval(asking)
  }
  return got(
    answer
      .json()
      .catch(() => ({}))
      .then((said: unknown) =>
        answer.ok ? { data: said as JobAnswer, response: answer } : { error: said, response: answer },
      ),
  )
}
