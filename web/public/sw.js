// Keeps the page and its files for the site view, so that a reload without signal still opens. Data has its own keeping.
const KEEP = 'trellis-page-1'
self.addEventListener('install', (event) => {
  event.waitUntil(caches.open(KEEP).then((cache) => cache.add('/')).then(() => self.skipWaiting()))
})
self.addEventListener('activate', (event) => {
  event.waitUntil(self.clients.claim())
})
self.addEventListener('message', (event) => {
  if (event.data && Array.isArray(event.data.keep)) {
    event.waitUntil(
      caches.open(KEEP).then((cache) =>
        Promise.all(event.data.keep.map((url) => cache.match(url).then((hit) => hit || cache.add(url).catch(() => {})))),
      ),
    )
  }
})
// A page of another release names other files: those of the one before are let go, so that the store does not grow.
async function renew(page) {
  const cache = await caches.open(KEEP)
  const before = await cache.match('/')
  const [now, then] = [await page.clone().text(), before ? await before.text() : '']
  if (now !== then) {
    const kept = await cache.keys()
    await Promise.all(
      kept.map(async ({ url }) => now.includes(new URL(url).pathname) || url.endsWith('/') || (await cache.delete(url))),
    )
  }
  await cache.put('/', page)
}
self.addEventListener('fetch', (event) => {
  const url = new URL(event.request.url)
  if (event.request.method !== 'GET' || url.origin !== self.location.origin || url.pathname.startsWith('/api/')) return
  if (event.request.mode === 'navigate') {
    event.respondWith(
      fetch(event.request)
        .then((answer) => {
          if (answer.ok) event.waitUntil(renew(answer.clone()))
          return answer
        })
        .catch(() => caches.match('/')),
    )
    return
  }
  if (url.pathname.startsWith('/static/')) {
    event.respondWith(
      caches.match(event.request).then(
        (hit) =>
          hit ||
          fetch(event.request).then((answer) => {
            const copy = answer.clone()
            if (answer.ok) caches.open(KEEP).then((cache) => cache.put(event.request, copy))
            return answer
          }),
      ),
    )
  }
})
