/** A sheet of settings compared with what it said at another revision. */
import { ref, shallowRef } from 'vue'
import { api, type Plan, type RevisionLine } from '../api/client'
import { useJob } from '../job/open'

export interface Setting {
  id: string
  name: string
  value: string
  /** What stands there where the sheet has no such row. */
  otherwise: string
}

export function useVersions(sheet: (p: Plan | undefined) => Setting[]) {
  const job = useJob()
  const version = ref('')
  const versions = shallowRef<RevisionLine[]>([])
  const changed = shallowRef<string[]>()

  async function lookUp() {
    if (!versions.value.length) versions.value = (await api.history(job.id)).revisions.slice(1)
  }

  async function compare() {
    changed.value = undefined
    if (!version.value) return
    const was = new Map(sheet((await api.revision(job.id, Number(version.value))).plan).map((r) => [r.id, r]))
    const now = new Map(sheet(job.plan.value).map((r) => [r.id, r]))
    changed.value = [...new Set([...was.keys(), ...now.keys()])]
      .filter((c) => was.get(c)?.value !== now.get(c)?.value)
      .map((c) => {
        const row = now.get(c) ?? was.get(c)!
        return `${row.name}: ${was.get(c)?.value ?? row.otherwise} → ${now.get(c)?.value ?? row.otherwise}`
      })
  }
  return { version, versions, changed, lookUp, compare }
}
