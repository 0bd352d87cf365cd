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

export type Remark = 'unitChanged' | 'clockMoved' | 'restarted'

export type Refusal =
  | 'notANumber'
  | 'unknownUnit'
  | 'outOfRange'
  /** Exactly the last value in the other unit of temperature, without the unit saying so. */
  | 'looksLikeOtherUnit'
  /** Counted before the last one that was heard. */
  | 'old'
  /** Another instrument is heard under the same id. */
  | 'sameId'

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

/** What was heard of an instrument so far: its last good sample, and a count that began anew since. */
export interface Heard {
  readonly last: Sample | null
  /** Samples in a row that count on from a lower number than the last good one: an instrument that began anew, or one that repeats itself. */
  readonly anew: { readonly seq: number; readonly times: number } | null
}

/** A count that goes on so often from a lower number is of an instrument that was started again. */
const ANEW_TIMES = 3
/** After such a silence whatever comes is taken to have been started again. */
const SILENT_MS = 6000

/**
 * The sample in C or g, or why it is not believed. An instrument is known by its id and its count: one that begins to count anew was started again or
 * replaced, and is heard from its third sample on, or at once after a silence. Its own clock decides nothing.
 */
export function judgeSample(raw: RawSample, { last: before, anew }: Heard, arrivedAtMs: number): Judged {
  const silent = before !== null && arrivedAtMs - before.arrivedAtMs > SILENT_MS
  const countsLower = before !== null && raw.seq <= before.seq
  const restarted =
    countsLower && (silent || (anew !== null && raw.seq === anew.seq + 1 && anew.times + 1 >= ANEW_TIMES))
  const other = before !== null && !silent && (before.kind !== raw.kind || before.name !== raw.name)
  const last = restarted || (silent && before.kind !== raw.kind) ? null : before
  const refuse = (why: Refusal): Judged => ({ kind: 'refused', why, raw })
  if (raw.value === null || !Number.isFinite(raw.value)) return refuse('notANumber')
  const id = UNIT_IDS.find((each) => each === raw.unit && unitOf(each).dimension === DIMENSION[raw.kind])
  if (!id) return refuse('unknownUnit')
  const value = toInner(raw.value, unitOf(id))
  const [least, most] = RANGE[raw.kind]
  if (value < least || value > most) return refuse('outOfRange')
  if (other) return refuse('sameId')
  if (last && raw.seq <= last.seq) return refuse('old')
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
      remarks: restarted ? ['restarted'] : last ? remarksOn(raw, { id, last, arrivedAtMs }) : [],
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

/** What was heard so far, after one more sample was judged. */
export function heardAfter({ last, anew }: Heard, judged: Judged): Heard {
  if (judged.kind === 'good') return { last: judged.sample, anew: null }
  if (judged.why !== 'old') return { last, anew }
  const { seq } = judged.raw
  return { last, anew: { seq, times: anew && seq === anew.seq + 1 ? anew.times + 1 : 1 } }
}
