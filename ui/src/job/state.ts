/** Which state of the motor head, drawings and figures show: as it is now, as wanted, or with a classic mistake made. */
import { inject, ref, type ComputedRef, type InjectionKey, type Ref } from 'vue'
import type { State, Views } from '../api/client'

export type StateID = 'now' | 'wanted' | 'mistake'

/** The state shown, everywhere the same, with its drawings. */
export interface Shown {
  id: StateID
  state: State
  views: Views
}

export const shownKey: InjectionKey<ComputedRef<Shown>> = Symbol('shown')

export function useShown(): ComputedRef<Shown> {
  const shown = inject(shownKey)
  if (!shown) throw new Error('no state is shown here')
  return shown
}

export const pointedKey: InjectionKey<Ref<string | undefined>> = Symbol('pointed')

/** What the hand points at, so that every drawing lights the same thing. */
export const usePointed = () => inject(pointedKey, ref<string>())
