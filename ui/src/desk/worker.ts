/** Makes the pages open without a network once a machine was pinned on this device, or the reference was opened. */
let asked = false

export async function openWithoutNetwork(): Promise<void> {
  const workers = (navigator as { serviceWorker?: ServiceWorkerContainer }).serviceWorker
  if (asked || !workers || !import.meta.env.PROD) return
  asked = true
  try {
    await workers.register('/sw.js', { scope: '/' })
    await workers.ready
  } catch {
    asked = false // a page on a plain address has none: the pinned machine still opens while the page stands
  }
}
