/** The codes that were found in a leaflet: a function and its code a line. */
export function withCode(text: string, of: string, code: string): string {
  const lines = text.split('\n').filter((l) => l.trim() && l.trim().split(/\s+/)[0] !== of)
  if (code.trim()) lines.push(`${of} ${code.trim()}`)
  return lines.join('\n')
}
