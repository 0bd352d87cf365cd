/** A square complex Fourier transform of side m, a power of two. */
export interface PlaneTransform {
  readonly m: number
  /** In place; the spectrum is left transposed: index kx m + ky. */
  readonly forward: (re: Float64Array, im: Float64Array) => void
  /** In place from that order back to natural order. */
  readonly inverse: (re: Float64Array, im: Float64Array) => void
}

const STRIP = 8

/**
 * Cooley-Tukey by columns, radix 4 with one radix-2 stage where the power is odd: strips of eight columns are copied to a buffer
 * that stays in the nearest cache. Throws RangeError unless m is a power of two from 16 up.
 */
export function planeTransform(m: number): PlaneTransform {
  const bits = Math.log2(m)
  if (!Number.isInteger(bits) || bits < 4)
    throw new RangeError(`planeTransform: m is ${m}, expected a power of two from 16`)
  const reversed = reversedOrder(m, bits)
  const cos = Float64Array.from({ length: m }, (_, k) => Math.cos((2 * Math.PI * k) / m))
  const sin = Float64Array.from({ length: m }, (_, k) => Math.sin((2 * Math.PI * k) / m))
  const br = new Float64Array(m * STRIP)
  const bi = new Float64Array(m * STRIP)

  const columns = (re: Float64Array, im: Float64Array, sign: 1 | -1): void => {
    for (let x = 0; x < m; x += STRIP) {
      for (let j = 0; j < m; j++) {
        const from = j * m + x
        const to = reversed[j]! * STRIP
        for (let e = 0; e < STRIP; e++) {
          br[to + e] = re[from + e]!
          bi[to + e] = im[from + e]!
        }
      }
      stripInto(br, bi, { m, odd: bits % 2 === 1, cos, sin, sign })
      for (let j = 0; j < m; j++) {
        const to = j * m + x
        const from = j * STRIP
        for (let e = 0; e < STRIP; e++) {
          re[to + e] = br[from + e]!
          im[to + e] = bi[from + e]!
        }
      }
    }
  }
  const both = (re: Float64Array, im: Float64Array, sign: 1 | -1): void => {
    columns(re, im, sign)
    transpose(re, m)
    transpose(im, m)
    columns(re, im, sign)
  }
  return {
    m,
    forward: (re, im) => both(re, im, -1),
    inverse: (re, im) => {
      both(re, im, 1)
      const share = 1 / (m * m)
      for (let p = 0; p < re.length; p++) {
        re[p]! *= share
        im[p]! *= share
      }
    },
  }
}

interface StripTask {
  readonly m: number
  readonly odd: boolean
  readonly cos: Float64Array
  readonly sin: Float64Array
  readonly sign: 1 | -1
}

/** Transforms eight columns that stand side by side in bit-reversed order of rows. */
function stripInto(br: Float64Array, bi: Float64Array, { m, odd, cos, sin, sign }: StripTask): void {
  let length = 1
  if (odd) {
    for (let i = 0; i < m; i += 2) {
      for (let a = i * STRIP, end = a + STRIP; a < end; a++) {
        const b = a + STRIP
        const x = br[b]!
        const y = bi[b]!
        const u = br[a]!
        const v = bi[a]!
        br[b] = u - x
        bi[b] = v - y
        br[a] = u + x
        bi[a] = v + y
      }
    }
    length = 2
  }
  for (; length < m; length *= 4) {
    const span = length * 4
    const step = m / span
    for (let k = 0; k < length; k++) {
      const w1r = cos[k * step]!
      const w1i = sign * sin[k * step]!
      const w2r = cos[2 * k * step]!
      const w2i = sign * sin[2 * k * step]!
      const w3r = cos[3 * k * step]!
      const w3i = sign * sin[3 * k * step]!
      for (let i = k; i < m; i += span) {
        for (let a = i * STRIP, end = a + STRIP; a < end; a++) {
          // Bit-reversed order: the quarters stand as 0, 2, 1, 3.
          const b = a + length * STRIP
          const c = b + length * STRIP
          const d = c + length * STRIP
          const xr = w2r * br[b]! - w2i * bi[b]!
          const xi = w2r * bi[b]! + w2i * br[b]!
          const yr = w1r * br[c]! - w1i * bi[c]!
          const yi = w1r * bi[c]! + w1i * br[c]!
          const zr = w3r * br[d]! - w3i * bi[d]!
          const zi = w3r * bi[d]! + w3i * br[d]!
          const pr = br[a]! + xr
          const pi = bi[a]! + xi
          const qr = br[a]! - xr
          const qi = bi[a]! - xi
          const sr = yr + zr
          const si = yi + zi
          const tr = sign * (zi - yi)
          const ti = sign * (yr - zr)
          br[a] = pr + sr
          bi[a] = pi + si
          br[c] = pr - sr
          bi[c] = pi - si
          br[b] = qr + tr
          bi[b] = qi + ti
          br[d] = qr - tr
          bi[d] = qi - ti
        }
      }
    }
  }
}

function reversedOrder(m: number, bits: number): Uint16Array {
  return Uint16Array.from({ length: m }, (_, i) => {
    let reversed = 0
    for (let k = 0; k < bits; k++) if (i & (1 << k)) reversed |= 1 << (bits - 1 - k)
    return reversed
  })
}

function transpose(values: Float64Array, m: number): void {
  for (let top = 0; top < m; top += 16)
    for (let left = top; left < m; left += 16)
      for (let j = top; j < top + 16; j++)
        for (let i = left === top ? j + 1 : left; i < left + 16; i++) {
          const p = j * m + i
          const q = i * m + j
          const kept = values[p]!
          values[p] = values[q]!
          values[q] = kept
        }
}
