/**
 * Writes d(conversion)/dt, dT/dt, d(spent flow)/dt and dT_mold/dt, per second, for that conversion and those two temperatures
 * into four places.
 */
export type SlopeInto = (conversion: number, tempC: number, moldC: number, slope: Float64Array) => void

export interface TraceTask {
  readonly slopeInto: SlopeInto
  readonly startConversion: number
  readonly startTempC: number
  readonly startMoldC: number
  readonly fromS: number
  readonly toS: number
  readonly firstStepS: number
  /** Allowed local error of a step relative to each component; see `allowances`. */
  readonly relativeError: number
  /** The trace ends after the first step whose end satisfies this. */
  readonly stopWhen: (conversion: number, tempC: number, moldC: number) => boolean
}

/**
 * A cure as steps with the interpolating quartic of each: `times` in s, one more than there are steps, and `pieces`, row-major,
 * steps x 4 components x 5 coefficients. The components are conversion, temperature in C, spent flow in 1/Pa and the mold's temperature in C.
 */
export interface Trace {
  readonly times: readonly number[]
  readonly pieces: readonly number[]
}

export const CONVERSION = 0
export const TEMP = 1
export const SPENT_FLOW = 2
export const MOLD = 3

const PER_PART = 5
const PER_STEP = 20
/** A film on glass that never gels takes this many through three weeks. */
const MOST_STEPS = 320_000
const { abs, max, min } = Math

// Filled by one trace after the other and copied out at its end: a forecast makes hundreds of them.
const slope = new Float64Array(4)
let timesSoFar = new Float64Array(256)
let piecesSoFar = new Float64Array(256 * PER_STEP)

/**
 * Follows a cure by the Dormand-Prince 5(4) pair (J. Comput. Appl. Math. 6 (1980) 19) with its dense output of order 4
 * (Hairer, Norsett & Wanner, Solving ODEs I, 1993, II.6), written out for four components without a loop or an allocation,
 * because a forecast spends its time here.
 * Throws RangeError when the state stops being finite or a step shrinks to nothing.
 */
