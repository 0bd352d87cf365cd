import type { Dose, LaterLayer, LayerAmount, Portion, Zone, ZonePlace } from '#core/batch/index.ts'
import type { LayerStartId, LayerWhen } from '#core/technique/index.ts'
import { printQuantity, type UnitChoice } from '#core/units/index.ts'

/** What a person adds a layer by. */
export const LAYER_START_WORDS: Readonly<Record<LayerStartId, string>> = {
  secondPour: 'A second pour, up to the lip',
  bloomLayer: 'A bloom, with marks of its own',
  petriLayer: 'A petri, with marks of its own',
  swirledLayer: 'A swirled petri, with marks of its own',
  laidInLayer: 'A thin pour with things laid into it',
  steppedLayer: 'A pour with steps of its own',
  back: 'A back',
  crackle: 'A crackle back',
  marbled: 'A marbled side that nobody sees',
  clearCoat: 'A clear coat',
  lampFilm: 'A film that a lamp cures',
  heatCoat: 'A heat-resistant coat',
  paint: 'Paint or ink, water-based',
  solventPaint: 'Solvent paint',
  varnish: 'Pen or varnish on the edge',
  transfer: 'A transfer graphic',
  gilding: 'Gilding',
}

export const LAYER_WHEN_WORDS: Readonly<Record<LayerWhen, string>> = {
  bonds: 'While it takes a print: it bonds',
  nextDay: 'Next day, in the mold: scuff it first',
  hard: 'On what is hard or dry, in the mold',
  demolded: 'After demolding, in the lip: scuff it first',
  finished: 'On the finished piece',
}

const SHORT_WHEN: Readonly<Record<LayerWhen, string>> = {
  bonds: 'bonds',
  nextDay: 'next day',
  hard: 'on what is hard',
  demolded: 'after demolding',
  finished: 'on the finished piece',
}

/** The moment in a word or two. */
export function shortWhen(when: LayerWhen): string {
  return SHORT_WHEN[when]
}

export const AMOUNT_WORDS: Readonly<Record<LayerAmount['by'], string>> = {
  depth: 'So deep',
  rest: 'Up to the lip',
  share: 'A share of what is free',
  volume: 'So much in each piece',
  beside: 'As high as the layer before it',
  none: 'No resin',
}

export const ZONE_WORDS: Readonly<Record<ZonePlace, string>> = {
  side: 'one side',
  middle: 'the middle',
  edge: 'round the edge',
  spots: 'in spots',
}

/** On which part of the piece: "one side, 50 %"; nothing where it is on all of it. */
export function wordZone(zone: Zone | null): string {
  return zone ? `${ZONE_WORDS[zone.place]}, ${Math.round(100 * zone.frac)} %` : ''
}

export const PORTION_WORDS: Readonly<Record<Portion['by'], string>> = {
  share: 'A share',
  mass: 'So much',
  rest: 'The rest of it',
  firstPour: 'All of the first pour',
  cups: 'From other cups',
  ownMix: 'A small mix of its own',
  bottle: 'From the bottle',
}

export const DOSE_KIND_WORDS: Readonly<Record<Dose['by'], string>> = {
  dropsPerG: 'drops/g',
  share: '%',
  drops: 'drops',
  mass: 'g',
  scoops: 'scoops',
}

/** A layer in a line: how much of it, when, and what tints it. */
export function wordLayerLine(
  { amount, when, zone, cups, resin, drawn }: LaterLayer,
  units: UnitChoice,
): string {
  const colours = [
    ...cups.flatMap((cup) => cup.colours.map(({ colour }) => colour.name)),
    ...(drawn?.colours ?? []).map(({ name }) => name),
  ]
  return [
    wordAmount(amount, units),
    wordZone(zone),
    SHORT_WHEN[when],
    ...(cups.length > 1 && amount.by !== 'none' ? [`${cups.length} cups`] : []),
    ...(colours.length > 0 ? [[...new Set(colours)].join(', ')] : []),
    ...(resin ? [resin.name] : []),
  ]
    .filter((part) => part !== '')
    .join('; ')
}

function wordAmount(amount: LayerAmount, units: UnitChoice): string {
  switch (amount.by) {
    case 'depth':
      return printQuantity(amount.mm, units.length)
    case 'rest':
      return 'up to the lip'
    case 'share':
      return `${Math.round(100 * amount.frac)} % of what is free`
    case 'volume':
      return `${printQuantity(amount.ml, units.volume)} a piece`
    case 'beside':
      return 'beside it'
    case 'none':
      return ''
    default:
      return amount satisfies never
  }
}
