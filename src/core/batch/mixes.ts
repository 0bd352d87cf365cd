import type { Colour } from '../colour/index.ts'
import { mixedDensityGPerMl, type Resin } from '../resin/index.ts'
import { layerOfMix, mixOfCup, takesCups, TECHNIQUES, type Technique } from '../technique/index.ts'
import { inkOfDrop } from '../pattern/index.ts'
import { bagShares } from './bags.ts'
import { drawnIn, pourOfLayer } from './drawnLayers.ts'
import { cupFor, type Addition, type Cup, type CupFor, type Drops } from './cups.ts'
import { additionOf, divided, firstPoured, ofOneMix, ownMixes, type LayerCup } from './layerCups.ts'
import { mixedLayers, type LaterLayer } from './laterLayers.ts'
import {
  bedVolumeMl,
  stirredFor,
  fillMolds,
  governingBedMm,
  heldOf,
  laterAmount,
  pipedDepthMm,
  pipedVolumeMl,
  type MoldFill,
} from './layers.ts'
import { routeLeftover, type LeftoverUse } from './leftovers.ts'
import { measureParts, partsWeighed, type MeasuredParts } from './parts.ts'
import { POUR_MIX, type BatchRequest } from './request.ts'
import { whitensOf } from './white.ts'

/** What a mix is stirred for: the pour, a white that could not wait, a layer laid later, or one cup of that. */
export type MixFor = 'pour' | 'white' | 'layer' | 'cup'

/** One stirring of A and B. */
export interface Mix {
  /** Of a layer's mix the layer's own; of one cup of it `mixOfCup`. */
  readonly id: string
  readonly of: MixFor
  /** The layer's, or the cup's; null where the technique words it. */
  readonly name: string | null
  readonly resin: Resin
  /** Mean depth of its layer, where it is one. */
  readonly depthMm: number
  /** What reaches the molds. */
  readonly inMoldsG: number
  readonly lossG: number
  readonly needG: number
  readonly parts: MeasuredParts
  /** What of it can be divided into cups: all, or what the pieces take that are poured from them. */
  readonly dividedG: number
  readonly cups: readonly Cup[]
  readonly leftoverUses: readonly LeftoverUse[]
}

/** Drops that one of those pieces takes, per ink. */
export interface PieceDrops {
  /** Of the order, as its fill has it. */
  readonly id: string
  readonly name: string
  readonly inks: readonly Drops[]
  readonly whiteDrops: number
}

/** The mixes of an order: bed and white from one stirring, each later layer from another, in the order they are poured. */
export function mixesOf(
  request: BatchRequest,
  technique: Technique,
  fills: readonly MoldFill[],
): readonly Mix[] {
  const apart = technique.white.by === 'bag' && request.whiteApart === true
  return [
    pourMix(request, technique, fills),
    ...(apart ? [whiteMix(request, fills)] : []),
    ...mixedLayers(request.layers).flatMap(
      (layer) => drawnMix(request, layer, fills) ?? layerMixes(request, layer, laterAmount(fills, layer)),
    ),
  ]
}

/** The one mix of a layer that is drawn: its bed and its white; null for any other layer. */
function drawnMix(
  request: BatchRequest,
  layer: LaterLayer,
  stacked: readonly MoldFill[],
): readonly Mix[] | null {
  const pour = pourOfLayer(request, layer, stacked)
  if (!pour) return null
  const technique = TECHNIQUES[pour.technique]
  const mix = pourMix(pour, technique, fillMolds(pour, technique))
  return [{ ...mix, id: layer.id, of: 'layer', name: layer.name }]
}

