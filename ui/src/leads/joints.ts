/** Joints under the hand: moving one lead from joint to joint. */
export type Joints = readonly (readonly string[])[]

/** The joints with a lead taken to where another is; with no other it hangs free. */
export function moved(joints: Joints, lead: string, to?: string): string[][] {
  if (lead === to) return joints.map((g) => [...g])
  const out = joints.map((g) => g.filter((n) => n !== lead))
  if (to) {
    const home = out.find((g) => g.includes(to))
    if (home) home.push(lead)
    else out.push([to, lead])
  }
  return out.filter((g) => g.length > 1)
}

/** Joints as the text that the document keeps. */
export const asText = (joints: Joints) => (joints.length ? joints.map((g) => g.join('-')).join('; ') : 'open')

/** A touch as typed: two names are joined; a bare reading belongs to the pair that was asked for. */
export function touchLine(typed: string, asked: readonly string[], tags: readonly string[]): string | undefined {
  const words = typed
    .trim()
    .split(/[\s\-–;:=|]+|,\s+/)
    .filter(Boolean)
  const known = (w?: string) =>
    !!w && (tags.some((t) => t.toLowerCase() === w.toLowerCase()) || /^(frame|earth|body|ground)$/i.test(w))
  if (!words.length) return undefined
  if (known(words[0]) && known(words[1])) return `${words[0]} ${words[1]} ${words.slice(2).join(' ') || 'beep'}`
  return asked.length === 2 ? `${asked[0]} ${asked[1]} ${typed.trim()}` : undefined
}

/** A list of lines with one more. */
export const withLine = (text: string, line: string) => (text.trim() ? `${text.trim()}\n${line}` : line)
