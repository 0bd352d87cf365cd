import { Link } from 'react-router'
import { useBackup } from '#app/platform/backup.ts'
import { backUpNow, useBackupFolder } from '#app/platform/backupFolder.ts'
import { useSay } from '#app/components/undo.tsx'
import { usePlatform } from '#app/platform/studio.tsx'

/** Reminds, once, of a backup when enough is new. */
export function BackupReminder() {
  const { due, fresh, later } = useBackup()
  const folder = useBackupFolder()
  const { db, nowMs } = usePlatform()
  const say = useSay()
  if (!due) return null
  return (
    <p
      className="bg-sunken mb-4 flex flex-wrap items-center gap-3 rounded-xl px-4 py-3"
      role="status"
      data-backup-due
    >
      <span className="min-w-56 flex-1">
        {fresh} {fresh === 1 ? 'piece is' : 'pieces are'} written down on this device alone.
      </span>
      {folder ? (
        <button
          className="button button-quiet"
          onClick={() => void backUpNow(db, nowMs()).catch((problem: Error) => say(problem.message))}
        >
          Back up into {folder.handle.name}
        </button>
      ) : (
        <Link className="button button-quiet" to="/studio">
          Back up
        </Link>
      )}
      <button className="button button-quiet" onClick={later}>
        Later
      </button>
    </p>
  )
}