export function traceCure(task: TraceTask): Trace {
  const { slopeInto, toS, relativeError: rel } = task
  const absA = rel / 10
  const absT = rel * 100
  const absS = rel * 1e4
  let t = task.fromS
  let a = task.startConversion
  let T = task.startTempC
  let S = 0
  let W = task.startMoldC
  let step = min(task.firstStepS, toS - t)
  let count = 0
  timesSoFar[0] = t
  slopeInto(a, T, W, slope)
  let a1 = slope[0]!
  let T1 = slope[1]!
  let S1 = slope[2]!
  let W1 = slope[3]!
  while (t < toS) {
    step = min(step, toS - t)
    if (!(step > abs(t) * 1e-14) || count >= MOST_STEPS)
      throw new RangeError(`traceCure: no step is small enough at t = ${t} s`)
    const h = step
    slopeInto(a + h * 0.2 * a1, T + h * 0.2 * T1, W + h * 0.2 * W1, slope)
    const a2 = slope[0]!
    const T2 = slope[1]!
    const W2 = slope[3]!
    slopeInto(
      a + h * (0.075 * a1 + 0.225 * a2),
      T + h * (0.075 * T1 + 0.225 * T2),
      W + h * (0.075 * W1 + 0.225 * W2),
      slope,
    )
    const a3 = slope[0]!
    const T3 = slope[1]!
    const S3 = slope[2]!
    const W3 = slope[3]!
    slopeInto(
      a + h * ((44 / 45) * a1 - (56 / 15) * a2 + (32 / 9) * a3),
      T + h * ((44 / 45) * T1 - (56 / 15) * T2 + (32 / 9) * T3),
      W + h * ((44 / 45) * W1 - (56 / 15) * W2 + (32 / 9) * W3),
      slope,
    )
    const a4 = slope[0]!
    const T4 = slope[1]!
    const S4 = slope[2]!
    const W4 = slope[3]!
    slopeInto(
      a + h * ((19372 / 6561) * a1 - (25360 / 2187) * a2 + (64448 / 6561) * a3 - (212 / 729) * a4),
      T + h * ((19372 / 6561) * T1 - (25360 / 2187) * T2 + (64448 / 6561) * T3 - (212 / 729) * T4),
      W + h * ((19372 / 6561) * W1 - (25360 / 2187) * W2 + (64448 / 6561) * W3 - (212 / 729) * W4),
      slope,
    )
    const a5 = slope[0]!
    const T5 = slope[1]!
    const S5 = slope[2]!
    const W5 = slope[3]!
    slopeInto(
      a +
        h *
          ((9017 / 3168) * a1 -
            (355 / 33) * a2 +
            (46732 / 5247) * a3 +
            (49 / 176) * a4 -
            (5103 / 18656) * a5),
      T +
        h *
          ((9017 / 3168) * T1 -
            (355 / 33) * T2 +
            (46732 / 5247) * T3 +
            (49 / 176) * T4 -
            (5103 / 18656) * T5),
      W +
        h *
          ((9017 / 3168) * W1 -
            (355 / 33) * W2 +
            (46732 / 5247) * W3 +
            (49 / 176) * W4 -
            (5103 / 18656) * W5),
      slope,
    )
    const a6 = slope[0]!
    const T6 = slope[1]!
    const S6 = slope[2]!
    const W6 = slope[3]!
    const aNext = a + h * weighed(a1, a3, a4, a5, a6)
    const TNext = T + h * weighed(T1, T3, T4, T5, T6)
    const SNext = S + h * weighed(S1, S3, S4, S5, S6)
    const WNext = W + h * weighed(W1, W3, W4, W5, W6)
    slopeInto(aNext, TNext, WNext, slope)
    const a7 = slope[0]!
    const T7 = slope[1]!
    const S7 = slope[2]!
    const W7 = slope[3]!
    const error = max(
      abs(h * missed(a1, a3, a4, a5, a6, a7)) / (absA + rel * max(abs(a), abs(aNext))),
      abs(h * missed(T1, T3, T4, T5, T6, T7)) / (absT + rel * max(abs(T), abs(TNext))),
      abs(h * missed(S1, S3, S4, S5, S6, S7)) / (absS + rel * max(abs(S), abs(SNext))),
      abs(h * missed(W1, W3, W4, W5, W6, W7)) / (absT + rel * max(abs(W), abs(WNext))),
    )
    if (!(error <= 1)) {
      step *= Number.isFinite(error) ? max(0.2, 0.9 * error ** -0.2) : 0.2
      continue
    }
    if (count + 2 > timesSoFar.length) grow()
    const at = count * PER_STEP
    pieceInto(at, a, aNext, h * a1, h * a7, h * bow(a1, a3, a4, a5, a6, a7))
    pieceInto(at + PER_PART, T, TNext, h * T1, h * T7, h * bow(T1, T3, T4, T5, T6, T7))
    pieceInto(at + 2 * PER_PART, S, SNext, h * S1, h * S7, h * bow(S1, S3, S4, S5, S6, S7))
    pieceInto(at + 3 * PER_PART, W, WNext, h * W1, h * W7, h * bow(W1, W3, W4, W5, W6, W7))
    t = toS - t - h < 1e-12 * toS ? toS : t + h
    timesSoFar[++count] = t
    a = aNext
    T = TNext
    S = SNext
    W = WNext
    a1 = a7
    T1 = T7
    S1 = S7
    W1 = W7
    if (task.stopWhen(a, T, W)) break
    step *= error === 0 ? 5 : min(5, 0.9 * error ** -0.2)
  }
  return { times: copied(timesSoFar, count + 1), pieces: copied(piecesSoFar, count * PER_STEP) }
}

