/** What a role may enter of a job: the server asks again when it is stored. */
import type { Role } from '../api/client'
import { notes, plans } from '../desk/person'
import { entryOf } from './entries'

/** Whether a role may enter something at a path of the document; without a path, anything. */
export const mayEnter = (role: Role, path?: string) =>
  plans(role) ||
  (path !== undefined && notes(role) && !!entryOf(path.replace(/^machines\.[^.]+\./, 'machines.*.'))?.reading)

export const readsOnly: Partial<Record<Role, string>> = {
  helper: 'As helper you enter readings, ticks and photographs here; the plan is the makers’.',
  reviewer: 'As reviewer you read, remark and approve; entries are the makers’.',
  guest: 'You read this by a guest’s link; nothing can be changed.',
}