function pourMix(request: BatchRequest, technique: Technique, fills: readonly MoldFill[]): Mix {
  const { resin } = request
  const density = mixedDensityGPerMl(resin)
  const bedG = bedVolumeMl(stirredFor(fills)) * density
  const surplusG = bedVolumeMl(fills) * density - bedG
  const heldG = heldOf(fills).volumeMl * density
  const overG = fills.reduce((sum, { count, onObjectMl }) => sum + count * onObjectMl, 0) * density
  const bag = technique.white.by === 'bag' && !request.whiteApart
  const whiteG = bag ? pipedVolumeMl(fills) * density : 0
  const bags = bag ? bagShares(fills, request) : []
  const moreG = whiteOverG(request, bags, whiteG)
  const cups = dividedCups(request, technique)
  const first = heldG > 0 ? firstPoured(cups) : undefined
  const parts = cups.filter((each) => each !== first)
  const bagsG = whiteG + bags.length * request.loss.bagResidueG
  const tinted = fills.filter((fill) => takesCups(TECHNIQUES[fill.technique]))
  // Where others stay clear, the cups are weighed off for the pieces that are poured from them.
  const someTinted = cups.length > 0 && (tinted.length < fills.length || heldG > 0)
  const mixingCupG = someTinted ? request.loss.cupFilmG : 0
  const lossG = filmsG(request, parts) + mixingCupG + bags.length * request.loss.bagResidueG + moreG
  const stirred = withSurplus(
    measured(request, resin, {
      id: POUR_MIX,
      inMoldsG: bedG + heldG + whiteG + overG,
      lossG,
      leastG: request.leastMixG,
    }),
    surplusG,
  )
  const mix = withoutSpilt(stirred, request.measured?.spiltG ?? 0)
  const { totalG } = mix.parts.byWeight
  // Where something is held back the bed stays clear, and the cups are what is held back.
  const tintedG = heldG > 0 ? heldG : bedVolumeMl(tinted) * density
  const dividedG = someTinted ? tintedG + filmsG(request, parts) : totalG
  const mixCups =
    cups.length > 0 && !someTinted
      ? cupsOf('mix', parts, totalG, resin)
      : request.cupStrategy === 'split'
        ? [cup('mix', 'half', totalG / 2, { resin }), cup('otherMix', 'half', totalG / 2, { resin })]
        : [cup('mix', 'mix', totalG, { resin })]
  return {
    id: POUR_MIX,
    of: 'pour',
    name: null,
    resin,
    depthMm: governingBedMm(fills),
    ...mix,
    dividedG,
    cups: [
      ...mixCups,
      ...(someTinted ? partsOf('mix', parts, dividedG, resin) : []),
      ...(first
        ? [firstCup(first, totalG - dividedG - bagsG - moreG, { resin, brimMl: mixCups[0]!.brimMl })]
        : []),
      ...bagCups(request, bags, bagsG, moreG),
    ],
  }
}

/** The white as a small mix of its own. */
function whiteMix(request: BatchRequest, fills: readonly MoldFill[]): Mix {
  const { resin } = request
  const { bagResidueG, cupFilmG } = request.loss
  const bags = bagShares(fills, request)
  const inMoldsG = pipedVolumeMl(fills) * mixedDensityGPerMl(resin)
  const moreG = whiteOverG(request, bags, inMoldsG)
  const mix = measured(request, resin, {
    id: 'white',
    inMoldsG,
    lossG: cupFilmG + bags.length * bagResidueG + moreG,
  })
  return {
    id: 'white',
    of: 'white',
    name: null,
    resin,
    depthMm: pipedDepthMm(fills),
    ...mix,
    cups: bagCups(request, bags, mix.parts.byWeight.totalG - moreG, moreG),
  }
}

/** What the cup is called that a bag is filled from. */
function bagCupId(bag: string): string {
  return `bag.${bag}`
}

/** By how much the white's portion, as somebody asked for it, is more than its beads and its bag take. */
function whiteOverG(
  { white: { portionG }, loss }: BatchRequest,
  bags: ReturnType<typeof bagShares>,
  pipedG: number,
): number {
  const own = bags.find(({ bag }) => bag === null)
  return own && portionG ? Math.max(0, portionG - own.frac * pipedG - loss.bagResidueG) : 0
}

