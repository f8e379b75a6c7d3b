/** What people say beside a machine, and its approvals: read, added to, answered. */
import { ref, shallowRef } from 'vue'
import { newChangeID } from '../api/client'
import { remarks, type Remark } from '../api/people'
import { useTried } from './tried'

/** What a reviewer said last of a machine as a whole, in a few words; empty where nobody did. */
export function decided(list: readonly Remark[]): { text: string; stale: boolean; good: boolean } | undefined {
  const last = list.filter((r) => r.kind !== 'remark').at(-1)
  if (!last) return undefined
  const good = last.kind === 'approval'
  const text = good
    ? last.stale
      ? 'changed since its approval'
      : `revision ${last.revision} approved by ${last.who}`
    : last.stale
      ? 'changed since it was sent back'
      : `sent back by ${last.who}: not yet, because ${last.words}`
  return { text, stale: last.stale, good }
}

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
    sendBack: () => done(() => remarks.sendBack(id, revision(), change, words.value.trim())),
    answered: (remark: string) => done(() => remarks.settle(id, remark)),
  }
}
