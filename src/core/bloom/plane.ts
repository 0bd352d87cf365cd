import type { Bank } from './bank.ts'

/** A square complex Fourier transform of side m, a power of two, of fields in a bank. */
export interface PlaneTransform {
  readonly m: number
  /** In place; the spectrum is left transposed: index kx m + ky. */
  readonly forward: (re: Float64Array, im: Float64Array) => void
  /** In place from that order back to natural order. */
  readonly inverse: (re: Float64Array, im: Float64Array) => void
}

/** Columns the kernel works on at a time. */
const STRIP = 8

/** Cooley-Tukey by columns, radix 4. Throws RangeError unless m is a power of two from 16 up. A bank has one plane. */
export function planeOn(bank: Bank, m: number): PlaneTransform {
  const bits = Math.log2(m)
  if (!Number.isInteger(bits) || bits < 4)
    throw new RangeError(`planeOn: m is ${m}, expected a power of two from 16`)
  const { kernels, field, keep, keepWhole, at } = bank
  const angles = Array.from({ length: m }, (_, k) => (2 * Math.PI * k) / m)
  kernels.onPlane(
    m,
    at(keep(angles.map(Math.cos))),
    at(keep(angles.map(Math.sin))),
    at(keepWhole(reversedOrder(m, bits))),
    at(field(m * STRIP)),
    at(field(m * STRIP)),
  )
  return {
    m,
    forward: (re, im) => kernels.transform(at(re), at(im), -1),
    inverse: (re, im) => kernels.transform(at(re), at(im), 1),
  }
}

function reversedOrder(m: number, bits: number): readonly number[] {
  return Array.from({ length: m }, (_, i) => {
    let reversed = 0
    for (let k = 0; k < bits; k++) if (i & (1 << k)) reversed |= 1 << (bits - 1 - k)
    return reversed
  })
}
