/** Takes a file of a machine in, and says how far it is. */
import { ref } from 'vue'
import { bringLife, type LifeStep } from '../api/bringup'
import { api, newChangeID } from '../api/client'

export function takingIn() {
  const taking = ref('')
  async function take(workshop: string, file: File) {
    const says = (how: string) => (taking.value = `Taking in ${file.name}${how}`)
    says('…')
    const told = (s: LifeStep) => s.step && says(`: ${s.step}${s.of ? ` ${s.done} of ${s.of}` : ''}`)
    try {
      const life = /\.zip$/i.test(file.name)
      return await (life ? bringLife : api.importJob)(workshop, newChangeID(), file, told)
    } finally {
      taking.value = ''
    }
  }
  return { taking, take }
}
