import {
  brimVolumeMl,
  edgeHeightMm,
  heightOfMm,
  layerAreaMm2,
  openAreaMm2,
  volumeUpToMl,
  waterFillOverDrawn,
  type Mold,
} from '../mold/index.ts'
import type { MoldWall } from '../resin/index.ts'
import { layPattern, type LaidPattern, type Pattern } from '../pattern/index.ts'
import {
  isInked,
  isPiped,
  stepThat,
  TECHNIQUES,
  wayOf,
  whitensWhatIsRaised,
  type HandsOn,
  type Technique,
  type TechniqueId,
} from '../technique/index.ts'
import { pourOfLayer } from './drawnLayers.ts'
import { isFlexible, isIn, levelOf, takesRoom, type LaterLayer } from './laterLayers.ts'
import { zoneFrac, type Zone } from './zone.ts'
import { BED, bedOf, HELD, isHeld, WHITE, type Layer } from './layer.ts'
import { roundsToCover } from './load.ts'
import { onObjectMl } from './overObject.ts'
import { patternOf } from './patterns.ts'
import { whiteForPiece, type PieceWhite } from './white.ts'
import type { Colour } from '../colour/index.ts'
import { bedZone, inksOn, kindId, kindName, techniqueOn, type PieceOrder } from './pieces.ts'
import type { BatchRequest } from './request.ts'
import { sealedMm } from './sealedDepth.ts'

/** How the molds of one order are filled, from the silicone upwards. */
export interface MoldFill {
  /** Of the order. */
  readonly id: string
  readonly name: string
  readonly mold: Mold
  readonly count: number
  /** The way its pieces are laid in. */
  readonly technique: TechniqueId
  /** Poured from what the mix leaves over. */
  readonly surplus: boolean
  /** That go on these pieces, in the order the pattern numbers them. */
  readonly inks: readonly Colour[]
  readonly areaMm2: number
  readonly brimMl: number
  /** What stays on the object it is poured over. */
  readonly onObjectMl: number
  readonly layers: readonly Layer[]
  /** Air above the uppermost layer; negative when the layers do not fit. */
  readonly lipMm: number
  readonly pattern: Pattern
  /** The pattern as it lies in this mold. */
  readonly laid: LaidPattern
  readonly white: PieceWhite
  /** How often its drops are gone over; 1 where no needle drops the white. */
  readonly rounds: number
  /** On which part of the floor the bed lies; null on all of it. */
  readonly bedZone: Zone | null
  /** Water fill over outline x depth, null when never filled. */
  readonly fillOverDrawn: number | null
}

/** How beds lie otherwise than the request says. */
interface OtherBeds {
  /** What is left lies that deep in the pieces that are poured from it. */
  readonly surplusMm?: number
  /** What really went into a piece, or is left for it, ml by kind. */
  readonly bedsMl?: ReadonlyMap<string, number>
}

/** The layers that share each mold, for one piece of each order. */
export function fillMolds(
  request: BatchRequest,
  technique: Technique,
  { surplusMm = 0, bedsMl = new Map() }: OtherBeds = {},
): readonly MoldFill[] {
  const laid = request.pieces.map((order) => lay(order, request, wayOn(order, request, technique)))
  // Rounds go over all pieces together: the barest of them decides.
  const rounds = request.rounds ?? Math.max(...laid.map((each) => each.rounds))
  const later = withTheirWhite(request)
  return laid.map((each) =>
    fillMold(each, { ...request, layers: later(each) }, { mostRounds: rounds, surplusMm, bedsMl }),
  )
}

/** The later layers of a piece, each that is drawn as deep as its bed and the white on it. */
function withTheirWhite(request: BatchRequest): (laid: LaidOrder) => readonly LaterLayer[] {
  const whites = request.layers.map((layer) => {
    const pour = pourOfLayer(request, layer, [])
    return pour && fillMolds(pour, TECHNIQUES[pour.technique])
  })
  return ({ order, areaMm2 }) =>
    request.layers.map((layer, k) => {
      const white = whites[k]?.find(({ id }) => id === kindId(order))?.white
      const { amount } = layer
      if (!white || amount.by !== 'depth') return layer
      return {
        ...layer,
        amount: { by: 'depth', mm: amount.mm + (white.volumeMl * 1000) / (areaMm2 * zoneFrac(layer)) },
      }
    })
}

