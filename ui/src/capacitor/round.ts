/** A round of readings as the line that the document keeps. */

const number = /^\d+(?:[.,]\d+)?$/

/** The line, or what is missing: a group is read whole or not at all. */
export function roundLine(
  microfarad: string,
  groups: readonly { word: string; values: readonly string[] }[],
): string | { problem: string } {
  const uf = microfarad.trim()
  if (!number.test(uf)) return { problem: 'Say how many µF were in the circuit, as a number.' }
  const parts: string[] = []
  let read = 0
  for (const g of groups) {
    const values = g.values.map((v) => v.replace(/\s*[AV]$/i, '').trim())
    if (values.every((v) => !v)) continue
    const bad = values.find((v) => v && !number.test(v))
    if (bad !== undefined) return { problem: `“${bad}” is no number.` }
    if (values.some((v) => !v)) return { problem: `Of ${g.word} all ${values.length} are needed.` }
    if (g.word !== 'volts') read += values.length
    parts.push(`${g.word} ${values.join(' ')}`)
  }
  if (read < 2) return { problem: 'Two readings are the least: the three leads, or the made line’s volts.' }
  return `${uf} µF: ${parts.join('; ')}`
}
