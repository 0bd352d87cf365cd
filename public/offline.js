/* Keeps the built app on the device, so that the bench works with the network gone. */
const files = '/offline-files.json'
const prefix = 'nublo-'

async function keep() {
  const answer = await fetch(files, { cache: 'no-store' })
  const text = await answer.text()
  const digest = await crypto.subtle.digest('SHA-256', new TextEncoder().encode(text))
  const name =
    prefix +
    [...new Uint8Array(digest)]
      .slice(0, 8)
      .map((byte) => byte.toString(16).padStart(2, '0'))
      .join('')
  const store = await caches.open(name)
  await store.addAll(JSON.parse(text))
  for (const old of await caches.keys()) if (old.startsWith(prefix) && old !== name) await caches.delete(old)
}

async function answer(request) {
  if (request.mode === 'navigate') {
    try {
      return await fetch(request)
    } catch {
      return (await caches.match('/')) ?? Response.error()
    }
  }
  return (await caches.match(request)) ?? fetch(request)
}

self.addEventListener('install', (event) => event.waitUntil(keep().then(() => self.skipWaiting())))
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()))
self.addEventListener('fetch', (event) => {
  const { pathname, origin } = new URL(event.request.url)
  if (event.request.method === 'GET' && origin === location.origin && !pathname.startsWith('/api/')) {
    event.respondWith(answer(event.request))
  }
})
