/** Where a new machine may stand: a workshop of one's own, never one of the examples; who has none gets one. */
import { api, newChangeID, type Workshop, type YardWorkshop } from '../api/client'
import { me, plans } from './person'

export const ownShops = (all: readonly YardWorkshop[]) => all.filter((w) => !w.example && plans(w.role))
export const mayBegin = (all: readonly YardWorkshop[]) => ownShops(all).length > 0 || me.keeper

const founded = newChangeID()
/** The workshop that was chosen, or one's own first one, made as the browser's region has it where nothing is said. */
export async function ground(chosen: string, settings?: Workshop): Promise<string> {
  if (chosen) return chosen
  const shop = settings ?? (await api.firstPlate('', navigator.language)).workshop
  return (await api.createWorkshop({ settings: { ...shop }, people: [] }, founded)).id
}
