/** Reflectance of red, green and blue in linear light, 0 to 1. */
export type Linear = readonly [number, number, number]

/** A layer of resin as light meets it: optical depths, already times its thickness. */
export interface ColourLayer {
  readonly scatter: number
  readonly absorb: Linear
}

/** What a white card behind an ink swatch reflects (by eye). */
export const CARD_REFLECTANCE = 0.86
/** Darker than this no swatch tells how much it absorbs. */
const DARKEST = 0.004

/** Linear light of "#rrggbb": the sRGB transfer function of IEC 61966-2-1. Throws RangeError for anything else. */
export function linearOf(hex: string): Linear {
  if (!/^#[0-9a-f]{6}$/i.test(hex)) throw new RangeError(`linearOf: "${hex}", expected #rrggbb`)
  const channel = (at: number) => {
    const value = Number.parseInt(hex.slice(at, at + 2), 16) / 255
    return value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4
  }
  return [channel(1), channel(3), channel(5)]
}

/** "#rrggbb" of linear light. */
export function hexOf(linear: Linear): string {
  const channel = (value: number) => {
    const held = Math.min(1, Math.max(0, value))
    const shown = held <= 0.0031308 ? 12.92 * held : 1.055 * held ** (1 / 2.4) - 0.055
    return Math.round(255 * shown)
      .toString(16)
      .padStart(2, '0')
  }
  return `#${linear.map(channel).join('')}`
}

/** How much a swatch of transparent ink absorbs: light went through it to the card and back, so R = R_card exp(-2 A). */
export function inkLayer(hex: string): ColourLayer {
  const absorb = linearOf(hex).map((value) =>
    Math.max(0, -Math.log(Math.max(DARKEST, value) / CARD_REFLECTANCE) / 2),
  ) as unknown as Linear
  return { scatter: 0, absorb }
}

/**
 * How much an opaque swatch absorbs for what it scatters: of a layer that nothing is seen through, K / S = (1 - R)^2 / 2 R (Kubelka & Munk 1931, from memory).
 */
export function opaqueAbsorb(hex: string): Linear {
  const [r, g, b] = linearOf(hex)
  const per = (reflects: number) => {
    const held = Math.min(CARD_REFLECTANCE, Math.max(DARKEST, reflects))
    return (1 - held) ** 2 / (2 * held)
  }
  return [per(r), per(g), per(b)]
}

/** Two transparent layers in one place: their optical depths add up. */
export function together(one: ColourLayer, other: ColourLayer): ColourLayer {
  const [r, g, b] = one.absorb
  const [r2, g2, b2] = other.absorb
  return { scatter: one.scatter + other.scatter, absorb: [r + r2, g + g2, b + b2] }
}

interface Split {
  readonly reflects: number
  readonly passes: number
}

/** Kubelka & Munk 1931, hyperbolic form (from memory): what a layer of scatter S X and absorption K X reflects and lets through. */
export function kubelkaMunk(scatter: number, absorb: number): Split {
  if (scatter < 1e-6) return { reflects: 0, passes: Math.exp(-absorb) }
  const a = 1 + absorb / scatter
  const b = Math.sqrt(a * a - 1)
  if (b < 1e-4) return { reflects: scatter / (1 + scatter), passes: 1 / (1 + scatter) }
  const sinh = Math.sinh(Math.min(18, b * scatter))
  const cosh = Math.cosh(Math.min(18, b * scatter))
  const under = a * sinh + b * cosh
  return { reflects: sinh / under, passes: b / under }
}

/** What is seen of layers, the nearest to the eye first, before a backing: R = R1 + T1^2 R2 / (1 - R1 R2) from the backing outwards. */
export function seen(layers: readonly ColourLayer[], backing: Linear): Linear {
  const channel = (k: 0 | 1 | 2) =>
    layers.reduceRight((behind, { scatter, absorb }) => {
      const { reflects, passes } = kubelkaMunk(scatter, absorb[k])
      return reflects + (passes ** 2 * behind) / (1 - reflects * behind)
    }, backing[k])
  return [channel(0), channel(1), channel(2)]
}
