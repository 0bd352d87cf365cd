/** Writes dy/dt at time t and state y into `slope`; y must not be kept or changed. */
export type Derivative = (t: number, y: Float64Array, slope: Float64Array) => void

export interface IntegrationTask {
  readonly derivative: Derivative
  readonly initial: readonly number[]
  readonly from: number
  readonly to: number
  /** Allowed local error of a step per component: absolute + relative x |y|. */
  readonly absoluteError: readonly number[]
  readonly relativeError: number
  readonly firstStep: number
  /** The run ends after the first step whose end satisfies this. */
  readonly stopWhen?: (y: Float64Array) => boolean
}

/** A solution that can be asked at any time it covers. */
export interface Solution {
  readonly from: number
  readonly to: number
  readonly steps: number
  /** Component k at time t; t outside [from, to] is taken at the nearest end. */
  readonly at: (t: number, k: number) => number
}

const { abs, max, min } = Math

const STAGES = 7

/** The error weights b - b^ of Dormand & Prince, J. Comput. Appl. Math. 6 (1980) 19. */
const E = [71 / 57600, 0, -71 / 16695, 71 / 1920, -17253 / 339200, 22 / 525, -1 / 40]
/** Dense output of order 4 (Hairer, Norsett & Wanner, Solving ODEs I, 1993, II.6: the code DOPRI5). */
const D = [
  -12715105075 / 11282082432,
  0,
  87487479700 / 32700410799,
  -10690763975 / 1880347072,
  701980252875 / 199316789632,
  -1453857185 / 822651844,
  69997945 / 29380423,
]

/**
 * The solution of dy/dt = f(t, y) by the Dormand-Prince 5(4) pair with step control and dense output.
 * Throws RangeError when the state stops being finite or a step shrinks to nothing.
 */
export function integrate(task: IntegrationTask): Solution {
  const size = task.initial.length
  const y = Float64Array.from(task.initial)
  const trial = new Float64Array(size)
  const slopes = Array.from({ length: STAGES }, () => new Float64Array(size))
  const times = [task.from]
  const pieces: Float64Array[] = []
  let t = task.from
  let step = min(task.firstStep, task.to - task.from)
  task.derivative(t, y, slopes[0]!)
  while (t < task.to) {
    step = min(step, task.to - t)
    if (!(step > abs(t) * 1e-14)) throw new RangeError(`integrate: no step is small enough at t = ${t}`)
    stagesInto({ slopes, trial }, task.derivative, { t, y, step })
    const error = errorOf(task, { slopes, y, trial, step })
    if (!(error <= 1)) {
      step *= Number.isFinite(error) ? max(0.2, 0.9 * error ** -0.2) : 0.2
      continue
    }
    pieces.push(pieceOf({ slopes, y, trial, step }))
    t = task.to - t - step < 1e-12 * task.to ? task.to : t + step
    times.push(t)
    y.set(trial)
    slopes[0]!.set(slopes[6]!)
    if (task.stopWhen?.(y)) break
    step *= error === 0 ? 5 : min(5, 0.9 * error ** -0.2)
  }
  return solutionOf(times, pieces, size, task.initial)
}

interface StepState {
  readonly slopes: readonly Float64Array[]
  readonly y: Float64Array
  readonly trial: Float64Array
  readonly step: number
}

