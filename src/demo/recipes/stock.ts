import type { Colour, ColourKind } from '#core/colour/index.ts'
import { UPRIGHT, type Mold, type Outline } from '#core/mold/index.ts'
import { ARCHETYPES, USUAL_WALL } from '#core/resin/index.ts'

/* What recipes are begun from: made-up colours and molds, beside the typical resins. */

export const { quick, medium, slow } = ARCHETYPES

function colour(id: string, name: string, kind: ColourKind, hex: string): Colour {
  return { id: `recipe-${id}`, name, kind, hex }
}

export const CHALK = colour('chalk', 'White paste', 'whitePaste', '#f6f4ee')
export const MILK = colour('milk', 'White ink', 'whiteInk', '#fbfbf8')
export const TARN = colour('tarn', 'Tarn', 'alcoholInk', '#1b6f86')
export const HEATHER = colour('heather', 'Heather', 'alcoholInk', '#7a4a8c')
export const BRACKEN = colour('bracken', 'Bracken', 'alcoholInk', '#b5662b')
export const GORSE = colour('gorse', 'Gorse', 'alcoholInk', '#d9a520')
export const PYRITE = colour('pyrite', 'Pyrite', 'metallicInk', '#b39a54')
export const MOSS = colour('moss', 'Moss', 'alcoholInk', '#4f7a3a')
export const PEAT = colour('peat', 'Peat paste', 'paste', '#2b2622')
export const LOCH = colour('loch', 'Loch paste', 'paste', '#1f3a57')
export const BLUSH = colour('blush', 'Blush tint', 'liquidTint', '#d98f8a')
export const MIST = colour('mist', 'Mist tint', 'liquidTint', '#9fb7c4')
export const PEWTER = colour('pewter', 'Pewter mica', 'mica', '#9a9ea3')
export const FLAKES = colour('flakes', 'Copper flakes', 'glitter', '#b87447')
export const LEAFGOLD = colour('gold', 'Gold powder', 'gildingPowder', '#c9a23f')
export const RUST_PAINT = colour('rust', 'Rust paint', 'paint', '#8c4a2f')
export const FERN_PAINT = colour('fern', 'Fern paint', 'paint', '#4d6b3c')
export const GLOSS = colour('gloss', 'Gloss varnish', 'varnish', '#f3efe2')

function mold(id: string, name: string, outline: Outline, depthMm: number, more: Partial<Mold> = {}): Mold {
  return {
    id: `recipe-${id}`,
    name,
    outline,
    depthMm,
    waterFillMl: null,
    ...UPRIGHT,
    count: 8,
    cavities: 1,
    wall: USUAL_WALL,
    ...more,
  }
}

export const COASTER = mold('coaster', 'Coaster, 10 cm', { shape: 'circle', acrossMm: 100 }, 10)
export const RAISED = mold('raised', 'Coaster with a raised edge', { shape: 'circle', acrossMm: 100 }, 11, {
  edge: { heightMm: 4, widthMm: 6 },
})
export const HEXAGON = mold('hexagon', 'Hexagon, 9 cm', { shape: 'hexagon', acrossMm: 90 }, 10)
export const LONG_TRAY = mold(
  'tray',
  'Long tray',
  { shape: 'rectangle', widthMm: 300, heightMm: 150, cornerMm: 18 },
  15,
)
export const STAR = mold('star', 'Eight-limbed tray', { shape: 'flower', acrossMm: 200, petals: 8 }, 15)
export const BOWL = mold('bowl', 'Trinket bowl', { shape: 'circle', acrossMm: 120 }, 30)
export const CHARM = mold('charm', 'Charm disc', { shape: 'circle', acrossMm: 35 }, 5, { cavities: 8 })
export const DISH = mold('dish', 'Ready-made dish', { shape: 'circle', acrossMm: 60 }, 9, {
  stays: true,
  count: 12,
})
export const SHEET = mold('sheet', 'Round sheet, 22 cm', { shape: 'circle', acrossMm: 220 }, 4)
export const BLOCK = mold(
  'block',
  'Block',
  { shape: 'rectangle', widthMm: 90, heightMm: 60, cornerMm: 3 },
  24,
)
