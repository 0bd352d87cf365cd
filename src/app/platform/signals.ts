import { useEffect, useRef } from 'react'
import { notice } from './notices.ts'
import { useSettings } from './queries.ts'

/** Two short tones, the second higher; silence where the browser has no sound. */
export function chime(): void {
  void play([523.25, 783.99], 0.2)
}

/** One low knock: a mark was taken. */
export function tick(): void {
  void play([196], 0.06)
}

/** Opening the device's sound holds a page up for some 50 ms (by a profile): it is opened once, and rests while nothing sounds. */
let sound: AudioContext | null = null
let sounding = 0
/** A browser lets no page sound before it was touched; what would be heard so late tells nothing any more. */
const HEARD_WITHIN_MS = 500

async function play(tones: readonly number[], lastsS: number): Promise<void> {
  if (typeof AudioContext === 'undefined') return
  sound ??= new AudioContext()
  const context = sound
  const askedMs = performance.now()
  sounding++
  await context.resume()
  if (performance.now() - askedMs > HEARD_WITHIN_MS) return rest(context)
  for (const [k, hertz] of tones.entries()) {
    const tone = context.createOscillator()
    const volume = context.createGain()
    const beginS = context.currentTime + k * (lastsS + 0.02)
    tone.frequency.value = hertz
    volume.gain.setValueAtTime(0.0001, beginS)
    volume.gain.exponentialRampToValueAtTime(0.3, beginS + lastsS / 10)
    volume.gain.exponentialRampToValueAtTime(0.0001, beginS + lastsS)
    tone.connect(volume).connect(context.destination)
    tone.start(beginS)
    tone.stop(beginS + lastsS + 0.02)
    if (k === tones.length - 1) tone.onended = () => void rest(context)
  }
}

async function rest(context: AudioContext): Promise<void> {
  sounding--
  if (sounding === 0) await context.suspend()
}

/**
 * Sounds and buzzes, as the settings have it, when one of those things begins while it is being watched; their names, with a space between. Out of
 * sight a notice says what it is.
 */
export function useSignal(going: string, says: string): void {
  const settings = useSettings()
  const last = useRef(going)
  useEffect(() => {
    const before = last.current.split(' ')
    last.current = going
    if (going.split(' ').every((each) => before.includes(each) || each === '')) return
    if (settings.sound) chime()
    if (settings.vibration) buzz()
    void notice(says)
  }, [going, says, settings])
}

/** A buzz, where the device can. */
export function buzz(): void {
  if ('vibrate' in navigator) navigator.vibrate([120, 80, 120])
}

/** Keeps the screen awake while it is wanted and the page is in sight; does nothing where the device cannot. */
export function useWakeLock(wanted: boolean): void {
  useEffect(() => {
    if (!wanted || !('wakeLock' in navigator)) return
    let lock: WakeLockSentinel | null = null
    let over = false
    const ask = async () => {
      if (document.visibilityState !== 'visible') return
      const granted = await navigator.wakeLock.request('screen').catch(() => null)
      if (over) void granted?.release()
      else lock = granted
    }
    void ask()
    document.addEventListener('visibilitychange', ask)
    return () => {
      over = true
      document.removeEventListener('visibilitychange', ask)
      void lock?.release()
    }
  }, [wanted])
}
