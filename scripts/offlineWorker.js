/* Keeps one whole build of the app on the device, so that the bench works with the server gone. Every build has its own list and its own cache. */
const build = '__BUILD__'
const files = JSON.parse('__FILES__')
const prefix = 'nublo-'
const own = prefix + build

/** The new build is fetched as a whole beside the one in use; it waits until the page says that no pour is live. */
async function fill() {
  const store = await caches.open(own)
  await store.addAll(files.map((file) => new Request(file, { cache: 'reload' })))
}

/** The build of before is kept: a tab that is still open on it finds its parts. */
async function letGo() {
  const kept = (await caches.keys()).filter((name) => name.startsWith(prefix) && name !== own)
  for (const name of kept.slice(0, -1)) await caches.delete(name)
}

/** Page and parts come from one build, whatever the server holds by now. */
async function answer(request) {
  const store = await caches.open(own)
  if (request.mode === 'navigate') return (await store.match('/')) ?? fetch(request)
  return (await store.match(request)) ?? (await caches.match(request)) ?? fetch(request)
}

self.addEventListener('install', (event) => event.waitUntil(fill()))
self.addEventListener('activate', (event) => event.waitUntil(letGo().then(() => self.clients.claim())))
self.addEventListener('message', (event) => {
  if (event.data === 'switch') void self.skipWaiting()
})
// What was told of a step brings the pour in front.
self.addEventListener('notificationclick', (event) => {
  event.notification.close()
  event.waitUntil(self.clients.matchAll({ type: 'window' }).then(([page]) => page?.focus()))
})
self.addEventListener('fetch', (event) => {
  const { pathname, origin } = new URL(event.request.url)
  if (event.request.method === 'GET' && origin === location.origin && !pathname.startsWith('/api/')) {
    event.respondWith(answer(event.request))
  }
})
