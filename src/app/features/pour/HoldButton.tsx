import { useEffect, useRef, useState, type KeyboardEvent, type ReactNode } from 'react'
import { useSay } from '#app/components/undo.tsx'

/** Long enough that no slip of a glove is taken for it (by eye). */
const HOLD_MS = 1200

interface HoldButtonProps {
  readonly className: string
  /** Said where it was only tapped. */
  readonly hint: string
  readonly onHeld: () => void
  readonly children: ReactNode
}

/** A button that has to be held: by a finger, or by its key. */
export function HoldButton({ className, hint, onHeld, children }: HoldButtonProps) {
  const say = useSay()
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null)
  const [held, setHeld] = useState(false)
  const begin = () => {
    if (timer.current !== null) return
    setHeld(true)
    timer.current = setTimeout(() => {
      end()
      onHeld()
    }, HOLD_MS)
  }
  const end = () => {
    if (timer.current !== null) clearTimeout(timer.current)
    timer.current = null
    setHeld(false)
  }
  const letGo = () => {
    if (timer.current !== null) say(hint)
    end()
  }
  useEffect(() => () => void (timer.current !== null && clearTimeout(timer.current)), [])
  const pressed = (event: KeyboardEvent, act: () => void) => {
    if (event.key !== 'Enter' && event.key !== ' ') return
    // Else the key would click as well.
    event.preventDefault()
    act()
  }
  return (
    <button
      className={`${className} ${held ? 'bg-sunken' : ''}`}
      aria-description={hint}
      onPointerDown={begin}
      onPointerUp={letGo}
      onPointerLeave={end}
      onPointerCancel={end}
      onContextMenu={(event) => event.preventDefault()}
      onKeyDown={(event) => pressed(event, () => !event.repeat && begin())}
      onKeyUp={(event) => pressed(event, letGo)}
      // A click of no finger and no key comes from what reads the screen out: that cannot hold.
      onClick={(event) => event.detail === 0 && onHeld()}
      onBlur={end}
    >
      {children}
    </button>
  )
}
