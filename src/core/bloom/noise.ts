import type { BloomGrid } from './grid.ts'

export interface NoiseTask {
  /** Wavelengths from coarse to fine, each at three quarters of the last one's strength. */
  readonly wavesM: readonly number[]
  readonly strength: number
  /** exp(strength x noise), or 1 + strength x noise held above 0.15. */
  readonly shape: 'logNormal' | 'linear'
}

const FINER_KEEPS = 0.75
const LEAST_LINEAR = 0.15

/** Band-limited noise of mean about 1 on the grid: cubic B-splines on lattices of chance. */
export function noiseField(
  { n, sideM }: BloomGrid,
  { wavesM, strength, shape }: NoiseTask,
  chance: () => number,
): Float64Array {
  const sum = new Float64Array(n * n)
  let octave = 1
  for (const waveM of wavesM) {
    addOctave(sum, { n, knots: Math.max(4, Math.round(sideM / waveM)), octave }, chance)
    octave *= FINER_KEEPS
  }
  let square = 0
  for (const value of sum) square += value * value
  const unit = strength / Math.sqrt(square / sum.length)
  return sum.map((value) =>
    shape === 'logNormal' ? Math.exp(unit * value) : Math.max(LEAST_LINEAR, 1 + unit * value),
  )
}

function addOctave(
  sum: Float64Array,
  { n, knots, octave }: { readonly n: number; readonly knots: number; readonly octave: number },
  chance: () => number,
): void {
  const side = knots + 4
  const lattice = Float64Array.from({ length: side * side }, () => 2 * chance() - 1)
  const places = Array.from({ length: n }, (_, i) => {
    const at = ((i + 0.5) / n) * knots
    return { first: Math.floor(at), weights: splineWeights(at - Math.floor(at)) }
  })
  const row = new Float64Array(side)
  for (let j = 0; j < n; j++) {
    const { first, weights } = places[j]!
    for (let x = 0; x < side; x++) {
      row[x] = 0
      for (let k = 0; k < 4; k++) row[x]! += weights[k]! * lattice[(first + k) * side + x]!
    }
    for (let i = 0; i < n; i++) {
      const own = places[i]!
      let value = 0
      for (let k = 0; k < 4; k++) value += own.weights[k]! * row[own.first + k]!
      sum[j * n + i]! += octave * value
    }
  }
}

function splineWeights(t: number): readonly [number, number, number, number] {
  const u = 1 - t
  return [u ** 3 / 6, (3 * t ** 3 - 6 * t ** 2 + 4) / 6, (3 * u ** 3 - 6 * u ** 2 + 4) / 6, t ** 3 / 6]
}
