import { seededRandom } from '#core/numeric/index.ts'
import { normalPair, type Course } from '#core/timing/index.ts'
import type { FeedSample, Trouble } from '../../contract/instruments.ts'
import { hiddenCourse, hiddenTruth, type FollowedPour } from './hiddenPour.ts'
import { pouredSoFarG, strokeOf, type Stroke } from './pouringHand.ts'

/** Where the bench takes its time and chance from; tests put their own in. */
export interface BenchTools {
  readonly nowMs: () => number
  readonly seed: number
}

export type BenchOrder =
  | { readonly do: 'follow'; readonly minute: number; readonly pour: FollowedPour }
  | { readonly do: 'pour'; readonly targetG: number }
  | { readonly do: 'tare' }
  | { readonly do: 'trouble'; readonly trouble: Trouble }

export interface SimulatedBench {
  readonly obey: (order: BenchOrder) => void
  /** What the instruments show now; empty while they are unplugged. */
  readonly samples: () => readonly FeedSample[]
}

const PROBE_NOISE_K = 0.3
const ROOM_NOISE_K = 0.1
const AIR_C = 21
const SCALE_STEP_G = 0.1
const HOUR_MS = 3_600_000

/** A probe, a scale and a room sensor that behave as real ones would around a pour whose truth is hidden. */
export function createBench({ nowMs, seed }: BenchTools): SimulatedBench {
  const chance = seededRandom(seed)
  const truth = hiddenTruth(seed)
  let followed: { pour: FollowedPour; course: Course; minute: number; toldAtMs: number } | null = null
  let strokes: readonly Stroke[] = []
  let tareG = 0
  let trouble: Trouble = 'none'
  let seq = 0

  const loadG = () => strokes.reduce((sum, stroke) => sum + pouredSoFarG(stroke, nowMs()), 0)
  const roomC = () => (followed ? followed.course.roomTempC : AIR_C)
  const probeC = () => {
    if (!followed) return AIR_C
    const { course, minute, toldAtMs } = followed
    const now = Math.max(0, minute + (nowMs() - toldAtMs) / 60_000)
    return course.life.tempAt(Math.min(now, course.life.toMin))
  }
  const noise = (sd: number) => sd * normalPair(chance)[0]

  const obey = (order: BenchOrder): void => {
    switch (order.do) {
      case 'follow': {
        const same = followed && JSON.stringify(followed.pour) === JSON.stringify(order.pour)
        const course = same ? followed!.course : hiddenCourse(order.pour, truth)
        followed = { pour: order.pour, course, minute: order.minute, toldAtMs: nowMs() }
        return
      }
      case 'pour':
        // A hand finishes one pouring before it begins the next.
        if (strokes.some((stroke) => pouredSoFarG(stroke, nowMs()) < stroke.landsG)) return
        strokes = [...strokes, strokeOf(order.targetG, nowMs(), chance)]
        return
      case 'tare':
        tareG = loadG()
        return
      case 'trouble':
        trouble = order.trouble
        return
      default:
        return order satisfies never
    }
  }

  const samples = (): readonly FeedSample[] => {
    if (trouble === 'unplugged') return []
    seq += 1
    const shared = { v: 1, atMs: nowMs() - (trouble === 'clock' ? HOUR_MS : 0), seq } as const
    const warmth = (value: number) => temperatureAs(trouble, value)
    return [
      {
        ...shared,
        instrument: 'bench-probe',
        name: 'Cup probe',
        kind: 'thermometer',
        ...(trouble === 'nonsense' ? { value: 851, unit: 'C' } : warmth(probeC() + noise(PROBE_NOISE_K))),
      },
      {
        ...shared,
        instrument: 'bench-scale',
        name: 'Bench scale',
        kind: 'scale',
        value: trouble === 'nonsense' ? null : rounded(loadG() - tareG, SCALE_STEP_G),
        unit: 'g',
      },
      {
        ...shared,
        instrument: 'bench-room',
        name: 'Room sensor',
        kind: 'room',
        ...warmth(roomC() + noise(ROOM_NOISE_K)),
      },
    ]
  }
  return { obey, samples }
}

/** In the unit it is set to; "unlabelled" was switched to Fahrenheit and still says C. */
function temperatureAs(trouble: Trouble, valueC: number): Pick<FeedSample, 'value' | 'unit'> {
  const inF = trouble === 'fahrenheit' || trouble === 'unlabelled'
  return {
    value: rounded(inF ? valueC * 1.8 + 32 : valueC, 0.1),
    unit: trouble === 'fahrenheit' ? 'F' : 'C',
  }
}

function rounded(value: number, step: number): number {
  return Number((Math.round(value / step) * step).toFixed(3))
}
