import { Volume2 } from 'lucide-react'
import { useSettings } from '#app/platform/queries.ts'
import { buzz, chime } from '#app/platform/signals.ts'

/** Sounds and buzzes once, as a window will. */
export function SoundTest() {
  const settings = useSettings()
  return (
    <button
      className="button button-quiet min-h-16"
      onClick={() => {
        chime()
        if (settings.vibration) buzz()
      }}
    >
      <Volume2 className="size-5" aria-hidden /> Try the sound
    </button>
  )
}
