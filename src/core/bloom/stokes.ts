/** What a sheet of force does to a layer of liquid: speed down and its slope, for unit force per area and unit viscosity. */
export interface SheetResponse {
  /** Downward speed at height z above the floor. */
  readonly fall: (zM: number) => number
  /** Its derivative in z; the horizontal flow follows from it by continuity. */
  readonly slope: (zM: number) => number
}

type Basis = readonly [number, number, number, number]

/** Value and three derivatives of the two solutions that vanish at a no-slip floor and the two that vanish at a shear-free surface. */
function bases(k: number, depthM: number, zM: number): readonly [Basis, Basis, Basis, Basis] {
  // Scaled by exp(-k H), or deep layers overflow.
  const x = k * zM
  const y = k * (depthM - zM)
  const grown = (value: number) => Math.exp(value - k * depthM) / 2
  const [up, down] = [grown(x), grown(-x)]
  const [over, under] = [grown(y), grown(-y)]
  const [sinhX, coshX] = [up - down, up + down]
  const [sinhY, coshY] = [over - under, over + under]
  const [k2, k3] = [k * k, k * k * k]
  return [
    [sinhX - x * coshX, -k * x * sinhX, k2 * (-sinhX - x * coshX), k3 * (-2 * coshX - x * sinhX)],
    [x * sinhX, k * (sinhX + x * coshX), k2 * (2 * coshX + x * sinhX), k3 * (3 * sinhX + x * coshX)],
    [sinhY, -k * coshY, k2 * sinhY, -k3 * coshY],
    [y * coshY, -k * (coshY + y * sinhY), k2 * (2 * sinhY + y * coshY), -k3 * (3 * coshY + y * sinhY)],
  ]
}

/**
 * mu (D2 - k2)2 w = k2 delta(z - z0) in a layer of that depth: no-slip floor, shear-free surface that stays level. Continuous w, w', w''
 * across the sheet, a jump of k2 in w'''.
 */
export function sheetResponse(k: number, depthM: number, sheetM: number): SheetResponse {
  const at = bases(k, depthM, sheetM)
  const scale = [1, k, k * k, k * k * k] as const
  const rows = scale.map((unit, order) => [
    -at[0][order]! / unit,
    -at[1][order]! / unit,
    at[2][order]! / unit,
    at[3][order]! / unit,
  ])
  const share = solveFour(rows, [0, 0, 0, 1 / k])
  const mixed = (zM: number, order: 0 | 1) => {
    const own = bases(k, depthM, zM)
    const [one, other] = zM <= sheetM ? [0, 1] : [2, 3]
    return share[one]! * own[one]![order] + share[other]! * own[other]![order]
  }
  return { fall: (zM) => mixed(zM, 0), slope: (zM) => mixed(zM, 1) }
}

/** Four linear equations by elimination with row exchange. */
function solveFour(matrix: number[][], right: number[]): readonly number[] {
  const size = right.length
  for (let column = 0; column < size; column++) {
    let best = column
    for (let row = column + 1; row < size; row++)
      if (Math.abs(matrix[row]![column]!) > Math.abs(matrix[best]![column]!)) best = row
    ;[matrix[column], matrix[best]] = [matrix[best]!, matrix[column]!]
    ;[right[column], right[best]] = [right[best]!, right[column]!]
    for (let row = column + 1; row < size; row++) {
      const factor = matrix[row]![column]! / matrix[column]![column]!
      for (let k = column; k < size; k++) matrix[row]![k]! -= factor * matrix[column]![k]!
      right[row]! -= factor * right[column]!
    }
  }
  const answer = new Array<number>(size).fill(0)
  for (let row = size - 1; row >= 0; row--) {
    let rest = right[row]!
    for (let k = row + 1; k < size; k++) rest -= matrix[row]![k]! * answer[k]!
    answer[row] = rest / matrix[row]![row]!
  }
  return answer
}

/**
 * Speed of the surface per gradient of surface pressure at unit viscosity, in m: u = -Mob grad Pi over a no-slip floor without net flow.
 * H/4 for long waves (Levich 1962, from memory), 1/(2k) for short ones.
 */
export function marangoniMobilityM(k: number, depthM: number): number {
  const x = k * depthM
  if (x < 0.05) return depthM / 4
  if (x > 20) return 1 / (2 * k)
  const [sinh, cosh] = [Math.sinh(x), Math.cosh(x)]
  return (sinh * sinh - x * x) / (2 * k * (sinh * cosh - x))
}

/** Share of its speed a gravity current keeps under the return flow of the resin above: 1 - r (3 - r)2 / 4, r its share of the depth. */
export function exchangeFactor(share: number): number {
  return share >= 1 ? 0 : 1 - (share * (3 - share) ** 2) / 4
}

/** Growth of a sheet's waves deep under a shear-free surface, 1/s per k: the limit the exact response is held against. */
export function deepSheetRatePerS(k: number, sheetDepthM: number, pullPa: number): number {
  const s = 2 * k * sheetDepthM
  return (pullPa / (4 * k)) * (1 - (1 + s) * Math.exp(-s))
}
