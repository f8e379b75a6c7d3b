/** The roles as they are chosen from, the widest first. */
import type { Role } from '../api/client'

const roles: { role: Role; name: string; about: string }[] = [
  { role: 'owner', name: 'Owner', about: 'Everything: settings, people, links, and what is deleted for good.' },
  { role: 'maker', name: 'Maker', about: 'Plans every machine, takes readings, keeps the stores.' },
  {
    role: 'helper',
    name: 'Helper',
    about: 'Enters readings, ticks and photographs, of the machines that are given, and sees no other.',
  },
  {
    role: 'reviewer',
    name: 'Reviewer',
    about: 'Reads everything, remarks on it and approves a machine as it stands: an electrician.',
  },
  { role: 'guest', name: 'Guest', about: 'Reads by a link until its day.' },
]

const roleOf = (role: Role) => roles.find((r) => r.role === role)!
export const roleName = (role: Role) => roleOf(role).name
export const aboutRole = (role: Role) => roleOf(role).about

/** The roles of who has an account, to choose from. */
export const workerRoles = roles.filter((r) => r.role !== 'guest').map((r) => ({ value: r.role, label: r.name }))
