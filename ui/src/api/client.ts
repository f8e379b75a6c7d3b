/** The typed way to the server; every answer that is not good becomes a Trouble. */
import createClient from 'openapi-fetch'
import type { components, paths } from './generated/schema'

type Schemas = components['schemas']
export type Answer = Schemas['Answer']
export type Buy = Schemas['Buy']
export type StockEntry = Schemas['StockEntry']
export type StockTaking = Schemas['TakeStockBody']
export type StoreLine = Schemas['StoreLine']
export type Bay = Schemas['BayState']
export type PlateRead = Schemas['PlateRead']
export type FirstPlate = Schemas['FirstPlate']
export type Card = Schemas['Card']
export type Document = Schemas['Document']
export type Machine = Schemas['Machine']
export type Change = Schemas['Change']
export type Cure = Schemas['Cure']
export type Drawing = Schemas['Drawing']
export type Figure = Schemas['Figure']
export type Finding = Schemas['Finding']
export type Converter = Schemas['ConverterView']
export type StateView = Schemas['StateView']
export type MotorView = Schemas['MotorView']
export type WallChain = Schemas['Chain']
export type Stair = Schemas['Stair']
export type Curves = Schemas['Curves']
export type Island = Schemas['Island']
export type Pair = Schemas['Pair']
export type PairLine = Schemas['PairLine']
export type PairProof = Schemas['PairProof']
export type Item = Schemas['Item']
export type JobAnswer = Schemas['JobAnswer']
export type Plan = Schemas['Plan']
export type Ranges = Schemas['Ranges']
export type StartRun = Schemas['StartRun']
export type RevisionLine = Schemas['RevisionLine']
export type Reading = Schemas['FindingReading']
export type State = Schemas['State']
export type Views = Schemas['Views']
export type Mistaken = Schemas['Mistaken']
export type Summary = Schemas['Summary']
export type Workshop = Schemas['Workshop']
export type WorkshopEntry = Schemas['WorkshopEntry']
export type YardWorkshop = Schemas['YardWorkshop']
export type BinnedWorkshop = Schemas['BinnedWorkshop']
export type Role = Schemas['JobAnswer']['role']

export type DirectWay = 'motor' | 'tool' | 'surface' | 'feet' | 'volts'
export type Scene = 'start' | 'step' | 'brake'
export type DialWay = 'hz' | 'motor' | 'tool' | 'surface' | 'feet'

export const client = createClient<paths>({
  baseUrl: globalThis.location?.origin ?? '',
  fetch: (r) => globalThis.fetch(r),
})

/** Reads an answer that comes as one JSON value a line. */
export async function lines(answer: Response, line: (value: unknown) => void): Promise<void> {
  const reader = answer.body!.pipeThrough(new TextDecoderStream()).getReader()
  let rest = ''
  for (;;) {
    const { done, value } = await reader.read()
    const all = (rest + (value ?? '')).split('\n')
    rest = done ? '' : all.pop()!
    for (const text of all) if (text.trim()) line(JSON.parse(text))
    if (done) return
  }
}

/** What went wrong, in words for a person; status 0 is a lost connection. */
export class Trouble extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly latest?: number,
  ) {
    super(message)
  }
}

interface Problem {
  detail?: string
  latest?: number
  errors?: { location?: string; message?: string; value?: unknown }[] | null
}

/** Called when the server says that nobody is logged in here any more. */
export const atTheDoor = { shut: () => {} }

export async function got<T>(call: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  const lost = () => new Trouble(0, 'The server does not answer. What you typed is kept here and sent when it is back.')
  const answer = await call.catch(() => {
    throw lost() // no answer, or one that broke off
  })
  if (answer.response.status === 499) throw lost() // the connection gave the question up, not the server
  if (answer.response.ok) return answer.data as T
  if (answer.response.status === 401) atTheDoor.shut()
  const p = (answer.error ?? {}) as Problem
  const fields = (p.errors ?? []).map((e) => `${(e.location ?? '').replace('body.', '')}: ${e.message ?? ''}`)
  throw new Trouble(answer.response.status, [p.detail ?? 'The server refused.', ...fields].join(' '), p.latest)
}

export { newID as newChangeID } from './id'

export type Shelf = 'yard' | 'archive' | 'bin'

