/** The Yard's dialogs, fetched when they are opened. */
import { whenOpened } from '../desk/ever'

export const NameDialog = whenOpened(() => import('./NameDialog.vue'))
export const WorkshopDialog = whenOpened(() => import('./WorkshopDialog.vue'))