/** A cup for each bag: what its beads take of that mass, and what stays in each of them; the white's with so much more. */
function bagCups(
  request: BatchRequest,
  bags: ReturnType<typeof bagShares>,
  totalG: number,
  whiteMoreG: number,
): readonly Cup[] {
  const { bagResidueG } = request.loss
  const pipedG = totalG - bags.length * bagResidueG
  return bags.map(({ bag, frac }) => {
    const massG = frac * pipedG + bagResidueG
    if (!bag) return whiteCup(request, massG + whiteMoreG, whiteMoreG)
    const additions = bag.colours.map((dosed) => additionOf(dosed, massG))
    return cup(bagCupId(bag.id), 'bag', massG, { resin: request.resin, name: bag.name, additions })
  })
}

function whiteCup(request: BatchRequest, portionG: number, overG: number): Cup {
  const additions = whitensOf(request, portionG).map(({ addition }) => addition)
  const white = cup('white', 'white', portionG, { resin: request.resin, additions })
  return overG > 0 ? { ...white, overG } : white
}

/** The cup the white of the pour stands in, whichever mix it is from; undefined where none is portioned. */
export function whiteCupOf(mixes: readonly Mix[]): Cup | undefined {
  return mixes
    .filter(({ of }) => of === 'pour' || of === 'white')
    .flatMap(({ cups }) => cups)
    .find(({ holds }) => holds === 'white')
}

/** The mix of the pour itself. */
export function pourMixOf(mixes: readonly Mix[]): Mix {
  return mixes.find(({ of }) => of === 'pour')!
}

/** A layer's mix, and after it each cup that is stirred by itself. */
function layerMixes(
  request: BatchRequest,
  layer: LaterLayer,
  { volumeMl, depthMm }: { readonly volumeMl: number; readonly depthMm: number },
): readonly Mix[] {
  const resin = layer.resin ?? request.resin
  const own = ownMixes(layer.cups)
  const cups = ofOneMix(layer.cups)
  const ownG = own.reduce((sum, { g }) => sum + g, 0)
  const mix = measured(request, resin, {
    id: layer.id,
    inMoldsG: Math.max(0, volumeMl * mixedDensityGPerMl(resin) - ownG),
    lossG: filmsG(request, cups),
  })
  const { id, name } = layer
  return [
    {
      id,
      of: 'layer',
      name,
      resin,
      depthMm,
      ...mix,
      cups: cupsOf(id, cups, mix.parts.byWeight.totalG, resin),
    },
    ...own.map(({ cup: part, g }): Mix => {
      const own = mixOfCup(id, part.id)
      const small = measured(request, resin, { id: own, inMoldsG: g, lossG: request.loss.cupFilmG })
      const massG = small.parts.byWeight.totalG
      const additions = part.colours.map((dosed) => additionOf(dosed, massG))
      return {
        id: own,
        of: 'cup',
        name: part.name,
        resin,
        depthMm,
        ...small,
        cups: [cup(part.id, 'part', massG, { resin, name: part.name, additions })],
      }
    }),
  ]
}

/** The mixes that a layer is poured from: its own first, then the cups that are stirred by themselves. */
export function mixesOfLayer(mixes: readonly Mix[], layerId: string): readonly Mix[] {
  return mixes.filter(({ of, id }) => (of === 'layer' || of === 'cup') && layerOfMix(id) === layerId)
}

/** Every cup that a mix is divided into keeps a film of its own. */
function filmsG({ loss }: BatchRequest, cups: readonly LayerCup[]): number {
  return loss.cupFilmG * Math.max(1, cups.length)
}

/** The whole mix in one cup, or what it is divided into. */
function cupsOf(id: string, cups: readonly LayerCup[], mixG: number, resin: Resin): readonly Cup[] {
  if (cups.length === 0) return [cup(id, 'mix', mixG, { resin })]
  return partsOf(id, cups, mixG, resin)
}

function partsOf(id: string, cups: readonly LayerCup[], mixG: number, resin: Resin): readonly Cup[] {
  return divided(cups, mixG).map(({ cup: part, massG, from }) =>
    part
      ? cup(part.id, 'part', massG, {
          resin,
          name: part.name,
          additions: part.colours.map((dosed) => additionOf(dosed, massG)),
          from,
        })
      : cup(`${id}.clear`, 'clear', massG, { resin }),
  )
}

