/* Part of the service worker: which builds' files stay in this browser. */
self.addEventListener('activate', (event) => {
  event.waitUntil(
    (async () => {
      const all = await caches.keys()
      const builds = all.filter((name) => /^gray-bridge-\d+-precache-/.test(name)).sort()
      const older = all.filter((name) => name === 'pages' || /^workbox-precache-/.test(name))
      await Promise.all([...builds.slice(0, -2), ...older].map((name) => caches.delete(name)))
    })(),
  )
})
