/** A value put inside a profile by its path; what was cleared is not there. */
export type Rec = Record<string, unknown>

/** The profile with a value at a path; undefined takes it away, and what holds nothing then. */
export function withAt(all: Rec, path: string, value: unknown): Rec {
  const [key, ...rest] = path.split('.') as [string, ...string[]]
  const out = { ...all }
  if (!rest.length) {
    if (value === undefined) delete out[key]
    else out[key] = value
    return out
  }
  const inner = withAt((out[key] as Rec | undefined) ?? {}, rest.join('.'), value)
  if (Object.keys(inner).length) out[key] = inner
  else delete out[key]
  return out
}

/** A typed figure; undefined where nothing was typed, the text itself where it is none: it is kept and named. */
export function figureOf(text: string): unknown {
  const plain = text.trim().replace(',', '.')
  if (!plain) return undefined
  const x = Number(plain)
  return Number.isFinite(x) ? x : text.trim()
}

/** The path of a bad place as the server names it ("parameters[2].code") in the form's own way. */
export const formPath = (path: string) => path.replace(/\[(\d+)\]/g, '.$1')
