/**
 * For tests: a network with one job behind it. It keeps revisions as the server does,
 * refuses who has not seen the latest, and can be cut. It stands in the place of fetch;
 * nothing of the browser part is replaced.
 */
import type { Answer, Document, JobAnswer, Plan } from '../api/client'
import { same, valueAt, withValue } from './document'

export const blank = (over: Partial<Document> = {}): Document =>
  ({
    format: 'gray-bridge/job',
    version: 2,
    name: 'Blunger',
    workshop: { name: 'Tansy Lane Tileworks', rules: 'metric', volts: 230, hertz: 50, colours: 'europe' },
    supply: { volts: '236' },
    bridge: { kind: 'capacitor', capacitor: { microfarad: '52' } },
    machines: [{ id: 'm1', plate: { power: '1.1 kW' }, leads: { done: [] }, load: {}, protection: {} }],
    ...over,
  }) as Document

export interface Network {
  documents: Document[] // one a revision
  asked: string[] // "PUT /api/jobs/j1", in order
  plan: (d: Document) => Partial<Plan>
  cut: boolean
  /** Everything is answered with this status: a connection that gave up, a busy server. */
  status?: number
  /** Answers about a plan wait for this. */
  hold?: Promise<void>
  /** What further addresses answer, "GET /api/yard", to a body or what stands behind the question mark. */
  answers: Record<string, (asked: never) => unknown>
  /** Somebody else stores an edit. */
  elsewhere: (path: string, value: string) => void
  latest: () => Document
}

const bays = ['supply', 'protection', 'bridge', 'leads', 'motor', 'load']

/** Drawings on which nothing stands. */
const sheet = { title: '', width: 10, height: 10, items: [], facts: [] }
export const blanks = { path: sheet, box: sheet, windings: sheet }

function answer(n: Network, d: Document): Answer {
  const plan = {
    machine: d.machines[0]!.id,
    readings: [],
    findings: [],
    moves: [],
    bays: bays.map((bay) => ({ bay, title: bay[0]!.toUpperCase() + bay.slice(1), key: '', mark: 'good', do: {} })),
    next: { bay: 'motor', text: 'Read the plate' },
    ...n.plan(d),
  }
  return { plan, drawings: { now: blanks, wanted: blanks } } as unknown as Answer
}

function jobAnswer(n: Network, revision = n.documents.length): JobAnswer {
  const document = n.documents[revision - 1]!
  return {
    id: 'j1',
    workshop_id: 'w1',
    revision,
    saved_at: '2026-03-02T09:00:00Z',
    can_undo: revision > 1,
    can_redo: false,
    document,
    ...answer(n, document),
  } as unknown as JobAnswer
}

const paths = ['supply.volts', 'supply.breaker', 'machines.m1.plate.power', 'machines.m1.plate.rpm', 'name']

/** The lines of the history, the latest first. */
const history = (n: Network) =>
  n.documents
    .map((d, i) => {
      const was = n.documents[i - 1]
      const what = was ? changes(was, d).map((c) => `${c.label} ${c.from} → ${c.to}`) : ['new']
      return { revision: i + 1, content: i + 1, who: '', what: what.join(', '), at: '2026-03-02T09:00:00Z' }
    })
    .reverse()

/** Enough of the server's merging for a test: the paths above, one by one. */
function merge(base: Document, theirs: Document, mine: Document) {
  let document = theirs
  const both = []
  for (const path of paths) {
    const [b, t, m] = [valueAt(base, path), valueAt(theirs, path), valueAt(mine, path)]
    if (same(b ?? '', m ?? '')) continue
    if (!same(b ?? '', t ?? '') && !same(t ?? '', m ?? '')) both.push({ path, label: path, from: t, to: m })
    else document = withValue(document, path, m ?? '')
  }
  return { document, both, theirs: changes(base, theirs) }
}

const changes = (from: Document, to: Document) =>
  paths
    .filter((p) => !same(valueAt(from, p) ?? '', valueAt(to, p) ?? ''))
    .map((path) => ({ path, label: path.replaceAll('.', ' '), from: valueAt(from, path), to: valueAt(to, path) }))

/** Puts a network in the place of fetch. */
export function network(first: Document = blank()): Network {
  const n: Network = {
    documents: [first],
    asked: [],
    plan: () => ({}),
    cut: false,
    answers: {},
    elsewhere: (path, value) => n.documents.push(withValue(n.latest(), path, value)),
    latest: () => n.documents.at(-1)!,
  }
  const given = (status: number, body: unknown) =>
    new Response(JSON.stringify(body), { status, headers: { 'Content-Type': 'application/json' } })
  const known = new Map<string, number>()
  globalThis.fetch = async (input: RequestInfo | URL, init?: RequestInit) => {
    const request = input instanceof Request ? input : new Request(new URL(String(input), 'http://there'), init)
    const path = new URL(request.url).pathname
    if (n.cut) throw new TypeError('the network is cut')
    n.asked.push(`${request.method} ${path}`)
    if (n.status) return given(n.status, { detail: 'Not now.' })
    const body = request.method === 'GET' ? undefined : await request.json().catch(() => undefined)
    const seen = Number((request.headers.get('If-Match') ?? '').replaceAll('"', ''))
    const change = request.headers.get('Change-Id') ?? ''
    const store = (document: Document) => {
      const stored = known.get(change)
      if (stored) return given(200, jobAnswer(n, stored))
      if (seen !== n.documents.length)
        return given(409, { detail: 'Somebody stored first.', latest: n.documents.length })
      n.documents.push(document)
      known.set(change, n.documents.length)
      return given(200, jobAnswer(n))
    }
    const other = n.answers[`${request.method} ${path}`]
    if (other) return given(200, other((body ?? Object.fromEntries(new URL(request.url).searchParams)) as never))
    if (path === '/api/plan') {
      const said = answer(n, body as Document)
      if (n.hold) await n.hold
      return given(200, said)
    }
    if (path === '/api/merge') return given(200, merge(body.base, body.theirs, body.mine))
    if (path === '/api/changes') return given(200, { changes: changes(body.from, body.to) })
    if (path === '/api/present') return given(200, body)
    if (path === '/api/jobs/j1/undo') return store(n.documents.at(-2)!)
    if (path === '/api/jobs/j1' && request.method === 'PUT')
      return (body as Document).name === 'refused' ? given(422, { detail: 'No.' }) : store(body as Document)
    if (path === '/api/jobs/j1') return given(200, jobAnswer(n))
    if (path === '/api/jobs/j1/revisions') return given(200, { revisions: history(n) })
    const [, of, act] = path.match(/^\/api\/jobs\/j1\/revisions\/(\d+)(\/restore)?$/) ?? []
    if (act) return store(n.documents[Number(of) - 1]!)
    if (of) return given(200, jobAnswer(n, Number(of)))
    return given(404, { detail: 'There is nothing at this address.' })
  }
  return n
}

/** A stream of changes on which nothing comes. */
export class Still {
  addEventListener() {}
  close() {}
}

/** Waits until a condition holds, for ten seconds at most. */
export async function until(what: string, holds: () => boolean) {
  for (let i = 0; i < 2000; i++) {
    if (holds()) return
    await new Promise((r) => setTimeout(r, 5))
  }
  throw new Error(`waited in vain: ${what}`)
}
