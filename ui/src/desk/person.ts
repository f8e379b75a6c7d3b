/**
 * Who works in this browser, and what may be done: an account that has logged in where the
 * server is shared, else a name chosen from the workshop's people.
 */
import { computed, reactive } from 'vue'
import { api, atTheDoor, type Role } from '../api/client'
import { door, type Whoever } from '../api/people'

export const me = reactive<Whoever & { asked: boolean }>({
  asked: false,
  name: '',
  shared: false,
  in: true,
  keeper: true,
  guest: false,
  roles: [],
})

/** Somebody has to log in before anything is shown. */
export const outside = computed(() => me.shared && !me.in)

const remembered = 'gray-bridge-person'
const remember = () => localStorage.setItem(remembered, JSON.stringify({ name: me.name, shared: me.shared }))
const known = () => JSON.parse(localStorage.getItem(remembered) ?? '{}') as Partial<Whoever>

let asking: Promise<void> | undefined
export function askPerson(anew = false): Promise<void> {
  if (!asking || anew)
    asking = api
      .person()
      .then((p) => {
        Object.assign(me, p, { asked: true })
        remember()
      })
      // Without a network it is whoever it was: what is entered at the machine goes under that name.
      .catch(() => void Object.assign(me, known(), { asked: true }))
  return asking
}

atTheDoor.shut = () => {
  if (!me.shared || me.in) void askPerson(true)
}

export async function choosePerson(name: string) {
  me.name = (await api.choosePerson(name)).name
  remember()
}

export async function logOut() {
  await door.logOut()
  await askPerson(true)
}

/** What the roles may, as core/people says it; the server asks again at each deed. */
const planners: Role[] = ['owner', 'maker']
export const plans = (role: Role | undefined) => !role || planners.includes(role)
export const owns = (role: Role | undefined) => !role || role === 'owner'
export const notes = (role: Role | undefined) => plans(role) || role === 'helper'
export const remarksOn = (role: Role | undefined) => plans(role) || role === 'reviewer'

/** What this browser or phone is called in the list of devices. */
export function deviceName(agent = navigator.userAgent): string {
  const on = (
    [
      [/iPhone/, 'iPhone'],
      [/iPad/, 'iPad'],
      [/Android/, /Mobile/.test(agent) ? 'Android phone' : 'Android tablet'],
      [/Windows/, 'Windows'],
      [/Mac OS/, 'Mac'],
      [/Linux|X11/, 'Linux'],
    ] as [RegExp, string][]
  ).find(([word]) => word.test(agent))
  const by = (
    [
      [/Firefox/, 'Firefox'],
      [/Edg/, 'Edge'],
      [/Chrome|Chromium/, 'Chromium'],
      [/Safari/, 'Safari'],
    ] as [RegExp, string][]
  ).find(([word]) => word.test(agent))
  return [by?.[1] ?? 'a browser', on && `on ${on[1]}`].filter(Boolean).join(' ')
}
