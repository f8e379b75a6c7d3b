/** Finding machines in the Yard. */
import type { Summary } from '../api/client'
import { plain, wordsOf } from '../app/words'

/** The machines whose name, work, plate or state holds every word. */
export function matching<T extends Pick<Summary, 'name' | 'does' | 'plate' | 'sentence' | 'next'>>(
  jobs: readonly T[],
  question: string,
  workshop: string,
): T[] {
  const words = wordsOf(question)
  return jobs.filter((j) => {
    const all = plain(`${workshop} ${j.name} ${j.does ?? ''} ${j.plate} ${j.sentence} ${j.next.text}`)
    return words.every((w) => all.includes(w))
  })
}

const order = ['stop', 'caution', 'open', 'note', 'good']

/** The machines against which something is said, gravest first. */
export const needing = <T extends Pick<Summary, 'grade'>>(jobs: readonly T[]): T[] =>
  jobs.filter((j) => order.indexOf(j.grade) < 3).sort((a, b) => order.indexOf(a.grade) - order.indexOf(b.grade))
