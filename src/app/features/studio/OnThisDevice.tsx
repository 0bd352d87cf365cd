import { useQuery } from '@tanstack/react-query'
import { eachPicture } from '#data/studioCommands.ts'
import { askToPersist, storageUse, useBackup } from '#app/platform/backup.ts'
import { FolderBackups } from './FolderBackups.tsx'
import { usePlatform } from '#app/platform/studio.tsx'
import { whenOf } from '#app/components/when.ts'

const MB = 1024 * 1024

/** How much the studio takes here, what of it are pictures, whether the browser keeps it, and when it was last saved to a file. */
export function OnThisDevice() {
  const { db, nowMs } = usePlatform()
  const { lastAtMs, fresh } = useBackup()
  const use = useQuery({ queryKey: ['storage'], queryFn: storageUse, gcTime: 0 })
  const pictures = useQuery({ queryKey: ['pictureBytes'], queryFn: () => pictureBytes(db), gcTime: 0 })
  const { usedBytes = null, persisted = false } = use.data ?? {}
  const ask = async () => {
    await askToPersist()
    await use.refetch()
  }
  return (
    <div className="text-sm" data-on-this-device>
      <p>
        {usedBytes === null
          ? 'The browser does not say how much is used'
          : `${printMb(usedBytes)} on this device`}
        {pictures.data !== undefined && `, ${printMb(pictures.data)} of it pictures`}.{' '}
        {persisted
          ? 'The browser keeps it when space runs low.'
          : 'The browser may clear it when space runs low: a backup is the only safe copy.'}
      </p>
      <p className="mt-1">{wordBackup(lastAtMs === null ? null : whenOf(lastAtMs, nowMs()), fresh)}</p>
      <FolderBackups />
      {use.data && !persisted && (
        <button className="button button-quiet mt-2" onClick={() => void ask()}>
          Ask the browser to keep it
        </button>
      )}
    </div>
  )
}

/** "Last backed up 17:40; 3 pieces written down since." */
function wordBackup(when: string | null, fresh: number): string {
  const pieces = `${fresh} ${fresh === 1 ? 'piece' : 'pieces'}`
  if (when === null)
    return fresh > 0 ? `Never backed up yet; ${pieces} written down here alone.` : 'Never backed up yet.'
  return fresh > 0 ? `Last backed up ${when}; ${pieces} written down since.` : `Last backed up ${when}.`
}

async function pictureBytes(db: Parameters<typeof eachPicture>[0]): Promise<number> {
  let sum = 0
  for await (const { bytes } of eachPicture(db)) sum += bytes.length
  return sum
}

function printMb(bytes: number): string {
  return bytes < MB ? `${Math.ceil(bytes / 1024)} KB` : `${(bytes / MB).toFixed(bytes < 100 * MB ? 1 : 0)} MB`
}
