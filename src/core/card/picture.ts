import type { Linear } from '../colour/index.ts'

/** A photograph as light: three channels of linear light, row by row from the top, `width` x `height` values each. */
export interface Picture {
  readonly width: number
  readonly height: number
  readonly channels: readonly [Float32Array, Float32Array, Float32Array]
}

/** Linear light of sRGB bytes, four a pixel (IEC 61966-2-1). Throws RangeError where bytes and size disagree. */
export function pictureOf(rgba: Uint8ClampedArray, width: number, height: number): Picture {
  if (rgba.length !== 4 * width * height)
    throw new RangeError(`pictureOf: ${rgba.length} bytes, expected 4 x ${width} x ${height}`)
  const table = Float32Array.from({ length: 256 }, (_, value) => {
    const share = value / 255
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4
  })
  const channel = (at: number) =>
    Float32Array.from({ length: width * height }, (_, p) => table[rgba[4 * p + at]!]!)
  return { width, height, channels: [channel(0), channel(1), channel(2)] }
}

/** sRGB bytes of linear light, opaque. */
export function bytesOf({ width, height, channels }: Picture): Uint8ClampedArray<ArrayBuffer> {
  const rgba = new Uint8ClampedArray(4 * width * height)
  channels.forEach((values, at) =>
    values.forEach((value, p) => {
      rgba[4 * p + at] = 255 * (value <= 0.0031308 ? 12.92 * value : 1.055 * value ** (1 / 2.4) - 0.055)
    }),
  )
  for (let p = 3; p < rgba.length; p += 4) rgba[p] = 255
  return rgba
}

/** How bright each pixel is, 0 to 1 (weights of IEC 61966-2-1). */
export function brightness({ channels: [r, g, b] }: Picture): Float32Array {
  return r.map((red, p) => 0.2126 * red + 0.7152 * g[p]! + 0.0722 * b[p]!)
}

/** The middle value of each channel over those pixels. */
export function medianOf({ channels }: Picture, pixels: readonly number[]): Linear {
  const middle = (values: Float32Array) => {
    const sorted = pixels.map((p) => values[p]!).sort((one, other) => one - other)
    return sorted[sorted.length >> 1] ?? 0
  }
  return [middle(channels[0]), middle(channels[1]), middle(channels[2])]
}

/** Pixels of the outer band, a share of the shorter side wide: where only the card is seen. */
export function borderOf(
  { width, height }: Pick<Picture, 'width' | 'height'>,
  share: number,
): readonly number[] {
  const band = Math.max(1, Math.round(share * Math.min(width, height)))
  const pixels: number[] = []
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      if (x < band || y < band || x >= width - band || y >= height - band) pixels.push(y * width + x)
  return pixels
}