/** A page of a shelf. */
export interface YardAsk {
  shelf?: Shelf
  find?: string
  attention?: boolean
  after?: string
  most?: number
}

const seen = (id: string, revision: number, changeID: string) => ({
  path: { id },
  header: { 'If-Match': `"${revision}"`, 'Change-Id': changeID },
})
export const at = (id: string) => ({ params: { path: { id } } })

export const api = {
  yard: (ask: YardAsk = {}) => got(client.GET('/api/yard', { params: { query: ask } })),
  job: (id: string) => got(client.GET('/api/jobs/{id}', at(id))),
  createJob: (workshop_id: string, name: string, change_id: string, plate = '') =>
    got(client.POST('/api/jobs', { body: { workshop_id, name, change_id, ...(plate && { plate }) } })),
  saveJob: (id: string, revision: number, changeID: string, body: Document) =>
    got(client.PUT('/api/jobs/{id}', { params: seen(id, revision, changeID), body })),
  undo: (id: string, revision: number, changeID: string) =>
    got(client.POST('/api/jobs/{id}/undo', { params: seen(id, revision, changeID) })),
  redo: (id: string, revision: number, changeID: string) =>
    got(client.POST('/api/jobs/{id}/redo', { params: seen(id, revision, changeID) })),
  restore: (id: string, revision: number, changeID: string, to: number) => {
    const { path, header } = seen(id, revision, changeID)
    return got(
      client.POST('/api/jobs/{id}/revisions/{revision}/restore', {
        params: { path: { ...path, revision: to }, header },
      }),
    )
  },
  history: (id: string, before = 0) =>
    got(client.GET('/api/jobs/{id}/revisions', { params: { path: { id }, query: { before } } })),
  revision: (id: string, revision: number) =>
    got(client.GET('/api/jobs/{id}/revisions/{revision}', { params: { path: { id, revision } } })),
  copyJob: (id: string, name: string, change_id: string) =>
    got(client.POST('/api/jobs/{id}/copy', { ...at(id), body: { name, change_id } })),
  shelve: (id: string, shelf: Shelf) => got(client.POST('/api/jobs/{id}/shelf', { ...at(id), body: { shelf } })),
  /** Sends the file as it is: the server reads it strictly and names line and field. */
  importJob: (workshop_id: string, changeID: string, file: Blob) =>
    got(
      client.POST('/api/import', {
        params: { query: { workshop_id }, header: { 'Change-Id': changeID } },
        body: file as unknown as string,
        bodySerializer: (b) => b as unknown as Blob,
        headers: { 'Content-Type': 'application/octet-stream' },
      }),
    ),
  firstPlate: (text: string, region: string) => got(client.POST('/api/plate/first', { body: { text, region } })),
  readPlate: (text: string) => got(client.POST('/api/plate/line', { body: { text } })),
  plan: (body: Document) => got(client.POST('/api/plan', { body })),
  /** Every entry in which two documents differ. */
  changes: (from: Document, to: Document) => got(client.POST('/api/changes', { body: { from, to } })),
  /** What two persons did since the same document, put together. */
  merge: (base: Document, theirs: Document, mine: Document) =>
    got(client.POST('/api/merge', { body: { base, theirs, mine } })),
  /** Documents of any version in the present one. */
  present: (documents: unknown[]) => got(client.POST('/api/present', { body: { documents } })),
  curves: (body: Document) => got(client.POST('/api/plate/curves', { body })),
  start: (body: Document) => got(client.POST('/api/capacitor/start', { body })),
  ranges: (body: Document) => got(client.POST('/api/capacitor/ranges', { body })),
  pair: (body: Document) => got(client.POST('/api/capacitor/pair', { body })),
  pairProof: (body: Document) => got(client.POST('/api/capacitor/pair/proof', { body })),
  mistake: (body: Document, mistake: string) =>
    got(client.POST('/api/leads/mistake', { params: { query: { mistake } }, body })),
  wiring: (body: Document) => got(client.POST('/api/drives/wiring', { body })),
  dial: (body: Document, way: DialWay, value: number) =>
    got(client.POST('/api/drives/dial', { params: { query: { way, value } }, body })),
  leaflet: (text: string, columns?: string[]) => got(client.POST('/api/drives/leaflet', { body: { text, columns } })),
  driveProfile: (text: string) => got(client.POST('/api/drives/profile', { body: { text } })),
  dcWiring: (body: Document) => got(client.POST('/api/dc/wiring', { body })),
  dcSwap: (body: Document) => got(client.POST('/api/dc/swap', { body })),
  dcDial: (body: Document, way: DirectWay, value: number) =>
    got(client.POST('/api/dc/dial', { params: { query: { way, value } }, body })),
  dcFilm: (body: Document, scene: Scene) => got(client.POST('/api/dc/film', { params: { query: { scene } }, body })),
  dcProfile: (text: string) => got(client.POST('/api/dc/profile', { body: { text } })),
  steps: (body: Document) => got(client.POST('/api/leads/steps', { body })),
  fromBenchCase: (document: Document, text: string) =>
    got(client.POST('/api/leads/bench-case', { body: { document, case: text } })),
  /** Stores a picture of a job's joints and gives its id. */
  async addPhoto(id: string, picture: Blob): Promise<string> {
    let answer: Response
    try {
      answer = await fetch(`/api/jobs/${id}/photos`, {
        method: 'POST',
        body: picture,
        headers: { 'Content-Type': picture.type || 'image/jpeg' },
      })
    } catch {
      throw new Trouble(0, 'The server does not answer. The picture was not stored.')
    }
    const said = (await answer.json().catch(() => ({}))) as { id?: string; detail?: string }
    if (!answer.ok || !said.id) throw new Trouble(answer.status, said.detail ?? 'The picture was refused.')
    return said.id
  },
  stores: (workshop: string) => got(client.GET('/api/workshops/{id}/stores', at(workshop))),
  addStock: (workshop: string, changeID: string, body: StockEntry) =>
    got(
      client.POST('/api/workshops/{id}/stores', {
        params: { path: { id: workshop }, header: { 'Change-Id': changeID } },
        body,
      }),
    ),
  changeStock: (id: string, body: StockEntry) => got(client.PUT('/api/stores/{id}', { ...at(id), body })),
  dropStock: (id: string) => got(client.DELETE('/api/stores/{id}', at(id))),
  takeStock: (job: string, body: StockTaking) => got(client.POST('/api/jobs/{id}/stores', { ...at(job), body })),
  film: (body: Document) => got(client.POST('/api/rotary/start', { body })),
  converterDrawings: (body: Document) => got(client.POST('/api/rotary/drawings', { body })),
  circuit: (body: Document) => got(client.POST('/api/protection/drawings', { body })),
  mechanics: (body: Document) => got(client.POST('/api/fit/drawings', { body })),
  idlerSizes: (body: Document) => got(client.POST('/api/rotary/sizes', { body })),
  /** The map of both banks of a converter, handed on line by line as the server works it out. */
  async balanceMap(body: Document, signal: AbortSignal, line: (value: unknown) => void): Promise<void> {
    const answer = await fetch('/api/rotary/map', {
      method: 'POST',
      body: JSON.stringify(body),
      headers: { 'Content-Type': 'application/json' },
      signal,
    })
    if (!answer.ok || !answer.body) throw new Trouble(answer.status, 'The map could not be worked out.')
    await lines(answer, line)
  },
  island: (body: Document) => got(client.POST('/api/capacitor/island', { body })),
  createWorkshop: (body: WorkshopEntry, change_id: string) =>
    got(client.POST('/api/workshops', { body: { ...body, change_id } })),
  shelveWorkshop: (id: string, shelf: 'yard' | 'bin') =>
    got(client.POST('/api/workshops/{id}/shelf', { ...at(id), body: { shelf } })),
  purgeWorkshop: (id: string) => got(client.DELETE('/api/workshops/{id}', at(id))),
  purgeJob: (id: string) => got(client.DELETE('/api/jobs/{id}', at(id))),
  saveWorkshop: (id: string, revision: number, body: WorkshopEntry) =>
    got(
      client.PUT('/api/workshops/{id}', {
        params: { path: { id }, header: { 'If-Match': `"${revision}"` } },
        body,
      }),
    ),
  person: () => got(client.GET('/api/person')),
  choosePerson: (name: string) => got(client.PUT('/api/person', { body: { name } })),
}
