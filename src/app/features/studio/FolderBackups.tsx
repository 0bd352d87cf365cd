import { useState } from 'react'
import { useSay } from '#app/components/undo.tsx'
import { whenOf } from '#app/components/when.ts'
import {
  backUpNow,
  canKeepFolder,
  chooseFolder,
  letFolderGo,
  useBackupFolder,
} from '#app/platform/backupFolder.ts'
import { usePlatform } from '#app/platform/studio.tsx'
import type { BackupFolder } from '#data/database.ts'

/** The folder that backups go into by themselves; nothing where the browser keeps none. */
export function FolderBackups() {
  const { db, nowMs } = usePlatform()
  const folder = useBackupFolder()
  const [busy, setBusy] = useState(false)
  const say = useSay()
  if (!folder && !canKeepFolder()) return null
  const doing = (job: () => Promise<unknown>) => {
    setBusy(true)
    void job()
      .catch((problem: Error) => say(problem.message))
      .finally(() => setBusy(false))
  }
  if (!folder)
    return (
      <button
        className="button button-quiet mt-2"
        disabled={busy}
        onClick={() => doing(() => chooseFolder(db, nowMs()))}
      >
        Keep backups in a folder
      </button>
    )
  return (
    <div className="mt-2" data-backup-folder>
      <p>
        Backups go into the folder {folder.handle.name} by themselves, once a day when something is new; the
        latest twelve stay. {wordFolder(folder, nowMs())}
      </p>
      <div className="mt-2 flex flex-wrap gap-2">
        <button
          className="button button-quiet"
          disabled={busy}
          onClick={() => doing(() => backUpNow(db, nowMs()))}
        >
          Back up into it now
        </button>
        <button className="button button-quiet" disabled={busy} onClick={() => doing(() => letFolderGo(db))}>
          No longer
        </button>
      </div>
    </div>
  )
}

function wordFolder({ lastAtMs, trouble }: BackupFolder, nowMs: number): string {
  if (trouble === 'notAllowed') return 'The browser wants to be asked for it again: back up into it now.'
  if (trouble === 'notWritten')
    return 'The last one could not be written: is the folder there, with room in it?'
  return lastAtMs === null ? '' : `The last one ${whenOf(lastAtMs, nowMs)}.`
}
