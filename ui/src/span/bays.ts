/**
 * The bays of a job. Each is loaded when it is first opened, and the others while nothing else is done, so that a
 * machine that was opened is there whole when the network goes.
 */
import { defineAsyncComponent, type Component } from 'vue'
import BayWaits from './BayWaits.vue'
import BayMissing from './BayMissing.vue'

type Load = () => Promise<{ default: Component }>

const loads: Record<string, Load> = {
  supply: () => import('../supply/SupplyBay.vue'),
  protection: () => import('../protection/ProtectionBay.vue'),
  bridge: () => import('./BridgeBay.vue'),
  leads: () => import('../leads/LeadsBay.vue'),
  motor: () => import('../plate/PlateBay.vue'),
  load: () => import('../load/LoadBay.vue'),
}
/** A brushed motor has a plate and leads of its own. */
const brushed: Record<string, Load> = {
  leads: () => import('../leads/BrushedBay.vue'),
  motor: () => import('../plate/DirectPlate.vue'),
}
const bridges: Record<string, Load> = {
  capacitor: () => import('../capacitor/CapacitorBay.vue'),
  rotary: () => import('../rotary/RotaryBay.vue'),
  drive: () => import('../drive/DriveBay.vue'),
  dc: () => import('../dc/DirectBay.vue'),
}

/** A part that could not be loaded is asked for again before it is said to be missing. */
const tries = 4
const lazily = (loader: Load): Component =>
  defineAsyncComponent({
    loader,
    loadingComponent: BayWaits,
    errorComponent: BayMissing,
    delay: 200,
    onError: (_error, retry, fail, attempts) => {
      if (attempts < tries) setTimeout(retry, 400 * attempts)
      else fail()
    },
  })
const all = (of: Record<string, Load>) => Object.fromEntries(Object.entries(of).map(([k, load]) => [k, lazily(load)]))

export const bays = all(loads)
export const brushedBays = all(brushed)
export const bridgeBays = all(bridges)

/** Loads every bay that is not there yet, one after the other; what cannot be loaded now is asked for when opened. */
export async function loadAhead() {
  for (const load of [loads, bridges, brushed].flatMap((of) => Object.values(of))) {
    try {
      await load()
    } catch {
      return
    }
  }
}