/** The way those pieces are laid in, of a pour that may have several. */
function wayOn(
  order: Pick<PieceOrder, 'technique'>,
  request: Pick<BatchRequest, 'technique'>,
  pour: Technique,
): Technique {
  return wayOf(pour, techniqueOn(order, request))
}

/** The pattern those pieces get in that plan: their own, or the usual of their way in the bed they have. */
export function plannedPattern(
  order: PieceOrder,
  request: Pick<BatchRequest, 'technique' | 'white' | 'bedMm' | 'layers' | 'lipMm' | 'sealed'>,
  pour: Technique,
): Pattern {
  const technique = wayOn(order, request, pour)
  return patternOf(order, request.white, technique, unpipedBedMm(order, request, technique))
}

/**
 * How deep the bed of those pieces is said to be, mm; what the batch says where they do not, null where nothing does. What is said by volume over an object is all that
 * is poured: what stays on the object is none of the bed.
 */
function bedSaidMm(
  { bed, mold }: Pick<PieceOrder, 'bed' | 'mold'>,
  bedMm: number | null,
  { onObjectMl = 0, areaFrac = 1 }: { readonly onObjectMl?: number; readonly areaFrac?: number } = {},
): number | null {
  if (!bed) return bedMm
  return bed.by === 'depth' ? bed.mm : heightOfMm(mold, Math.max(0, bed.ml - onObjectMl) / areaFrac)
}

/** The bed before it is known how much white lies on it. */
function unpipedBedMm(
  order: PieceOrder,
  { bedMm, layers, lipMm, sealed }: Pick<BatchRequest, 'bedMm' | 'layers' | 'lipMm' | 'sealed'>,
  technique: Technique,
): number {
  const { mold } = order
  return (
    sealedMm({ sealed }, kindId(order), BED) ??
    bedSaidMm(order, bedMm) ??
    usualBedMm(mold, technique, {
      aboveMm: saidMm(
        layers.filter((each) => isIn(each, { id: kindId(order) })),
        layerAreaMm2(mold),
      ),
      lipMm,
    })
  )
}

/** What the later layers take of the mold by a depth or volume of their own. */
function saidMm(layers: readonly LaterLayer[], areaMm2: number): number {
  const inMold = layers.filter(takesRoom)
  return inMold.reduce((sum, layer) => sum + ownMm(layer, levelOf(inMold, layer), areaMm2), 0)
}

/** By how much it raises what is laid next, where the layer of its level says a depth or volume. */
function ownMm(layer: LaterLayer, { amount, zone }: LaterLayer, areaMm2: number): number {
  if (amount.by === 'depth') return amount.mm * zoneFrac(layer)
  return amount.by === 'volume' ? ((amount.ml * 1000) / areaMm2) * (zoneFrac(layer) / zoneFrac({ zone })) : 0
}

interface LaidOrder {
  readonly order: PieceOrder
  readonly technique: Technique
  readonly areaMm2: number
  readonly pattern: Pattern
  readonly laid: LaidPattern
  readonly rounds: number
}

function lay(order: PieceOrder, request: BatchRequest, technique: Technique): LaidOrder {
  const { mold } = order
  const areaMm2 = layerAreaMm2(mold)
  const pattern = plannedPattern(order, request, technique)
  const laid = laidBy(technique, layPattern(pattern, mold.outline), request)
  const rounds =
    technique.white.by === 'needle'
      ? roundsToCover(technique.white, {
          drops: laid.drops.length,
          areaMm2: openAreaMm2(mold.outline),
          bedMl: (areaMm2 * unpipedBedMm(order, request, technique)) / 1000,
        })
      : 1
  return { order, technique, areaMm2, pattern, laid, rounds }
}

