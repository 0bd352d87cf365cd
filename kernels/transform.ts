/** Eight columns side by side in one strip, so that a strip stays in the nearest cache. */
const STRIP_BYTES: usize = 64

/** Side of the plane, a power of two from 16. */
let m: i32 = 0
let odd: bool = false
let cos: usize = 0
let sin: usize = 0
let reversed: usize = 0
let stripRe: usize = 0
let stripIm: usize = 0

/** Cosines and sines of 2 pi k / side, the bit-reversed order of 0 to side - 1 as 32-bit numbers, and room for two strips. */
export function onPlane(
  side: i32,
  cosines: usize,
  sines: usize,
  order: usize,
  roomRe: usize,
  roomIm: usize,
): void {
  m = side
  odd = (31 - clz(side)) % 2 === 1
  cos = cosines
  sin = sines
  reversed = order
  stripRe = roomRe
  stripIm = roomIm
}

/** Cooley-Tukey by columns, twice with a transposition between: the spectrum is left transposed, and back from it. `sign` -1 is forward. */
export function transform(re: usize, im: usize, sign: f64): void {
  columns(re, im, sign, 1)
  transpose(re)
  transpose(im)
  columns(re, im, sign, sign > 0 ? 1 / (<f64>m * <f64>m) : 1)
}

function columns(re: usize, im: usize, sign: f64, scale: f64): void {
  const rowBytes = (<usize>m) << 3
  const by = f64x2.splat(scale)
  for (let x: usize = 0; x < rowBytes; x += STRIP_BYTES) {
    for (let j: usize = 0; j < <usize>m; j++) {
      const from = j * rowBytes + x
      const to = <usize>load<i32>(reversed + (j << 2)) * STRIP_BYTES
      for (let e: usize = 0; e < STRIP_BYTES; e += 16) {
        v128.store(stripRe + to + e, v128.load(re + from + e))
        v128.store(stripIm + to + e, v128.load(im + from + e))
      }
    }
    strip(sign)
    for (let j: usize = 0; j < <usize>m; j++) {
      const to = j * rowBytes + x
      const from = j * STRIP_BYTES
      for (let e: usize = 0; e < STRIP_BYTES; e += 16) {
        v128.store(re + to + e, f64x2.mul(by, v128.load(stripRe + from + e)))
        v128.store(im + to + e, f64x2.mul(by, v128.load(stripIm + from + e)))
      }
    }
  }
}

/** A strip in bit-reversed order of rows: radix 4, with one radix-2 stage where the power is odd. */
function strip(sign: f64): void {
  let length = 1
  if (odd) {
    for (let a: usize = 0; a < <usize>m * STRIP_BYTES; a += 2 * STRIP_BYTES)
      for (let e: usize = 0; e < STRIP_BYTES; e += 16) {
        pairUp(stripRe + a + e)
        pairUp(stripIm + a + e)
      }
    length = 2
  }
  const signs = f64x2.splat(sign)
  for (; length < m; length *= 4) {
    const span = length * 4
    const step = m / span
    const apart = <usize>length * STRIP_BYTES
    for (let k = 0; k < length; k++) {
      const w1r = turning(cos, k * step)
      const w1i = f64x2.mul(signs, turning(sin, k * step))
      const w2r = turning(cos, 2 * k * step)
      const w2i = f64x2.mul(signs, turning(sin, 2 * k * step))
      const w3r = turning(cos, 3 * k * step)
      const w3i = f64x2.mul(signs, turning(sin, 3 * k * step))
      for (let i = k; i < m; i += span) {
        const first = <usize>i * STRIP_BYTES
        for (let a = first; a < first + STRIP_BYTES; a += 16) {
          // Bit-reversed order: the quarters stand as 0, 2, 1, 3.
          const ar = stripRe + a
          const ai = stripIm + a
          const br = v128.load(ar + apart)
          const bi = v128.load(ai + apart)
          const cr = v128.load(ar + 2 * apart)
          const ci = v128.load(ai + 2 * apart)
          const dr = v128.load(ar + 3 * apart)
          const di = v128.load(ai + 3 * apart)
          const xr = f64x2.sub(f64x2.mul(w2r, br), f64x2.mul(w2i, bi))
          const xi = f64x2.add(f64x2.mul(w2r, bi), f64x2.mul(w2i, br))
          const yr = f64x2.sub(f64x2.mul(w1r, cr), f64x2.mul(w1i, ci))
          const yi = f64x2.add(f64x2.mul(w1r, ci), f64x2.mul(w1i, cr))
          const zr = f64x2.sub(f64x2.mul(w3r, dr), f64x2.mul(w3i, di))
          const zi = f64x2.add(f64x2.mul(w3r, di), f64x2.mul(w3i, dr))
          const hereR = v128.load(ar)
          const hereI = v128.load(ai)
          const pr = f64x2.add(hereR, xr)
          const pi = f64x2.add(hereI, xi)
          const qr = f64x2.sub(hereR, xr)
          const qi = f64x2.sub(hereI, xi)
          const sr = f64x2.add(yr, zr)
          const si = f64x2.add(yi, zi)
          const tr = f64x2.mul(signs, f64x2.sub(zi, yi))
          const ti = f64x2.mul(signs, f64x2.sub(yr, zr))
          v128.store(ar, f64x2.add(pr, sr))
          v128.store(ai, f64x2.add(pi, si))
          v128.store(ar + 2 * apart, f64x2.sub(pr, sr))
          v128.store(ai + 2 * apart, f64x2.sub(pi, si))
          v128.store(ar + apart, f64x2.add(qr, tr))
          v128.store(ai + apart, f64x2.add(qi, ti))
          v128.store(ar + 3 * apart, f64x2.sub(qr, tr))
          v128.store(ai + 3 * apart, f64x2.sub(qi, ti))
        }
      }
    }
  }
}

function turning(table: usize, k: i32): v128 {
  return v128.load64_splat(table + ((<usize>k) << 3))
}

function pairUp(a: usize): void {
  const u = v128.load(a)
  const x = v128.load(a + STRIP_BYTES)
  v128.store(a, f64x2.add(u, x))
  v128.store(a + STRIP_BYTES, f64x2.sub(u, x))
}

const TILE: i32 = 16

/** In place, by tiles, two by two. */
function transpose(values: usize): void {
  const rowBytes = (<usize>m) << 3
  for (let top = 0; top < m; top += TILE)
    for (let left = top; left < m; left += TILE)
      for (let j = top; j < top + TILE; j += 2)
        for (let i = left === top ? j : left; i < left + TILE; i += 2) {
          const p = values + <usize>j * rowBytes + ((<usize>i) << 3)
          const q = values + <usize>i * rowBytes + ((<usize>j) << 3)
          const p0 = v128.load(p)
          const p1 = v128.load(p + rowBytes)
          const q0 = v128.load(q)
          const q1 = v128.load(q + rowBytes)
          v128.store(q, v128.shuffle<f64>(p0, p1, 0, 2))
          v128.store(q + rowBytes, v128.shuffle<f64>(p0, p1, 1, 3))
          if (i !== j) {
            v128.store(p, v128.shuffle<f64>(q0, q1, 0, 2))
            v128.store(p + rowBytes, v128.shuffle<f64>(q0, q1, 1, 3))
          }
        }
}