/** What is poured first, tinted in the cup it was mixed in once all else is out of that. */
function firstCup(
  { id, name, colours }: LayerCup,
  massG: number,
  { resin, brimMl }: { readonly resin: Resin; readonly brimMl: Cup['brimMl'] },
): Cup {
  const additions = colours.map((dosed) => additionOf(dosed, massG))
  return { ...cup(id, 'bed', massG, { resin, name, additions }), brimMl }
}

type Measured = Pick<Mix, 'inMoldsG' | 'lossG' | 'needG' | 'parts' | 'dividedG' | 'leftoverUses'>

/** The parts where so much more is stirred than is needed. */
function leavingMore({ byWeight, byVolume }: MeasuredParts, moreG: number): MeasuredParts {
  return {
    byWeight: { ...byWeight, leftoverG: byWeight.leftoverG + moreG },
    byVolume: { ...byVolume, leftoverG: byVolume.leftoverG + moreG },
  }
}

/** What is poured of that mix's surplus is needed, too, and left over no more. */
function withSurplus(mix: Measured, surplusG: number): Measured {
  return {
    ...mix,
    inMoldsG: mix.inMoldsG + surplusG,
    needG: mix.needG + surplusG,
    parts: leavingMore(mix.parts, -surplusG),
  }
}

/** What was spilt is lost, and missing from what is left over. */
function withoutSpilt(mix: Measured, spiltG: number): Measured {
  if (spiltG === 0) return mix
  return {
    ...mix,
    lossG: mix.lossG + spiltG,
    needG: mix.needG + spiltG,
    parts: leavingMore(mix.parts, -spiltG),
  }
}

interface MixTask extends Pick<Mix, 'id' | 'inMoldsG' | 'lossG'> {
  readonly leastG?: number | undefined
}

function measured(
  { measuring, spareMolds, measured: told }: BatchRequest,
  resin: Resin,
  { id, inMoldsG, lossG, leastG = 0 }: MixTask,
): Measured {
  const needG = inMoldsG + lossG
  const weighed = told?.mixes.find(({ mix }) => mix === id)
  const more = Math.max(0, leastG - needG)
  const stirred = measureParts(resin, needG + more, measuring)
  const planned = more > 0 ? leavingMore(stirred, more) : stirred
  const parts = weighed ? partsWeighed(resin, needG, weighed) : planned
  const leftoverMl = parts.byVolume.leftoverG / mixedDensityGPerMl(resin)
  return {
    inMoldsG,
    lossG,
    needG,
    parts,
    dividedG: parts.byWeight.totalG,
    leftoverUses: routeLeftover(leftoverMl, spareMolds),
  }
}

interface InCup {
  readonly resin: Resin
  readonly name?: string
  readonly additions?: readonly Addition[]
  readonly from?: Cup['from']
}

function cup(
  id: string,
  holds: CupFor,
  massG: number,
  { resin, name, additions = [], from = [] }: InCup,
): Cup {
  const volumeMl = massG / mixedDensityGPerMl(resin)
  return { id, holds, name: name ?? null, massG, volumeMl, brimMl: cupFor(volumeMl), additions, from }
}

/** What is kept back clear. */
function clearCup(name: string): LayerCup {
  return { id: 'centre', name, portion: { by: 'rest' }, colours: [] }
}

/** What the pour's own mix is divided into: nothing where white and inks go into every bed, but what is kept back from it. */
export function dividedCups({ cups }: Pick<BatchRequest, 'cups'>, pour: Technique): readonly LayerCup[] {
  const own = (pour.ways ?? [pour]).some(takesCups) ? cups : []
  const { clearCup: called } = pour.holdsBack ?? {}
  const first = firstPoured(own)
  if (called === undefined || own.some((each) => each !== first)) return own
  return [clearCup(called), ...(first ? [first] : [])]
}

/** A mix that the person divides, with what it is divided into. */
export interface DividedMix {
  readonly mix: Mix
  readonly cups: readonly LayerCup[]
}

