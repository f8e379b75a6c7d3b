/** The parts of a plan, fetched after the bay they stand under. */
import { defineAsyncComponent } from 'vue'

export const PartsList = defineAsyncComponent(() => import('./PartsList.vue'))
