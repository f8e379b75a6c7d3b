/**
 * Names that nothing else has. A page on a plain address (http and not this
 * machine's own name) has no crypto.randomUUID; random bytes it has everywhere.
 */
export function newID(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16))
  return Array.from(bytes, (b) => b.toString(16).padStart(2, '0')).join('')
}
