import { useSyncExternalStore } from 'react'

/** Whether the device gives a notice while the page is out of sight; `none` where the browser knows no notices. */
export type Notices = 'granted' | 'denied' | 'default' | 'none'

function noticesNow(): Notices {
  return typeof Notification === 'undefined' ? 'none' : Notification.permission
}

const watchers = new Set<() => void>()

/** Whether notices may be given; as it is by now, once it was asked for. */
export function useNotices(): Notices {
  return useSyncExternalStore(
    (watch) => {
      watchers.add(watch)
      return () => watchers.delete(watch)
    },
    noticesNow,
    () => 'none' as const,
  )
}

/** Asks for notices, by a tap; does nothing where the browser has none, or was asked before. */
export async function askForNotices(): Promise<void> {
  if (noticesNow() !== 'default') return
  await Notification.requestPermission().catch(() => 'denied')
  for (const watch of watchers) watch()
}

/** A notice, while the page is out of sight and where the browser allows it; one that comes later replaces it. */
export async function notice(text: string): Promise<void> {
  if (document.visibilityState === 'visible' || noticesNow() !== 'granted') return
  const options = { tag: 'nublo-pour', requireInteraction: true }
  const worker = await navigator.serviceWorker?.getRegistration().catch(() => undefined)
  // A phone shows only those of a worker.
  if (worker) return worker.showNotification(text, options).catch(() => undefined)
  try {
    const told = new Notification(text, options)
    told.onclick = () => window.focus()
  } catch {
    // None is shown then: the gate has offered the windows as a calendar file.
  }
}
