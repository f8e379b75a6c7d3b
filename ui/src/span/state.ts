/** Which state of the motor head, drawings and figures show: as it is now, or as wanted. */
import { inject, ref, type InjectionKey, type Ref } from 'vue'

export type StateID = 'now' | 'wanted'

export const shownStateKey: InjectionKey<Ref<StateID>> = Symbol('shown state')

export const useShownState = () => inject(shownStateKey, ref<StateID>('wanted'))

export const pointedKey: InjectionKey<Ref<string | undefined>> = Symbol('pointed')

/** What the hand points at, so that every drawing lights the same thing. */
export const usePointed = () => inject(pointedKey, ref<string>())
