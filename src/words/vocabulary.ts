import type { CupStrategy, WhiteDose } from '#core/batch/index.ts'
import type { ColourKind } from '#core/colour/index.ts'
import type { Look, TimingVerdict } from '#core/journal/index.ts'
import type { Outline } from '#core/mold/index.ts'
import type { Confidence, Feel, MixRatio, StageId } from '#core/resin/index.ts'

/** The trade's words for what the core calls by id. */

export const FEEL_WORDS: Readonly<Record<Feel, string>> = {
  runs: 'runs',
  threads: 'threads',
  prints: 'takes a print',
  bends: 'bends',
  stiff: 'stiff',
}

/** What a stage of the resin is good for. */
export const STAGE_WORDS: Readonly<Record<StageId, string>> = {
  inkSpreads: 'inks spread freely',
  pipe: 'white may be piped',
  string: 'threads: swirl',
  cloudPull: 'clouds may be pulled',
  gel: 'gelled',
  footprint: 'takes a print: a new layer bonds',
  leathery: 'leathery: drape',
  bendy: 'bendy still',
  demold: 'stiff enough to demold',
  use: 'cured for use',
}

/** Doses that are mixed, the thinnest first. */
export const DOSES: readonly WhiteDose[] = ['translucent', 'milky', 'opaque']

export const DOSE_WORDS: Readonly<Record<WhiteDose, string>> = {
  translucent: 'See-through on a wiped stick',
  milky: 'Milky on a wiped stick',
  opaque: 'Opaque on a wiped stick',
  ink: 'White ink, undiluted',
}

export const STRATEGY_WORDS: Readonly<Record<CupStrategy, string>> = {
  rest: 'Rest in one deep cup',
  split: 'Rest in two half cups',
  atOnce: 'Pour at once, wait in the mold',
}

export const COLOUR_KIND_WORDS: Readonly<Record<ColourKind, string>> = {
  alcoholInk: 'alcohol ink',
  whiteInk: 'white alcohol ink',
  whitePaste: 'white paste',
  paste: 'paste',
  mica: 'mica',
  glitter: 'glitter',
  metallicInk: 'metallic alcohol ink',
  liquidTint: 'liquid tint',
  waterInk: 'water-based ink',
  powder: 'pigment powder',
  paint: 'water-based paint',
  solventPaint: 'solvent paint',
  pen: 'paint pen',
  varnish: 'varnish',
  gildingPowder: 'gilding powder',
}

/** How to look, and for what. */
export const LOOK_WORDS: Readonly<Record<Look, { readonly name: string; readonly how: string }>> = {
  black: {
    name: 'On black',
    how: 'Lay it on something black, face up, then the other side: petals, gaps and rims show.',
  },
  tilted: {
    name: 'Tilted in daylight',
    how: 'At a window, turned slowly: metallics, bubbles, dust and bald spots catch the light.',
  },
  touched: {
    name: 'By touch and from the side',
    how: 'Back flat, rim not sharp, not tacky, does not bend, as thick on both sides. Gloves if it still feels tacky.',
  },
  thoughtBack: { name: 'Thinking back', how: 'What ran short or was left over while pouring.' },
}

export const SHAPE_WORDS: Readonly<Record<Outline['shape'], string>> = {
  circle: 'Circle',
  square: 'Rounded square',
  rectangle: 'Rectangle',
  hexagon: 'Hexagon',
  octagon: 'Octagon',
  oval: 'Oval',
  flower: 'Flower',
  heart: 'Heart',
  drawn: 'Drawn: from a file or traced',
}

export const TIMING_WORDS: Readonly<Record<TimingVerdict, string>> = {
  tooEarly: 'too early',
  right: 'right',
  tooLate: 'too late',
}

export const CONFIDENCE_WORDS: Readonly<Record<Confidence, string>> = {
  measured: 'measured',
  dataSheet: 'from the data sheet',
  practice: 'common practice',
  memory: 'from memory',
}

/** "2 : 1 by volume". */
export function ratioWords({ by, partsA, partsB }: MixRatio): string {
  return `${partsA} : ${partsB} by ${by}`
}

/** The two sets of units a studio may show. */
export const UNIT_CHOICES = [
  { id: 'metric', name: 'g, ml, mm, °C' },
  { id: 'us', name: 'oz by weight, US fl oz, in, °F' },
] as const
