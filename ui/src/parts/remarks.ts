/** What people say beside a machine, and its approvals: read, added to, answered. */
import { ref, shallowRef } from 'vue'
import { newChangeID } from '../api/client'
import { remarks, type Remark } from '../api/people'
import { useTried } from './tried'

type Said = Promise<{ remarks: Remark[] }>

/** revision is the one that is looked at while somebody speaks. */
export function useRemarks(id: string, revision: () => number) {
  const list = shallowRef<Remark[]>([])
  const words = ref('')
  const { trouble, tried } = useTried()
  let change = newChangeID() // a repeat of a change is stored once

  async function done(work: () => Said): Promise<boolean> {
    if (!(await tried(async () => void (list.value = (await work()).remarks)))) return false
    words.value = ''
    change = newChangeID()
    return true
  }
  return {
    list,
    words,
    trouble,
    tried,
    /** bay is what the words are about; empty: the whole machine. */
    say: (bay: string) =>
      done(() =>
        remarks.add(id, revision(), change, { words: words.value.trim(), ...(bay && { bay: bay as 'supply' }) }),
      ),
    approve: () => done(() => remarks.approve(id, revision(), change, words.value.trim())),
    answered: (remark: string) => done(() => remarks.settle(id, remark)),
  }
}