/** The seven stages of Dormand & Prince (1980), written out: this is where a forecast spends its time. */
function stagesInto(
  { slopes, trial }: Pick<StepState, 'slopes' | 'trial'>,
  derivative: Derivative,
  { t, y, step }: { t: number; y: Float64Array; step: number },
): void {
  const [k1, k2, k3, k4, k5, k6, k7] = slopes as readonly Float64Array[] as readonly [
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
  ]
  const size = y.length
  for (let i = 0; i < size; i++) trial[i] = y[i]! + step * (1 / 5) * k1[i]!
  derivative(t + step / 5, trial, k2)
  for (let i = 0; i < size; i++) trial[i] = y[i]! + step * ((3 / 40) * k1[i]! + (9 / 40) * k2[i]!)
  derivative(t + 0.3 * step, trial, k3)
  for (let i = 0; i < size; i++)
    trial[i] = y[i]! + step * ((44 / 45) * k1[i]! - (56 / 15) * k2[i]! + (32 / 9) * k3[i]!)
  derivative(t + 0.8 * step, trial, k4)
  for (let i = 0; i < size; i++) {
    trial[i] =
      y[i]! +
      step *
        ((19372 / 6561) * k1[i]! - (25360 / 2187) * k2[i]! + (64448 / 6561) * k3[i]! - (212 / 729) * k4[i]!)
  }
  derivative(t + (8 / 9) * step, trial, k5)
  for (let i = 0; i < size; i++) {
    trial[i] =
      y[i]! +
      step *
        ((9017 / 3168) * k1[i]! -
          (355 / 33) * k2[i]! +
          (46732 / 5247) * k3[i]! +
          (49 / 176) * k4[i]! -
          (5103 / 18656) * k5[i]!)
  }
  derivative(t + step, trial, k6)
  for (let i = 0; i < size; i++) {
    trial[i] =
      y[i]! +
      step *
        ((35 / 384) * k1[i]! +
          (500 / 1113) * k3[i]! +
          (125 / 192) * k4[i]! -
          (2187 / 6784) * k5[i]! +
          (11 / 84) * k6[i]!)
  }
  derivative(t + step, trial, k7)
}

/** The largest component of the estimated error over its allowance. */
function errorOf(task: IntegrationTask, { slopes, y, trial, step }: StepState): number {
  let worst = 0
  for (let k = 0; k < y.length; k++) {
    let sum = 0
    for (let j = 0; j < STAGES; j++) sum += E[j]! * slopes[j]![k]!
    const allowed = task.absoluteError[k]! + task.relativeError * max(abs(y[k]!), abs(trial[k]!))
    const error = abs(step * sum) / allowed
    if (!(error <= worst)) worst = error
  }
  return worst
}

/** Five coefficients a component of the interpolating quartic over one step. */
function pieceOf({ slopes, y, trial, step }: StepState): Float64Array {
  const piece = new Float64Array(5 * y.length)
  for (let k = 0; k < y.length; k++) {
    const rise = trial[k]! - y[k]!
    const bend = step * slopes[0]![k]! - rise
    let sum = 0
    for (let j = 0; j < STAGES; j++) sum += D[j]! * slopes[j]![k]!
    piece[5 * k] = y[k]!
    piece[5 * k + 1] = rise
    piece[5 * k + 2] = bend
    piece[5 * k + 3] = rise - step * slopes[6]![k]! - bend
    piece[5 * k + 4] = step * sum
  }
  return piece
}

function solutionOf(
  times: readonly number[],
  pieces: readonly Float64Array[],
  size: number,
  initial: readonly number[],
): Solution {
  const from = times[0]!
  const to = times[times.length - 1]!
  const at = (t: number, k: number): number => {
    if (!(k < size)) throw new RangeError(`solution: component ${k} of ${size}`)
    if (Number.isNaN(t)) throw new RangeError('solution: t is not a number')
    if (pieces.length === 0) return initial[k]!
    let low = 0
    let high = pieces.length - 1
    while (low < high) {
      const middle = (low + high + 1) >> 1
      if (times[middle]! <= t) low = middle
      else high = middle - 1
    }
    const share = min(1, max(0, (t - times[low]!) / (times[low + 1]! - times[low]!)))
    const piece = pieces[low]!
    const start = 5 * k
    const inner = piece[start + 3]! + (1 - share) * piece[start + 4]!
    return piece[start]! + share * (piece[start + 1]! + (1 - share) * (piece[start + 2]! + share * inner))
  }
  return { from, to, steps: pieces.length, at }
}
