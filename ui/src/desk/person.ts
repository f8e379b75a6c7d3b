/** Who works in this browser: a name chosen from the workshop's people. No log-in. */
import { ref } from 'vue'
import { api } from '../api/client'

export const person = ref('')

let asked = false
export async function askPerson() {
  if (asked) return
  asked = true
  person.value = (await api.person().catch(() => ({ name: '' }))).name
}

export async function choosePerson(name: string) {
  person.value = (await api.choosePerson(name)).name
}
