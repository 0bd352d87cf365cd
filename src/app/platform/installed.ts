import type { StudioDatabase } from '#data/database.ts'
import { eventsOf } from '#data/events.ts'
import { isLive, readPour } from '#core/runsheet/index.ts'

const WORKER = '/offline.js'
const PATIENCE_MS = 4000
/** A pour without a mark for so long is not live. */
const LOOKED_BACK_MS = 86_400_000

/**
 * Switches to a new build that lies ready when the app opens, and only while no pour is live; the answer is true where it did, and the page is to be
 * loaded again.
 */
export async function switchWhenReady(db: StudioDatabase, nowMs: number): Promise<boolean> {
  if (!('serviceWorker' in navigator)) return false
  const here = await navigator.serviceWorker.getRegistration()
  return here?.waiting ? switchTo(here.waiting, db, nowMs) : false
}

/** Keeps the app on the device, or looks for a newer build of it, once the first opening is over: it wants the same files, and comes first. */
export function keepInstalled(): void {
  if (!('serviceWorker' in navigator)) return
  const keep = async () => {
    const here = await navigator.serviceWorker.getRegistration()
    await (here ? here.update() : navigator.serviceWorker.register(WORKER))
  }
  setTimeout(() => void keep().catch(() => undefined), AFTER_MS)
}

const AFTER_MS = 3000

/** Switches to a build that lies ready; false where a pour is live, or where it did not come about in time. */
export async function switchTo(ready: ServiceWorker, db: StudioDatabase, nowMs: number): Promise<boolean> {
  if (await isPourLive(db, nowMs)) return false
  const switched = new Promise<true>((resolve) =>
    navigator.serviceWorker.addEventListener('controllerchange', () => resolve(true), { once: true }),
  )
  ready.postMessage('switch')
  return Promise.race([
    switched,
    new Promise<false>((resolve) => setTimeout(() => resolve(false), PATIENCE_MS)),
  ])
}

/** Tells when a new build lies ready while the app is open; the answer ends that. */
export function onNewBuild(tell: (ready: ServiceWorker) => void): () => void {
  const over = new AbortController()
  const told = (worker: ServiceWorker | null) => {
    // The first build of a device is no news.
    if (worker && navigator.serviceWorker.controller) tell(worker)
  }
  const follow = (here: ServiceWorkerRegistration) => {
    told(here.waiting)
    here.addEventListener(
      'updatefound',
      () => {
        const { installing } = here
        installing?.addEventListener(
          'statechange',
          () => installing.state === 'installed' && told(installing),
          { signal: over.signal },
        )
      },
      { signal: over.signal },
    )
  }
  if ('serviceWorker' in navigator) void navigator.serviceWorker.ready.then(follow, () => undefined)
  return () => over.abort()
}

async function isPourLive(db: StudioDatabase, nowMs: number): Promise<boolean> {
  const recent = await db.events.filter(({ event }) => event.atMs > nowMs - LOOKED_BACK_MS).toArray()
  for (const batchId of new Set(recent.map((row) => row.batchId)))
    if (isLive(readPour(await eventsOf(db, batchId)), nowMs)) return true
  return false
}
