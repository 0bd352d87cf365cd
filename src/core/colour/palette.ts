import type { Colour } from './colour.ts'
import { chromaOf, colourDifference, hueOf, lightnessOf } from './difference.ts'
import { hexOf, inkLayer, linearOf, seen, together, type ColourLayer, type Linear } from './layers.ts'
import { CARD, inkUnderWhite, pairHex, whiteLayer } from './swatch.ts'

/** Two inks that ran into each other. */
export interface Overlap {
  readonly one: string
  readonly other: string
  /** As it would look over a white card, or does where it was matched. */
  readonly hex: string
  readonly matched: boolean
  /** Neither of the two any more, and no colour of its own. */
  readonly muddy: boolean
}

/** An ink above this chroma was a colour; one darker than that makes every overlap dark, and nobody calls it mud (both by eye). */
const CLEAR_CHROMA = 0.07
const DARK_INK = 0.3
/** An overlap that keeps less of the duller ink's chroma than this is dirty; a dark orange is what people call brown (by eye). */
const KEPT_CHROMA = 0.6
const BROWN = { hueFrom: 30, hueTo: 80, lightnessBelow: 0.45 } as const

/** Every pair of inks and what they give where they meet. */
export function overlapsOf(inks: readonly Colour[]): readonly Overlap[] {
  return inks.flatMap((one, k) => inks.slice(k + 1).map((other) => overlapOf(one, other)))
}

function overlapOf(one: Colour, other: Colour): Overlap {
  const matched = pairHex(one, other)
  const both = matched ? linearOf(matched) : seen([together(inkLayer(one.hex), inkLayer(other.hex))], CARD)
  const own = [one, other].map(({ hex }) => linearOf(hex))
  const clear = own.every((each) => chromaOf(each) > CLEAR_CHROMA && lightnessOf(each) > DARK_INK)
  return {
    one: one.name,
    other: other.name,
    hex: hexOf(both),
    matched: matched !== null,
    muddy: clear && (chromaOf(both) < KEPT_CHROMA * Math.min(...own.map(chromaOf)) || isBrown(both)),
  }
}

function isBrown(colour: Linear): boolean {
  const hue = hueOf(colour)
  return hue >= BROWN.hueFrom && hue <= BROWN.hueTo && lightnessOf(colour) < BROWN.lightnessBelow
}

/** A colour that is another one once it has cured. */
export interface CuringShift {
  readonly name: string
  readonly wetHex: string
  readonly hex: string
  /** CIEDE2000 between the two. */
  readonly difference: number
}

/** A shift below this nobody notices beside the work (by eye). */
const NOTICED_SHIFT = 4

/** The colours that change on curing, of those whose wet swatch was matched. */
export function curingShifts(colours: readonly Colour[]): readonly CuringShift[] {
  return colours.flatMap(({ name, wetHex, hex }) => {
    if (wetHex === undefined) return []
    const difference = colourDifference(linearOf(wetHex), linearOf(hex))
    return difference < NOTICED_SHIFT ? [] : [{ name, wetHex, hex, difference }]
  })
}

/** A colour that could stand behind a piece. */
export interface BackColour {
  readonly id: string
  readonly name: string
  readonly hex: string
}

/** No back lets the table show through (by eye). */
export const USUAL_BACKS: readonly BackColour[] = [
  { id: 'none', name: 'No back', hex: '#e6e5e1' },
  { id: 'white', name: 'White', hex: '#eeeeec' },
  { id: 'black', name: 'Black', hex: '#1b1b1c' },
  { id: 'navy', name: 'Navy', hex: '#1b2f61' },
  { id: 'gold', name: 'Gold', hex: '#c0a65a' },
  { id: 'teal', name: 'Teal', hex: '#27807f' },
]

export type BackReason =
  /** Light behind: white petals have nothing to stand against. */
  | 'swallowsPetals'
  /** Dark behind: transparent inks have no light to colour. */
  | 'swallowsInks'
  | 'bothShow'
  | 'faintPetals'
  | 'faintInks'

