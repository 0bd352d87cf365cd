import type { Colour, ColourKind } from '#core/colour/index.ts'
import type { Mold, Outline } from '#core/mold/index.ts'
import { ARCHETYPES, type ArchetypeId, type Resin } from '#core/resin/index.ts'

/** The demo studio's shelf: an invented spare-room workshop, "Thistle Landing". Every name and figure is made up. */

function resin(like: ArchetypeId, changes: Partial<Resin>): Resin {
  return { ...ARCHETYPES[like], source: 'Made up for the demo studio', confidence: 'practice', ...changes }
}

export const RESINS: readonly Resin[] = [
  resin('quick', { id: 'demo-heron', name: 'Heron Quick' }),
  resin('medium', { id: 'demo-pebble', name: 'Pebble Two-to-One' }),
  resin('slow', { id: 'demo-tidepool', name: 'Tidepool Slow' }),
]

function colour(id: string, name: string, kind: ColourKind, hex: string, wetHex?: string): Colour {
  return { id: `demo-${id}`, name, kind, hex, ...(wetHex && { wetHex }) }
}

export const COLOURS: readonly Colour[] = [
  colour('lagoon', 'Lagoon', 'alcoholInk', '#0f7c8c'),
  colour('plum', 'Plum', 'alcoholInk', '#6d2a63'),
  colour('ember', 'Ember', 'alcoholInk', '#d4552a', '#a82c1e'),
  colour('dusk', 'Dusk', 'alcoholInk', '#37447f', '#4a3f9a'),
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
  return { id: `demo-${id}`, name, outline, depthMm, count, waterFillMl, cavities }
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
