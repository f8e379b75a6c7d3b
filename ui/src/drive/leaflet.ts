/** What a leaflet's table says of the settings of a sheet: the sure ones, and what must be asked. */
export interface Line {
  code: string
  name: string
  function: string
}

/** A function of a sheet, with its name there. */
export interface Setting {
  function: string
  name: string
}

export interface Found {
  sure: Map<string, Line>
  doubtful: Line[]
}

/** Two lines that seem to be one function are asked, as is what nobody can tell by its name. */
export function sorted(lines: Line[], sheet: Setting[]): Found {
  const wanted = new Set(sheet.map((s) => s.function))
  const of = new Map<string, Line[]>()
  for (const l of lines) if (wanted.has(l.function)) of.set(l.function, [...(of.get(l.function) ?? []), l])
  const sure = new Map<string, Line>()
  const doubtful = lines.filter((l) => l.function === 'ask')
  for (const [f, all] of of) {
    if (all.length === 1) sure.set(f, all[0]!)
    else doubtful.push(...all)
  }
  return { sure, doubtful }
}