/** What of a pattern goes in: of a pour that was ended otherwise, what its steps still lay. */
function laidBy({ steps }: Technique, laid: LaidPattern, { measured }: BatchRequest): LaidPattern {
  if (!measured?.ended) return laid
  const lays = (by: HandsOn['by']) => steps.some(({ handsOn }) => handsOn.by === by)
  return { ...laid, beads: lays('bead') ? laid.beads : [], strokes: lays('strokes') ? laid.strokes : [] }
}

function fillMold(
  { order, technique, areaMm2, pattern, laid }: LaidOrder,
  request: BatchRequest,
  { mostRounds, surplusMm, bedsMl }: Required<OtherBeds> & { readonly mostRounds: number },
): MoldFill {
  const { mold, count, surplus = false } = order
  const rounds = technique.white.by === 'needle' ? mostRounds : 1
  const white = whiteForPiece(laid, {
    rule: technique.white,
    rounds,
    holeMm: request.white.holeMm,
    bags: request.bags,
  })
  const own = request.layers.filter((each) => isIn(each, { id: kindId(order) }))
  const laterMm = saidMm(own, areaMm2)
  const drawn = technique.white.by !== 'none'
  const whiteMm = drawn ? (white.volumeMl * 1000) / areaMm2 : 0
  const overMl = surplus ? 0 : onObjectMl(request, technique)
  const zone = bedZone(order, technique)
  const bedMm =
    bedSaidMm(order, request.bedMm, { onObjectMl: overMl, areaFrac: zoneFrac({ zone }) }) ??
    usualBedMm(mold, technique, { aboveMm: whiteMm + laterMm, lipMm: request.lipMm })
  const freeMl = volumeUpToMl(mold, Math.max(0, mold.depthMm - request.lipMm - whiteMm - laterMm))
  const sealedOr = (id: string, amount: LaterLayer['amount']): LaterLayer['amount'] => {
    const mm = sealedMm(request, kindId(order), id)
    return mm === null || amount.by === 'beside' ? amount : { by: 'depth', mm }
  }
  const toldMl = bedsMl.get(kindId(order))
  const bed = sealedOr(
    BED,
    toldMl !== undefined
      ? { by: 'volume', ml: toldMl }
      : surplus
        ? { by: 'volume', ml: Math.min((surplusMm * areaMm2) / 1000, freeMl) }
        : { by: 'depth', mm: bedMm },
  )
  const aboveMm = mold.depthMm - bedMm - whiteMm - laterMm
  const whites: readonly Unstacked[] = drawn
    ? [{ id: WHITE, name: null, poured: false, zone: null, amount: { by: 'volume', ml: white.volumeMl } }]
    : []
  const held: readonly Unstacked[] =
    technique.holdsBack && !surplus
      ? [
          {
            id: HELD,
            name: null,
            poured: true,
            zone: null,
            amount: sealedOr(HELD, { by: 'depth', mm: heldMm(aboveMm, request.lipMm, technique) }),
          },
        ]
      : []
  const layers = stacked(mold, request.lipMm, [
    { id: BED, name: null, poured: true, zone, amount: bed },
    ...(whitensWhatIsRaised(technique) ? [...held, ...whites] : [...whites, ...held]),
    ...own
      .filter(takesRoom)
      .map((each) => ({ ...each, amount: sealedOr(each.id, each.amount), poured: true })),
  ])
  const usedMm = layers.reduce((sum, each) => sum + each.raisesMm, 0)
  return {
    id: kindId(order),
    name: kindName(order),
    mold,
    count,
    technique: techniqueOn(order, request),
    surplus,
    inks: isInked(techniqueOn(order, request)) ? inksOn(order, request) : [],
    areaMm2,
    brimMl: brimVolumeMl(mold),
    onObjectMl: overMl,
    layers: displaced(layers, [
      ...(stepThat(technique, 'lays') ? [{ over: null, ml: request.inclusions?.volumeMl ?? 0 }] : []),
      ...own.flatMap(({ id, setIn }) => (setIn ? [{ over: id, ml: setIn.volumeMl }] : [])),
    ]),
    lipMm: mold.depthMm - usedMm,
    pattern,
    laid,
    white,
    rounds,
    bedZone: zone,
    fillOverDrawn: waterFillOverDrawn(mold),
  }
}