/** Every mix that is divided into cups: the pour's own and those of later layers. */
export function dividedMixes(
  request: Pick<BatchRequest, 'cups' | 'layers' | 'bags' | 'white'>,
  technique: Technique,
  mixes: readonly Mix[],
): readonly DividedMix[] {
  // What a bag is filled with is a cup like any other, but of what is piped alone.
  const { colours: own = [] } = request.white
  const white = own.length > 0 ? [{ id: 'white', name: 'the white', colours: own }] : []
  const named = [...(request.bags ?? []).map((bag) => ({ ...bag, id: bagCupId(bag.id) })), ...white]
  const bagsOf = (mix: Mix) =>
    mix.of === 'layer'
      ? []
      : named.flatMap(({ id, name, colours }): LayerCup[] => {
          const filled = mix.cups.find((each) => each.id === id)
          return filled ? [{ id: filled.id, name, portion: { by: 'mass', g: filled.massG }, colours }] : []
        })
  // What a layer is divided into that is a pour of its own is told there.
  const ofLayer = (mix: Mix) =>
    request.layers.find((layer) => layer.id === layerOfMix(mix.id) && drawnIn(layer) === null)?.cups ?? []
  const cupsOfMix = (mix: Mix): readonly LayerCup[] => {
    switch (mix.of) {
      case 'pour':
        return dividedCups(request, technique)
      case 'layer':
        return ofOneMix(ofLayer(mix))
      case 'cup':
        return ofLayer(mix).filter(({ id }) => mixOfCup(layerOfMix(mix.id), id) === mix.id)
      case 'white':
        return []
      default:
        return mix.of satisfies never
    }
  }
  return mixes
    .flatMap((mix): DividedMix[] => {
      const bags = bagsOf(mix)
      const dividedG = bags.reduce((sum, { portion }) => sum + (portion.by === 'mass' ? portion.g : 0), 0)
      return [
        { mix, cups: cupsOfMix(mix) },
        { mix: { ...mix, dividedG }, cups: bags },
      ]
    })
    .filter(({ cups }) => cups.length > 0)
}

/** A colour's part in the cups of an order's mixes. */
export interface CupColour {
  readonly mix: Mix
  readonly cup: Cup
  readonly colour: Colour
  readonly addition: Addition
}

/** The colours of divided mixes, cup by cup. */
export function cupColours(divided: readonly DividedMix[]): readonly CupColour[] {
  return divided.flatMap(({ mix, cups }) =>
    cups.flatMap((part) => {
      const cupOf = mix.cups.find(({ id }) => id === part.id)
      return cupOf
        ? part.colours.map(({ colour }, k) => ({ mix, cup: cupOf, colour, addition: cupOf.additions[k]! }))
        : []
    }),
  )
}

/** Ink and white drops for one piece of each order. */
export function dropsOf(fills: readonly MoldFill[]): readonly PieceDrops[] {
  return fills.map((fill) => {
    const rounds = Array.from({ length: fill.rounds }, (_, round) => inksOfRound(fill, round))
    return {
      id: fill.id,
      name: fill.name,
      inks: fill.inks.map(({ name }, k) => ({
        what: name,
        drops: rounds.reduce((sum, inks) => sum + inks[k]!.drops, 0),
      })),
      whiteDrops: fill.white.drops,
    }
  })
}

/** Ink drops of one round on one piece, rounds counted from 0. */
function inksOfRound({ laid, inks }: MoldFill, round: number): readonly Drops[] {
  const counts = inks.map(() => 0)
  for (const drop of laid.drops) {
    const no = inkOfDrop(drop, { round, inks: inks.length })
    if (no !== null) counts[no]!++
  }
  return inks.map(({ name }, k) => ({ what: name, drops: counts[k]! }))
}

/** What is dropped in one round on one piece, in the order the hand takes it; rounds counted from 0. */
export function droppedInRound(fill: MoldFill, round: number): readonly Drops[] {
  const inks = inksOfRound(fill, round)
  const order = fill.laid.drops.map((drop) => inkOfDrop(drop, { round, inks: inks.length }))
  return [...new Set(order)].flatMap((no) => (no === null ? [] : [inks[no]!]))
}

/** Ink drops on one piece: those of its pattern, once a round. */
export function inkDropsOfPiece({ laid, rounds }: MoldFill): number {
  return laid.drops.length * rounds
}
