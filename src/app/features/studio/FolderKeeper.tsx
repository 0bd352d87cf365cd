import { useFolderBackups } from '#app/platform/backupFolder.ts'

/** Backs up into the chosen folder, wherever in the app one is. */
export function FolderKeeper() {
  useFolderBackups()
  return null
}