/** Small plain arrays: a typed one costs more to allocate than a whole cure to follow. */
function copied(from: Float64Array, length: number): readonly number[] {
  const copy: number[] = []
  for (let k = 0; k < length; k++) copy.push(from[k]!)
  return copy
}

/** The fifth-order sum of the slopes. */
function weighed(k1: number, k3: number, k4: number, k5: number, k6: number): number {
  return (35 / 384) * k1 + (500 / 1113) * k3 + (125 / 192) * k4 - (2187 / 6784) * k5 + (11 / 84) * k6
}

/** What the fourth-order sum would have made different. */
function missed(k1: number, k3: number, k4: number, k5: number, k6: number, k7: number): number {
  return (
    (71 / 57600) * k1 -
    (71 / 16695) * k3 +
    (71 / 1920) * k4 -
    (17253 / 339200) * k5 +
    (22 / 525) * k6 -
    (1 / 40) * k7
  )
}

/** The fourth-degree part of the dense output. */
function bow(k1: number, k3: number, k4: number, k5: number, k6: number, k7: number): number {
  return (
    (-12715105075 / 11282082432) * k1 +
    (87487479700 / 32700410799) * k3 -
    (10690763975 / 1880347072) * k4 +
    (701980252875 / 199316789632) * k5 -
    (1453857185 / 822651844) * k6 +
    (69997945 / 29380423) * k7
  )
}

function pieceInto(
  at: number,
  before: number,
  after: number,
  riseIn: number,
  riseOut: number,
  bent: number,
): void {
  const rise = after - before
  const bend = riseIn - rise
  piecesSoFar[at] = before
  piecesSoFar[at + 1] = rise
  piecesSoFar[at + 2] = bend
  piecesSoFar[at + 3] = rise - riseOut - bend
  piecesSoFar[at + 4] = bent
}

function grow(): void {
  const times = new Float64Array(2 * timesSoFar.length)
  const pieces = new Float64Array(2 * piecesSoFar.length)
  times.set(timesSoFar)
  pieces.set(piecesSoFar)
  timesSoFar = times
  piecesSoFar = pieces
}

export function traceToS({ times }: Trace): number {
  return times[times.length - 1]!
}

/** One component at a time in s; a time outside the trace is taken at its nearest end. */
export function traceAt({ times, pieces }: Trace, part: number, timeS: number): number {
  let low = 0
  let high = times.length - 2
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if (times[middle]! <= timeS) low = middle
    else high = middle - 1
  }
  const share = min(1, max(0, (timeS - times[low]!) / (times[low + 1]! - times[low]!)))
  return quartic(pieces, low * PER_STEP + part * PER_PART, share)
}

/**
 * The time in s at which a component that never falls first reaches that value: the trace's begin where it is past already,
 * null where it never comes.
 */
export function traceWhen(trace: Trace, part: number, value: number): number | null {
  const { times, pieces } = trace
  const steps = times.length - 1
  const startOf = (k: number) => pieces[k * PER_STEP + part * PER_PART]!
  if (startOf(0) >= value) return times[0]!
  if (traceAt(trace, part, times[steps]!) < value) return null
  let low = 0
  let high = steps - 1
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if (startOf(middle) < value) low = middle
    else high = middle - 1
  }
  const at = low * PER_STEP + part * PER_PART
  let from = 0
  let to = 1
  for (let k = 0; k < SHARE_HALVINGS; k++) {
    const middle = (from + to) / 2
    if (quartic(pieces, at, middle) < value) from = middle
    else to = middle
  }
  return times[low]! + to * (times[low + 1]! - times[low]!)
}

/** A step of a day is known to a hundredth of a second. */
const SHARE_HALVINGS = 24

function quartic(pieces: readonly number[], at: number, share: number): number {
  const rest = 1 - share
  const inner = pieces[at + 3]! + rest * pieces[at + 4]!
  return pieces[at]! + share * (pieces[at + 1]! + rest * (pieces[at + 2]! + share * inner))
}
