import { saveSettings } from '#data/shelfCommands.ts'
import type { Settings } from '#schema/studio.ts'
import { useSay } from '#app/components/undo.tsx'
import { useSettings } from '#app/platform/queries.ts'
import { usePlatform } from '#app/platform/studio.tsx'

/** The settings, and how one is changed: kept at once, or said why not. */
export function useSettingsChange(): {
  readonly settings: Settings
  readonly change: (changes: Partial<Settings>) => void
} {
  const { db } = usePlatform()
  const settings = useSettings()
  const say = useSay()
  const change = (changes: Partial<Settings>) =>
    void saveSettings(db, { ...settings, ...changes }).catch((problem: Error) => say(problem.message))
  return { settings, change }
}
