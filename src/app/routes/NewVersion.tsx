import { useEffect, useState } from 'react'
import { onNewBuild, switchTo } from '#app/platform/installed.ts'
import { usePlatform } from '#app/platform/studio.tsx'

/** A new version lies ready beside the one in use. It is opened when someone says so, and never over a live pour. */
export function NewVersion() {
  const { db, nowMs } = usePlatform()
  const [ready, setReady] = useState<ServiceWorker | null>(null)
  const [waits, setWaits] = useState(false)
  useEffect(() => onNewBuild(setReady), [])
  if (!ready) return null
  const open = async () => {
    if (await switchTo(ready, db, nowMs())) location.reload()
    else setWaits(true)
  }
  return (
    <p
      className="no-print bg-sunken flex flex-wrap items-center gap-3 px-4 py-2 text-sm"
      role="status"
      data-new-version
    >
      {waits
        ? 'A pour is live: the new version waits until it is over.'
        : 'A new version of Nublo lies ready on this device.'}
      {!waits && (
        <button className="button button-quiet" onClick={() => void open()}>
          Open it
        </button>
      )}
    </p>
  )
}
