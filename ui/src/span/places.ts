/** The places of the machine that is worked on: the weighing, the review, the card, the bring-up, the log. */
import { useRouter } from 'vue-router'
import type { Deed } from '../desk/palette'
import type { OpenJob } from '../job/open'
import { ownersWords } from '../symptom/spoken'

const names = {
  weigh: { text: 'Weigh the bridges', more: 'which why capacitor converter drive compare' },
  review: { text: 'Page for an electrician’s review', more: 'licensed approve comment questions' },
  card: { text: 'Card for the machine', more: 'print connection' },
  'bring-up': { text: 'Bring-up', more: 'gates readings phone measure start first run' },
  desk: {
    text: 'Something is wrong: the symptom desk',
    more: ownersWords,
  },
  log: { text: 'Log', more: 'book history entries readings months photographs' },
}
export type PlaceName = keyof typeof names

export function usePlaces(id: string, job: OpenJob) {
  const router = useRouter()
  const at = (name: PlaceName) => ({
    name,
    params: { id },
    query: (job.document.value?.machines.length ?? 0) > 1 ? { machine: job.machine.value?.id } : {},
  })
  const to = (name: PlaceName) => () => void router.push(at(name))
  const deeds: Deed[] = (Object.keys(names) as PlaceName[]).map((name) => ({
    kind: 'place',
    ...names[name],
    run: to(name),
  }))
  return { at, to, deeds }
}
