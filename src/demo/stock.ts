import type { Colour, ColourKind } from '#core/colour/index.ts'
import { UPRIGHT, type Mold, type Outline } from '#core/mold/index.ts'
import type { Supply, SupplyOf } from '#core/shelf/index.ts'
import { ARCHETYPES, USUAL_WALL, type ArchetypeId, type Resin } from '#core/resin/index.ts'

/** The demo studio's shelf: an invented spare-room workshop, "Thistle Landing". Every name and figure is made up. */

function resin(like: ArchetypeId, changes: Partial<Resin>): Resin {
  return { ...ARCHETYPES[like], source: 'Made up for the demo studio', confidence: 'practice', ...changes }
}

export const RESINS: readonly Resin[] = [
  resin('quick', { id: 'demo-heron', name: 'Heron Quick' }),
  resin('medium', { id: 'demo-pebble', name: 'Pebble Two-to-One' }),
  resin('slow', { id: 'demo-tidepool', name: 'Tidepool Slow' }),
]

/** What its swatch card shows beside the cured drop. */
type Card = Pick<Colour, 'wetHex' | 'lampHex' | 'underWhiteHex' | 'pairs'>

function colour(id: string, name: string, kind: ColourKind, hex: string, card: Card = {}): Colour {
  return { id: `demo-${id}`, name, kind, hex, ...card }
}

export const COLOURS: readonly Colour[] = [
  colour('lagoon', 'Lagoon', 'alcoholInk', '#0f7c8c', { underWhiteHex: '#b3cdd2' }),
  colour('plum', 'Plum', 'alcoholInk', '#6d2a63'),
  colour('ember', 'Ember', 'alcoholInk', '#d4552a', { wetHex: '#a82c1e' }),
  colour('dusk', 'Dusk', 'alcoholInk', '#37447f', {
    wetHex: '#4a3f9a',
    lampHex: '#453a52',
    underWhiteHex: '#b7bccb',
    pairs: [{ withId: 'demo-lagoon', hex: '#1d3f6b' }],
  }),
  colour('rosehip', 'Rosehip', 'alcoholInk', '#c02d55'),
  colour('saffron', 'Saffron', 'alcoholInk', '#e0a21c'),
  colour('fern', 'Fern', 'alcoholInk', '#3f7d43'),
  colour('petrel', 'Petrel', 'alcoholInk', '#1d5567'),
  colour('sloe', 'Sloe', 'alcoholInk', '#2b2140'),
  colour('chalk', 'Chalk paste', 'whitePaste', '#f7f5ef'),
  colour('milk', 'Milk drop', 'whiteInk', '#fbfbf8'),
  colour('slate', 'Slate paste', 'paste', '#39424e'),
  colour('pewter', 'Pewter mica', 'mica', '#9aa0a6'),
  colour('frost', 'Frost glitter', 'glitter', '#dfe8ee'),
]

function mold(
  id: string,
  name: string,
  outline: Outline,
  depthMm: number,
  count: number,
  waterFillMl: number | null = null,
  cavities = 1,
): Mold {
  return {
    id: `demo-${id}`,
    name,
    outline,
    depthMm,
    count,
    waterFillMl,
    cavities,
    wall: USUAL_WALL,
    ...UPRIGHT,
  }
}

export const MOLDS: readonly Mold[] = [
  mold('coaster', 'Round coaster', { shape: 'circle', acrossMm: 100 }, 10, 12, 76),
  mold('hexagon', 'Hexagon coaster', { shape: 'hexagon', acrossMm: 95 }, 10, 6),
  mold('square', 'Soft-square coaster', { shape: 'square', acrossMm: 95, cornerMm: 14 }, 10, 4),
  mold('flower', 'Flower tray', { shape: 'flower', acrossMm: 200, petals: 8 }, 15, 2),
  mold('oval', 'Oval dish', { shape: 'oval', widthMm: 150, heightMm: 100 }, 12, 2),
  mold('octagon', 'Octagon tray', { shape: 'octagon', acrossMm: 150 }, 12, 1, 215),
  mold('heart', 'Heart dish', { shape: 'heart', widthMm: 120 }, 12, 2),
  mold('charm', 'Charm disc', { shape: 'circle', acrossMm: 35 }, 4, 1, null, 8),
]

/** A supply, how much of it was bought before the first pour, and for how much in smallest units. */
export interface DemoSupply {
  readonly supply: Supply
  readonly bought: number
  readonly priceMinor: number
}

function supply(
  id: string,
  name: string,
  of: SupplyOf,
  [bought, priceMinor, lowBelow]: readonly [number, number, number],
): DemoSupply {
  return {
    supply: { id: `demo-${id}`, name, of, lowBelow, openedOn: null, bestBefore: null },
    bought,
    priceMinor,
  }
}

export const SUPPLIES: readonly DemoSupply[] = [
  supply('heron-a', 'Heron Quick, part A', { kind: 'resinA', resinId: 'demo-heron' }, [740, 1490, 300]),
  supply('heron-b', 'Heron Quick, part B', { kind: 'resinB', resinId: 'demo-heron' }, [680, 1490, 300]),
  supply('chalk-ml', 'Chalk paste', { kind: 'colour', colourId: 'demo-chalk' }, [50, 690, 10]),
  supply('lagoon-ml', 'Lagoon', { kind: 'colour', colourId: 'demo-lagoon' }, [15, 450, 5]),
  supply('saffron-ml', 'Saffron', { kind: 'colour', colourId: 'demo-saffron' }, [15, 450, 5]),
  supply('gloves', 'Nitrile gloves, pairs', { kind: 'consumable', perBatch: 2, perPiece: 0 }, [50, 1190, 10]),
  supply('bags', 'Piping bags', { kind: 'consumable', perBatch: 1, perPiece: 0 }, [12, 360, 5]),
]

/** What a mold of the demo cost, and how long it lasts. */
export const MOLD_PRICES: readonly {
  readonly id: string
  readonly priceMinor: number
  readonly lifePours: number
}[] = [
  { id: 'demo-coaster', priceMinor: 650, lifePours: 40 },
  { id: 'demo-square', priceMinor: 700, lifePours: 40 },
  { id: 'demo-flower', priceMinor: 1900, lifePours: 25 },
]