/** One layer before it is known how high it lies. */
type Unstacked = Pick<Layer, 'id' | 'name' | 'poured'> & Pick<LaterLayer, 'amount' | 'zone'>

/** The heights settle in a few rounds; in a mold with upright walls in two. */
const MOST_ROUNDS = 20
const SETTLED_ML = 1e-9

/**
 * The layers one on the other, from the floor up: where walls are not upright, what a millimetre holds hangs on its height, and with it
 * how much is left free for the layers that share that room by its volume.
 */
function stacked(mold: Mold, lipMm: number, parts: readonly Unstacked[]): readonly Layer[] {
  const shared = parts.reduce((sum, { amount }) => sum + (amount.by === 'share' ? amount.frac : 0), 0)
  let freeMl = 0
  let layers: readonly Layer[] = []
  for (let round = 0; round < MOST_ROUNDS; round++) {
    layers = laidUp(mold, parts, (amount) => flexibleFrac(amount, shared) * freeMl)
    const said = layers.filter((_layer, k) => !isFlexible(levelOf(parts, parts[k]!)))
    const sum = (of: (layer: Layer) => number) => said.reduce((all, layer) => all + of(layer), 0)
    const saidMm = sum(({ raisesMm }) => raisesMm)
    const topMm = saidMm + Math.max(0, restMm(mold.depthMm - saidMm, lipMm))
    const nextMl = Math.max(0, volumeUpToMl(mold, topMm) - sum(({ volumeMl }) => volumeMl))
    if (Math.abs(nextMl - freeMl) < SETTLED_ML) break
    freeMl = nextMl
  }
  return layers
}

function flexibleFrac(amount: LaterLayer['amount'], shared: number): number {
  if (amount.by === 'share') return amount.frac
  return amount.by === 'rest' ? Math.max(0, 1 - shared) : 0
}

function laidUp(
  mold: Mold,
  parts: readonly Unstacked[],
  flexibleMl: (amount: LaterLayer['amount']) => number,
): readonly Layer[] {
  let level = { floorMm: 0, depthMm: 0 }
  let topMm = 0
  return parts.map(({ id, name, poured, amount, zone }) => {
    const areaFrac = zoneFrac({ zone })
    const beside = amount.by === 'beside'
    if (!beside) level = { floorMm: topMm, depthMm: depthOn(mold, topMm, { amount, areaFrac, flexibleMl }) }
    const { floorMm, depthMm } = level
    const volumeMl = areaFrac * (volumeUpToMl(mold, floorMm + depthMm) - volumeUpToMl(mold, floorMm))
    const raisesMm =
      areaFrac === 1 ? depthMm : withoutCrumbs(heightOfMm(mold, volumeUpToMl(mold, topMm) + volumeMl) - topMm)
    topMm += raisesMm
    return { id, name, poured, depthMm, raisesMm, areaFrac, beside, volumeMl }
  })
}

interface OnFloor {
  readonly amount: LaterLayer['amount']
  readonly areaFrac: number
  /** Were it laid all over the piece. */
  readonly flexibleMl: (amount: LaterLayer['amount']) => number
}

/** How deep that much lies on a floor so high. */
function depthOn(mold: Mold, floorMm: number, { amount, areaFrac, flexibleMl }: OnFloor): number {
  if (amount.by === 'depth') return amount.mm
  const ml = amount.by === 'volume' ? amount.ml / areaFrac : flexibleMl(amount)
  return withoutCrumbs(heightOfMm(mold, volumeUpToMl(mold, floorMm) + ml) - floorMm)
}

/** Up to a volume and back: 2.7499999999999996 mm are the 2.75 they stand for. */
function withoutCrumbs(mm: number): number {
  return Number(mm.toFixed(12))
}

