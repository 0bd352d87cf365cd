import type { RoomStep } from '../resin/index.ts'
import type { Reading } from './reading.ts'

/** The room as it was read: what it became and when, and readings that no room does. */
export interface ReadRooms {
  readonly steps: readonly RoomStep[]
  readonly contradictions: readonly Reading[]
}

/** A heated room does not change by more at once; what says so wants a second reading like it. */
const JUMP_K = 10
const LIKE_IT_K = 2
/** Less is the sensor's own noise. */
const NOTICED_K = 0.3

/** Room readings as boundaries: each is the room from its minute on, not a belief about a constant. */
export function roomsRead(readings: readonly Reading[], plannedC: number): ReadRooms {
  const rooms = readings
    .flatMap((reading) => (reading.kind === 'room' ? [reading] : []))
    .sort((one, other) => one.atMin - other.atMin)
  const steps: RoomStep[] = []
  const contradictions: Reading[] = []
  let nowC = plannedC
  rooms.forEach((reading, k) => {
    const { tempC, atMin } = reading
    const alike = rooms.some((other, j) => j !== k && Math.abs(other.tempC - tempC) <= LIKE_IT_K)
    if (Math.abs(tempC - nowC) > JUMP_K && !alike) {
      contradictions.push(reading)
      return
    }
    if (Math.abs(tempC - nowC) < NOTICED_K) return
    steps.push({ fromMin: Math.max(0, atMin), tempC })
    nowC = tempC
  })
  return { steps, contradictions }
}
