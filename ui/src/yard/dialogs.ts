/** The Yard's dialogs, fetched when they are opened. */
import { defineAsyncComponent } from 'vue'

export const NameDialog = defineAsyncComponent(() => import('./NameDialog.vue'))
export const WorkshopDialog = defineAsyncComponent(() => import('./WorkshopDialog.vue'))
