import { bisect } from '../numeric/index.ts'
import type { Colour } from './colour.ts'
import { colourDifference } from './difference.ts'
import { CARD_REFLECTANCE, hexOf, inkLayer, linearOf, seen, type ColourLayer, type Linear } from './layers.ts'

/** A white card as light meets it. */
export const CARD: Linear = [CARD_REFLECTANCE, CARD_REFLECTANCE, CARD_REFLECTANCE]

/** A white that is see-through on a wiped stick: its scattering depth at the face (by eye), and the little it absorbs. */
export const SEE_THROUGH_SCATTER = 0.5
const WHITE_ABSORBS: Linear = [0.004, 0.004, 0.006]

/** A white layer of that scattering depth. */
export function whiteLayer(scatter: number): ColourLayer {
  return { scatter, absorb: WHITE_ABSORBS }
}

/** No swatch is darker than that depth (by eye). */
const MOST_ABSORB = 6

/**
 * The ink as it colours what lies under white: so that under a see-through white on a card it looks as its swatch there does. By its bare swatch where none
 * was matched.
 */
export function inkUnderWhite({ hex, underWhiteHex }: Pick<Colour, 'hex' | 'underWhiteHex'>): ColourLayer {
  if (underWhiteHex === undefined) return inkLayer(hex)
  const wanted = linearOf(underWhiteHex)
  const absorb = ([0, 1, 2] as const).map((k) => {
    const off = (depth: number) =>
      seen([whiteLayer(SEE_THROUGH_SCATTER), { scatter: 0, absorb: [depth, depth, depth] }], CARD)[k] -
      wanted[k]
    // Lighter than white over a bare card, or darker than white over black: as far as it goes.
    if (off(0) <= 0) return 0
    return bisect(off, { from: 0, to: MOST_ABSORB, tolerance: 1e-5 }) ?? MOST_ABSORB
  }) as unknown as Linear
  return { scatter: 0, absorb }
}

/** Their swatch where they run into each other, whichever of the two it was matched for; null where it never was. */
export function pairHex(one: Colour, other: Colour): string | null {
  const of = (colour: Colour, id: string) => colour.pairs?.find(({ withId }) => withId === id)?.hex
  return of(one, other.id) ?? of(other, one.id) ?? null
}

/** Two colours that a lamp makes alike, or that one looks another by it. */
export interface LampTrouble {
  readonly one: string
  /** Null where it is the colour itself that changes. */
  readonly other: string | null
  /** CIEDE2000 by daylight between the two, or between the two lights. */
  readonly difference: number
}

/** Told apart at a glance, and not at all (CIEDE2000, by eye). */
const APART = 8
const ALIKE = 4

/** What a warm lamp does to those colours, of those whose swatch was matched by both lights. */
export function lampTroubles(colours: readonly Colour[]): readonly LampTrouble[] {
  const lit = colours.flatMap(({ name, hex, lampHex }) =>
    lampHex === undefined ? [] : [{ name, day: linearOf(hex), lamp: linearOf(lampHex) }],
  )
  const changed = lit.flatMap(({ name, day, lamp }) => {
    const difference = colourDifference(day, lamp)
    return difference > APART ? [{ one: name, other: null, difference }] : []
  })
  const alike = lit.flatMap((one, k) =>
    lit.slice(k + 1).flatMap((other) => {
      const difference = colourDifference(one.day, other.day)
      return difference > APART && colourDifference(one.lamp, other.lamp) < ALIKE
        ? [{ one: one.name, other: other.name, difference }]
        : []
    }),
  )
  return [...changed, ...alike]
}

/** The colours as a warm lamp shows them; by daylight where that was never matched. */
export function byLamp(colours: readonly Colour[]): readonly Colour[] {
  return colours.map((colour) => ({ ...colour, hex: colour.lampHex ?? colour.hex }))
}

/**
 * What was photographed, as it is by the light it was photographed in: the card beside it is known to be white, so channel by channel in linear light
 * everything is made as much lighter as the card has to be.
 */
export function balanced(hex: string, cardHex: string): string {
  const [colour, card] = [linearOf(hex), linearOf(cardHex)]
  const channel = (k: 0 | 1 | 2) => (colour[k] * CARD_REFLECTANCE) / Math.max(card[k], LEAST_LIGHT)
  return hexOf([channel(0), channel(1), channel(2)])
}

/** A card photographed darker than this is none (by eye). */
const LEAST_LIGHT = 0.02

/** The mean colour of a square of a picture around that pixel, in linear light. */
export function meanHex(
  {
    rgba,
    width,
    height,
  }: { readonly rgba: ArrayLike<number>; readonly width: number; readonly height: number },
  at: { readonly x: number; readonly y: number },
  reachPx: number,
): string {
  const sum = [0, 0, 0]
  let count = 0
  const [fromX, toX] = [Math.max(0, at.x - reachPx), Math.min(width - 1, at.x + reachPx)]
  const [fromY, toY] = [Math.max(0, at.y - reachPx), Math.min(height - 1, at.y + reachPx)]
  for (let y = fromY; y <= toY; y++)
    for (let x = fromX; x <= toX; x++) {
      const place = 4 * (y * width + x)
      const hex = `#${[0, 1, 2].map((k) => rgba[place + k]!.toString(16).padStart(2, '0')).join('')}`
      linearOf(hex).forEach((value, k) => (sum[k]! += value))
      count++
    }
  return hexOf([sum[0]! / count, sum[1]! / count, sum[2]! / count])
}
