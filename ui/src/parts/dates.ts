/** Moments as people here write them. */
type Month = 'short' | 'long'

const clock = { hour: '2-digit', minute: '2-digit' } as const

/** The year is said of other years alone. */
const ofYear = (at: string | Date) =>
  new Date(at).getFullYear() === new Date().getFullYear() ? {} : ({ year: 'numeric' } as const)

/** Day and time, of what is near. */
export const when = (at: string | Date, month: Month = 'short') =>
  new Date(at).toLocaleString([], { day: 'numeric', month, ...ofYear(at), ...clock })

/** Day, year and time, of what stays. */
export const signedAt = (at: string) =>
  new Date(at).toLocaleString([], { day: 'numeric', month: 'short', year: 'numeric', ...clock })

/** The day alone. */
export const day = (at: string, month: Month = 'short') =>
  new Date(at).toLocaleDateString([], { day: 'numeric', month, ...ofYear(at) })
