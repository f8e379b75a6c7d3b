// @vitest-environment happy-dom
import { afterEach, describe, expect, it } from 'vitest'
import { api, Trouble } from './client'

const real = globalThis.fetch
afterEach(() => {
  globalThis.fetch = real
})

let asked: Request | undefined
function answers(status: number, body: unknown) {
  globalThis.fetch = async (input: RequestInfo | URL, init?: RequestInit) => {
    asked = input instanceof Request ? input : new Request(new URL(String(input), 'http://there'), init)
    return new Response(JSON.stringify(body), { status, headers: { 'Content-Type': 'application/json' } })
  }
}

async function trouble(work: Promise<unknown>): Promise<Trouble> {
  try {
    await work
  } catch (e) {
    if (e instanceof Trouble) return e
  }
  throw new Error('there was no trouble')
}

describe('the way to the server', () => {
  it('carries the revision that was seen and a name for the change', async () => {
    answers(200, { revision: 4 })
    const j = await api.saveJob('j1', 3, 'change-1', { name: 'Blunger' } as never)
    expect(j.revision).toBe(4)
    expect(asked?.method).toBe('PUT')
    expect(asked?.headers.get('If-Match')).toBe('"3"')
    expect(asked?.headers.get('Change-Id')).toBe('change-1')
  })

  it('says every field that was refused, in the server’s words', async () => {
    answers(422, {
      detail: 'Nothing was stored.',
      errors: [
        { location: 'body.supply.volts', message: 'found "x"; want volts' },
        { location: 'body.name', message: 'found nothing' },
      ],
    })
    const t = await trouble(api.plan({} as never))
    expect(t.status).toBe(422)
    expect(t.message).toBe('Nothing was stored. supply.volts: found "x"; want volts name: found nothing')
  })

  it('knows the latest revision of a job that somebody else stored first', async () => {
    answers(409, { detail: 'Somebody stored first.', latest: 9 })
    expect((await trouble(api.undo('j1', 3, 'change-2'))).latest).toBe(9)
  })

  it('calls a lost connection status 0, and promises that nothing is lost', async () => {
    globalThis.fetch = async () => {
      throw new TypeError('cut')
    }
    const t = await trouble(api.job('j1'))
    expect(t.status).toBe(0)
    expect(t.message).toContain('kept here')
  })

  it('sends a picture as it is and gives its id', async () => {
    answers(201, { id: 'p7' })
    expect(await api.addPhoto('j1', new Blob(['x'], { type: 'image/png' }))).toBe('p7')
    answers(415, { detail: 'This is no picture.' })
    expect((await trouble(api.addPhoto('j1', new Blob(['x'])))).message).toBe('This is no picture.')
    globalThis.fetch = async () => {
      throw new TypeError('cut')
    }
    expect((await trouble(api.addPhoto('j1', new Blob(['x'])))).message).toContain('not stored')
  })

  it('asks the Yard for what is wanted alone', async () => {
    answers(200, { workshops: [], binned: [] })
    await api.yard({ shelf: 'bin', find: 'slip', most: 12 })
    expect(new URL(asked!.url).search).toBe('?shelf=bin&find=slip&most=12')
  })
})
