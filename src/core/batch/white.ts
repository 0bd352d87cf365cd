import { holdsAlcohol, isWhite, type Colour } from '../colour/index.ts'
import { beadLengthMm, type LaidPattern } from '../pattern/index.ts'
import type { WhiteRule } from '../technique/index.ts'
import type { Addition } from './cups.ts'
import { EXCESS_DENSITY_KG_PER_M3 } from './dose.ts'
import type { WhiteChoice, WhiteDose } from './drawn.ts'
import { additionOf, holeOf, type Bag } from './layerCups.ts'

/** Common practice: 9 to 10 drops of white in 30 g is see-through on a wiped stick. Stronger doses go up with density. */
const TRANSLUCENT_DROPS_PER_G = 9.5 / 30

/** Drops of white that portion takes; null where the white comes undiluted from its bottle. */
export function whiteDrops(dose: WhiteDose, portionG: number): number | null {
  if (dose === 'ink') return null
  const strength = EXCESS_DENSITY_KG_PER_M3[dose] / EXCESS_DENSITY_KG_PER_M3.translucent
  return Math.round(TRANSLUCENT_DROPS_PER_G * strength * portionG)
}

/** A colour of the white's cup with how much of it goes in; null where the plan names no white. */
export interface Whitening {
  readonly colour: Colour | null
  readonly addition: Addition
}

/** What whitens a portion of that mass: its own colours as they are dosed, else the plan's whites, whose drops are shared evenly. */
export function whitensOf(
  { white, colours }: { readonly white: WhiteChoice; readonly colours: readonly Colour[] },
  portionG: number,
): readonly Whitening[] {
  if (white.colours && white.colours.length > 0)
    return white.colours.map((dosed) => ({ colour: dosed.colour, addition: additionOf(dosed, portionG) }))
  const drops = whiteDrops(white.dose, portionG)
  if (!drops) return []
  const whites = colours.filter(isWhite)
  if (whites.length === 0) return [{ colour: null, addition: { what: 'white', drops } }]
  const each = Math.floor(drops / whites.length)
  return whites.map((colour, k) => ({
    colour,
    addition: { what: colour.name, drops: each + (k < drops % whites.length ? 1 : 0) },
  }))
}

/** Whether what is piped as white gives off alcohol: a white ink does, in resin or undiluted. */
export function whiteBurns({
  white,
  colours,
}: {
  readonly white: WhiteChoice
  readonly colours: readonly Colour[]
}): boolean {
  const own = white.colours?.map(({ colour }) => colour) ?? []
  return white.dose === 'ink' || (own.length > 0 ? own : colours.filter(isWhite)).some(holdsAlcohol)
}

/** What white one piece takes. */
export interface PieceWhite {
  readonly volumeMl: number
  readonly beadMm: number
  readonly drops: number
}

/** Where nothing white goes in. */
const NO_WHITE: PieceWhite = { volumeMl: 0, beadMm: 0, drops: 0 }

/** The white of one piece with that pattern: its beads' length and volume, or a needle's drop on every drop of ink. */
export function whiteForPiece(laid: LaidPattern, { rule, rounds, holeMm, bags }: WhiteWork): PieceWhite {
  if (rule.by === 'none') return NO_WHITE
  if (rule.by === 'needle') {
    const drops = laid.drops.length * rounds
    return { volumeMl: drops * rule.dropMl, beadMm: 0, drops }
  }
  const beadMm = laid.beads.reduce((sum, bead) => sum + beadLengthMm(bead), 0)
  const volumeMl = laid.beads.reduce(
    (sum, bead) => sum + pipedMl(beadLengthMm(bead), holeOf(bead.bag, { bags, holeMm })),
    0,
  )
  return { volumeMl, beadMm, drops: 0 }
}

interface WhiteWork extends Pick<WhiteChoice, 'holeMm'> {
  readonly rule: WhiteRule
  readonly rounds: number
  readonly bags?: readonly Bag[] | undefined
}

/** What so much bead through that hole takes, ml: a round thread. */
export function pipedMl(lengthMm: number, holeMm: number): number {
  return (lengthMm * Math.PI * (holeMm / 2) ** 2) / 1000
}

/** Narrower than this no second bead fits beside the first, and the white has no room to flow. */
export function narrowFromMm({
  rimMarginMm,
  ringSpacingMm,
}: Pick<WhiteChoice, 'rimMarginMm' | 'ringSpacingMm'>): number {
  return 2 * rimMarginMm + ringSpacingMm
}

/** Petri cells an area takes, at least one. */
export function cellsOf(areaMm2: number, cellMm2: number): number {
  return Math.max(1, Math.round(areaMm2 / cellMm2))
}
