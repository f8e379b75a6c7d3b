/** Pages of the Yard put together. */

interface Part<J> {
  id: string
  jobs: J[]
}

export const count = (all: readonly Part<unknown>[]) => all.reduce((n, w) => n + w.jobs.length, 0)

/** A page after what is there: each workshop with the machines of both. */
export function joined<J, W extends Part<J>>(before: readonly W[], page: readonly W[]): W[] {
  const old = new Map(before.map((w) => [w.id, w.jobs]))
  return page.map((w) => ({ ...w, jobs: [...(old.get(w.id) ?? []), ...w.jobs] }))
}
