import { toInner, unitOf, UNIT_IDS, type UnitId } from '../units/index.ts'

export type InstrumentKind = 'thermometer' | 'scale' | 'room'

/** What an instrument sent, as it sent it. */
export interface RawSample {
  readonly instrument: string
  readonly name: string
  readonly kind: InstrumentKind
  readonly value: number | null
  readonly unit: string
  /** By the instrument's own clock. */
  readonly atMs: number
  /** Counts up by one with every sample of an instrument. */
  readonly seq: number
}

/** A sample that can be believed: C or g, at the instant it arrived by the app's own clock. */
export interface Sample {
  readonly instrument: string
  readonly name: string
  readonly kind: InstrumentKind
  readonly value: number
  readonly unit: UnitId
  readonly sentAtMs: number
  readonly seq: number
  readonly arrivedAtMs: number
  /** Worth telling, though the sample is good. */
  readonly remarks: readonly Remark[]
}

export type Remark = 'unitChanged' | 'clockMoved'

export type Refusal =
  | 'notANumber'
  | 'unknownUnit'
  | 'outOfRange'
  /** Exactly the last value in the other unit of temperature, without the unit saying so. */
  | 'looksLikeOtherUnit'
  /** Sent before the last one was. */
  | 'old'

export type Judged =
  | { readonly kind: 'good'; readonly sample: Sample }
  | { readonly kind: 'refused'; readonly why: Refusal; readonly raw: RawSample }

const DIMENSION = { thermometer: 'temperature', scale: 'mass', room: 'temperature' } as const
/** What such an instrument can show at a bench, in C or g. */
const RANGE: Readonly<Record<InstrumentKind, readonly [number, number]>> = {
  thermometer: [-20, 300],
  scale: [-2000, 20_000],
  room: [-10, 50],
}
const CLOCK_MOVED_MS = 5000
/** Two noisy figures of one probe, the second in the larger steps of Fahrenheit. */
const OTHER_UNIT_WITHIN_K = 2.5
const OTHER_UNIT_FROM_K = 10

/** The sample in C or g, or why it is not believed; `last` is the instrument's last good one. */
export function judgeSample(raw: RawSample, last: Sample | null, arrivedAtMs: number): Judged {
  const refuse = (why: Refusal): Judged => ({ kind: 'refused', why, raw })
  if (raw.value === null || !Number.isFinite(raw.value)) return refuse('notANumber')
  const id = UNIT_IDS.find((each) => each === raw.unit && unitOf(each).dimension === DIMENSION[raw.kind])
  if (!id) return refuse('unknownUnit')
  const value = toInner(raw.value, unitOf(id))
  const [least, most] = RANGE[raw.kind]
  if (value < least || value > most) return refuse('outOfRange')
  if (last && raw.seq <= last.seq && raw.atMs <= last.sentAtMs) return refuse('old')
  if (last && raw.kind !== 'scale' && id === last.unit && isOtherUnit(value, last.value))
    return refuse('looksLikeOtherUnit')
  return {
    kind: 'good',
    sample: {
      instrument: raw.instrument,
      name: raw.name,
      kind: raw.kind,
      value,
      unit: id,
      sentAtMs: raw.atMs,
      seq: raw.seq,
      arrivedAtMs,
      remarks: last ? remarksOn(raw, { id, last, arrivedAtMs }) : [],
    },
  }
}

/** A probe taken from air into warm resin may jump too, but not to just the figure of the other scale. */
function isOtherUnit(valueC: number, lastC: number): boolean {
  if (Math.abs(valueC - lastC) < OTHER_UNIT_FROM_K) return false
  const asF = lastC * 1.8 + 32
  const asC = (lastC - 32) / 1.8
  return Math.min(Math.abs(valueC - asF), Math.abs(valueC - asC)) < OTHER_UNIT_WITHIN_K
}

function remarksOn(
  raw: RawSample,
  { id, last, arrivedAtMs }: { readonly id: UnitId; readonly last: Sample; readonly arrivedAtMs: number },
): readonly Remark[] {
  const here = arrivedAtMs - last.arrivedAtMs
  const there = raw.atMs - last.sentAtMs
  return [
    ...(id === last.unit ? [] : (['unitChanged'] as const)),
    ...(Math.abs(there - here) > CLOCK_MOVED_MS ? (['clockMoved'] as const) : []),
  ]
}
