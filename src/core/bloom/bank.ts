import { COMPILED } from './compiled.ts'
import type { BloomGrid } from './grid.ts'

/** The loops over cells, compiled (kernels/). Fields are told by where they lie in a bank, booleans as 0 or 1. */
export interface Kernels {
  readonly onGrid: (
    n: number,
    from: number,
    to: number,
    firstRow: number,
    lastRow: number,
    rows: number,
  ) => void
  readonly move: (field: number, byX: number, byY: number, yFirst: number) => void
  readonly gather: (byX: number, byY: number, flowX: number, flowY: number, factor: number) => void
  readonly turn: (
    white: number,
    red: number,
    green: number,
    blue: number,
    currentX: number,
    currentY: number,
    unit: number,
    depthM: number,
    withInk: number,
  ) => number
  readonly sink: (
    upper: number,
    lower: number,
    apart: number,
    fall: number,
    perSpeed: number,
    entrain: number,
    withInk: number,
  ) => void
  readonly onPlane: (
    m: number,
    cosines: number,
    sines: number,
    order: number,
    roomRe: number,
    roomIm: number,
  ) => void
  readonly transform: (re: number, im: number, sign: number) => void
  readonly answerWaves: (
    block: number,
    waves: number,
    m: number,
    fluid: number,
    damping: number,
    white: number,
    fresh: number,
    solvent: number,
  ) => void
  readonly ontoFaces: (
    u: number,
    v: number,
    m: number,
    intoX: number,
    intoY: number,
    wallX: number,
    wallY: number,
  ) => number
  readonly ontoCells: (coarse: number, m: number, into: number, one: number, other: number) => void
  readonly restrict: (into: number, field: number, m: number, factor: number) => void
  readonly dragBack: (
    x: number,
    y: number,
    count: number,
    stepX: number,
    stepY: number,
    alongX: number,
    alongY: number,
    byM: number,
    reachM: number,
    feltM: number,
    sweeps: number,
  ) => void
  readonly largest: (field: number, count: number) => number
  readonly scale: (field: number, count: number, factor: number) => void
}

/** Places in m that a tool carries. */
export interface Places {
  readonly x: Float64Array
  readonly y: Float64Array
  readonly count: number
}

/** Memory that the kernels and this side both see; one for each piece that is followed. */
export interface Bank {
  readonly grid: BloomGrid
  readonly kernels: Kernels
  /** So many numbers, all 0. Throws RangeError when the bank is full. */
  readonly field: (count: number) => Float64Array
  /** A copy of these numbers in the bank. */
  readonly keep: (values: ArrayLike<number>) => Float64Array
  readonly keepWhole: (values: ArrayLike<number>) => Int32Array
  /** Where an array of this bank lies. Throws TypeError for one that lies elsewhere: a kernel would read something else. */
  readonly at: (array: Float64Array | Int32Array) => number
  /** Room for so many places, lent until it is asked for again. Throws RangeError for more than a bank has. */
  readonly places: (count: number) => Places
}

/** What every engine offers and the language's own library does not name. */
declare const WebAssembly: {
  readonly Module: new (bytes: Uint8Array) => object
  readonly Memory: new (pages: { readonly initial: number }) => { readonly buffer: ArrayBuffer }
  readonly Instance: new (module: object, imports: object) => { readonly exports: unknown }
}
declare const atob: (base64: string) => string

const PAGE = 65_536
/** Room for so many fields of the whole grid and of its plane of waves; what is not touched costs no memory. */
const FIELDS = 56
const SLACK = 4 * PAGE
const SCRATCH_ROWS = 10
/** Strands and cells a tool carries at once. */
export const MOST_PLACES = 65_536
const ALIGNED = 64

let compiled: object | null = null

/** An empty bank for a piece on that grid, and the kernels that work on it. */
export function bankOn(grid: BloomGrid): Bank {
  compiled ??= new WebAssembly.Module(Uint8Array.from(atob(COMPILED), (letter) => letter.charCodeAt(0)))
  const { n } = grid
  const bytes = (FIELDS * n * n + 2 * MOST_PLACES) * Float64Array.BYTES_PER_ELEMENT + SLACK
  const memory = new WebAssembly.Memory({ initial: Math.ceil(bytes / PAGE) })
  const { buffer } = memory
  const kernels = new WebAssembly.Instance(compiled, { env: { memory } }).exports as Kernels
  let used = PAGE
  const take = (wanted: number): number => {
    const from = used
    if (from + wanted > buffer.byteLength)
      throw new RangeError(`bankOn: ${wanted} bytes wanted, ${buffer.byteLength - from} are left`)
    used = from + Math.ceil(wanted / ALIGNED) * ALIGNED
    return from
  }
  const field = (count: number) =>
    new Float64Array(buffer, take(count * Float64Array.BYTES_PER_ELEMENT), count)
  const keep = (values: ArrayLike<number>) => {
    const kept = field(values.length)
    kept.set(values)
    return kept
  }
  const keepWhole = (values: ArrayLike<number>) => {
    const kept = new Int32Array(buffer, take(values.length * Int32Array.BYTES_PER_ELEMENT), values.length)
    kept.set(values)
    return kept
  }
  const at = (array: Float64Array | Int32Array): number => {
    if (array.buffer !== buffer) throw new TypeError('bankOn: an array that lies outside this bank')
    return array.byteOffset
  }
  // A row above the last is looked at too, and holds no cell.
  const [from, to] = [keepWhole([...grid.from, n]), keepWhole([...grid.to, -1])]
  kernels.onGrid(n, at(from), at(to), grid.firstRow, grid.lastRow, at(field(SCRATCH_ROWS * (n + 8))))
  const [x, y] = [field(MOST_PLACES), field(MOST_PLACES)]
  const places = (count: number): Places => {
    if (count > MOST_PLACES)
      throw new RangeError(`bankOn: ${count} places wanted, there is room for ${MOST_PLACES}`)
    return { x, y, count }
  }
  return { grid, kernels, field, keep, keepWhole, at, places }
}