/** How a back would carry petals and inks. */
export interface RankedBack extends BackColour {
  /** White petals beside the inked ground, mean over the inks, CIEDE2000. */
  readonly petalContrast: number
  /** The inked ground beside the bare back, mean over the inks. */
  readonly inkContrast: number
  readonly reason: BackReason
  /** An example: the first ink's ground and a petal on it. */
  readonly groundHex: string
  readonly petalHex: string
}

/** A difference that is seen at a glance, and one that has to be looked for (by eye). */
const CLEAR_DIFFERENCE = 14
const FAINT_DIFFERENCE = 8
/** Petals are what a bloom is for; colour between them counts half. */
const INK_SHARE = 0.5
/** Beyond this more difference is not more beauty. */
const MOST_COUNTED = 40

/** So many inks want light behind them to be told apart (common practice: a many-coloured piece wants white). */
const MANY_INKS = 4
/** Darker than this a back deepens pastels, lighter than that it swallows white (OKLab lightness, by eye). */
const DARK_L = 0.45
const LIGHT_L = 0.8

/** What stands in front of a back: how strong the white is (its scattering depth), and whether it is see-through on a wiped stick. */
export interface WhiteInFront {
  readonly scatter: number
  readonly seeThrough: boolean
}

/**
 * Backs for those inks and that white. White petals or walls over see-through inks want a dark one: pastels deepen on it, and white is
 * swallowed by white. Opaque and many-coloured pieces want white (common practice, no source). Among backs of a kind the one on which most shows comes
 * first.
 */
export function rankBacks(
  inks: readonly Colour[],
  white: WhiteInFront,
  backs: readonly BackColour[] = USUAL_BACKS,
): readonly RankedBack[] {
  if (inks.length === 0) return []
  const layer = whiteLayer(white.scatter)
  const wantsDark = white.seeThrough && inks.length < MANY_INKS
  return backs
    .map((back) => rankedBack(inks, layer, back))
    .sort(
      (one, other) => placeOf(one, wantsDark) - placeOf(other, wantsDark) || showsOf(other) - showsOf(one),
    )
}

/** 0 for the kind that is wanted, 2 for its opposite, 1 for what lies between; the table that shows through comes last of its kind. */
function placeOf({ id, hex }: BackColour, wantsDark: boolean): number {
  const light = lightnessOf(linearOf(hex))
  const kind = light < DARK_L ? 0 : light > LIGHT_L ? 2 : 1
  return (wantsDark ? kind : 2 - kind) + (id === 'none' ? 0.5 : 0)
}

/** How much shows, for an order among backs. */
export function showsOf({
  petalContrast,
  inkContrast,
}: Pick<RankedBack, 'petalContrast' | 'inkContrast'>): number {
  return Math.min(petalContrast, MOST_COUNTED) + INK_SHARE * Math.min(inkContrast, MOST_COUNTED)
}

function rankedBack(inks: readonly Colour[], white: ColourLayer, back: BackColour): RankedBack {
  const behind = linearOf(back.hex)
  const faces = inks.map((ink) => ({
    ground: seen([inkLayer(ink.hex)], behind),
    petal: seen([white, inkUnderWhite(ink)], behind),
  }))
  const mean = (of: (face: (typeof faces)[number]) => number) =>
    faces.reduce((sum, face) => sum + of(face), 0) / faces.length
  const petalContrast = mean(({ ground, petal }) => colourDifference(ground, petal))
  const inkContrast = mean(({ ground }) => colourDifference(ground, behind))
  return {
    ...back,
    petalContrast,
    inkContrast,
    reason: reasonOf(petalContrast, inkContrast),
    groundHex: hexOf(faces[0]!.ground),
    petalHex: hexOf(faces[0]!.petal),
  }
}

/** What a back does to a piece, by two differences of CIEDE2000: petals beside ground, ground beside the bare back. */
export function reasonOf(petalContrast: number, inkContrast: number): BackReason {
  if (petalContrast < FAINT_DIFFERENCE) return 'swallowsPetals'
  if (inkContrast < FAINT_DIFFERENCE) return 'swallowsInks'
  if (petalContrast < CLEAR_DIFFERENCE) return 'faintPetals'
  return inkContrast < CLEAR_DIFFERENCE ? 'faintInks' : 'bothShow'
}