/** So much that is laid into the pour, or into that layer. */
interface LaidInto {
  readonly over: string | null
  readonly ml: number
}

/** What is laid in takes its place in what is poured right over it. */
function displaced(layers: readonly Layer[], all: readonly LaidInto[]): readonly Layer[] {
  return all.reduce((now, { over, ml }) => {
    const under = over === null ? -1 : now.findIndex(({ id }) => id === over)
    const at = now.findIndex((layer, k) => k > under && (layer.name !== null || isHeld(layer)))
    if (at < 0 || ml === 0) return now
    return now.map((layer, k) =>
      k === at ? { ...layer, volumeMl: Math.max(0, layer.volumeMl - ml) } : layer,
    )
  }, layers)
}

/** What a piece is too thin without, whatever else is wanted (common practice). */
const THINNEST_BED_MM = 1

interface Above {
  /** White and back on the bed. */
  readonly aboveMm: number
  readonly lipMm: number
}

/**
 * The technique's usual bed in that mold. The lip is air and gives way first, then the bed down to the technique's least, then to what is
 * left: nothing but what a person asked for makes a mold overflow.
 */
function usualBedMm(mold: Mold, { bed }: Pick<Technique, 'bed'>, { aboveMm, lipMm }: Above): number {
  // A raised edge is filled first; the bed is told over the middle.
  const edgeMm = edgeHeightMm(mold)
  const depthMm = mold.depthMm - edgeMm
  const usual = Math.max(bed.leastMm, Math.min(bed.usualMm, bed.usualShareOfDepth * depthMm))
  const withLip = Math.max(bed.leastMm, Math.min(usual, depthMm - aboveMm - lipMm))
  return edgeMm + Math.max(Math.min(withLip, depthMm - aboveMm), Math.min(THINNEST_BED_MM, depthMm))
}

/** Over what is laid in there should lie at least so much (by eye; common practice has no figure). */
export const LEAST_COVER_MM = 2

/** The depth of the pour over what is laid in: up to the lip, which gives way where next to nothing would be left. */
function restMm(aboveBedMm: number, lipMm: number): number {
  return Math.max(aboveBedMm - lipMm, Math.min(LEAST_COVER_MM, aboveBedMm))
}

/** What is held back for the bed: all of the piece's colour where the bed is a film, so that the lip gives way; else no more than up to the lip. */
function heldMm(aboveMm: number, lipMm: number, technique: Technique): number {
  return Math.max(0, technique.holdsBack?.keepsLip ? aboveMm - lipMm : restMm(aboveMm, lipMm))
}

/** What covers the things laid in: what was held back for that, and the layers that fill up what is free, or every later one where none does. */
export function coverMm({ layers: filled }: MoldFill, { layers }: Pick<BatchRequest, 'layers'>): number {
  const flexible = layers.filter(isFlexible)
  const over = (flexible.length > 0 ? flexible : layers).map(({ id }) => id)
  return filled.reduce(
    (sum, layer) => sum + (isHeld(layer) || over.includes(layer.id) ? layer.raisesMm : 0),
    0,
  )
}

/** ml of one layer over the whole order. */
export function orderVolumeMl(fills: readonly MoldFill[], layerId: string): number {
  return fills.reduce(
    (sum, fill) => sum + fill.count * (fill.layers.find(({ id }) => id === layerId)?.volumeMl ?? 0),
    0,
  )
}

/** The pieces that the mix is stirred for. */
export function stirredFor(fills: readonly MoldFill[]): readonly MoldFill[] {
  return fills.filter(({ surplus }) => !surplus)
}

/** ml of the beds over the whole order. */
export function bedVolumeMl(fills: readonly MoldFill[]): number {
  return orderVolumeMl(fills, BED)
}

/** ml of what is held back over the whole order, and how deep it lies on the beds. */
export function heldOf(fills: readonly MoldFill[]): { readonly volumeMl: number; readonly depthMm: number } {
  const own = fills.filter(({ layers }) => layers.some(({ id }) => id === HELD))
  if (own.length === 0) return { volumeMl: 0, depthMm: 0 }
  return { volumeMl: orderVolumeMl(own, HELD), depthMm: meanDepthMm(own, HELD) }
}

/** ml of the white that is piped over the whole order; a needle's comes out of its bottle. */
export function pipedVolumeMl(fills: readonly MoldFill[]): number {
  return orderVolumeMl(fills.filter(getsBeads), WHITE)
}

function getsBeads({ technique }: MoldFill): boolean {
  return isPiped(technique)
}

/** Depth, by area, and volume of a later layer over the whole order, whether it lies in the molds or on what came out of them. */
export function laterAmount(
  fills: readonly MoldFill[],
  layer: LaterLayer,
): { readonly depthMm: number; readonly volumeMl: number } {
  const own = fills.filter((fill) => isIn(layer, fill))
  if (own.length === 0) return { depthMm: 0, volumeMl: 0 }
  if (takesRoom(layer)) return { depthMm: meanDepthMm(own, layer.id), volumeMl: orderVolumeMl(own, layer.id) }
  const areaMm2 = own.reduce((sum, fill) => sum + fill.count * fill.areaMm2, 0)
  const mlEach = own.map(({ count, areaMm2: each }) => (count * ownMm(layer, layer, each) * each) / 1000)
  const volumeMl = mlEach.reduce((sum, ml) => sum + ml, 0)
  return { depthMm: (volumeMl * 1000) / (areaMm2 * zoneFrac(layer)), volumeMl }
}

/** Depth of the bed that governs heat and bloom: the mean over the order by area; in a mold with a raised edge what it is spread evenly, for the channel is narrow. */
export function governingBedMm(fills: readonly MoldFill[]): number {
  const stirred = stirredFor(fills)
  const own = stirred.length > 0 ? stirred : fills
  return meanOf(own, (fill) => {
    const { depthMm, volumeMl } = bedOf(fill)
    return fill.mold.edge ? (volumeMl * 1000) / fill.areaMm2 : depthMm
  })
}

/** How much there is for the white of one piece to fall through, mm. */
export function underWhiteMm({ technique, layers }: Pick<MoldFill, 'technique' | 'layers'>): number {
  const raised = whitensWhatIsRaised(TECHNIQUES[technique]) ? layers.find(isHeld) : undefined
  return bedOf({ layers }).depthMm + (raised?.depthMm ?? 0)
}

/** The same over the pieces whose white is piped, by area; like the bed's where nothing is raised first. */
export function governingUnderWhiteMm(fills: readonly MoldFill[]): number {
  const piped = fills.filter((fill) => isPiped(fill.technique))
  const stirred = stirredFor(piped)
  const raisedMm = meanOf(
    stirred.length > 0 ? stirred : piped,
    (fill) => underWhiteMm(fill) - bedOf(fill).depthMm,
  )
  return governingBedMm(piped) + raisedMm
}

/** The wall that takes up the bed's warmth: of the mold that holds the most of the order by area. */
export function governingWall(fills: readonly MoldFill[]): MoldWall {
  const areaOf = ({ count, areaMm2 }: MoldFill) => count * areaMm2
  return fills.reduce((most, fill) => (areaOf(fill) > areaOf(most) ? fill : most)).mold.wall
}

/** Mean depth of a layer over the order, by area. */
function meanDepthMm(fills: readonly MoldFill[], layerId: string): number {
  return meanOf(fills, ({ layers }) => layers.find(({ id }) => id === layerId)?.depthMm ?? 0)
}

function meanOf(fills: readonly MoldFill[], of: (fill: MoldFill) => number): number {
  const area = fills.reduce((sum, fill) => sum + fill.count * fill.areaMm2, 0)
  return fills.reduce((sum, fill) => sum + fill.count * fill.areaMm2 * of(fill), 0) / area
}

/** The piped white's mean depth over the pieces that get it, as a layer spread over the mold. */
export function pipedDepthMm(fills: readonly MoldFill[]): number {
  const piped = fills.filter(getsBeads)
  return piped.length > 0 ? meanDepthMm(piped, WHITE) : 0
}
