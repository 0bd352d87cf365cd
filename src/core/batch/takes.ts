import type { LaidSprinkle } from '../pattern/index.ts'
import { shortestAcrossMm } from '../mold/index.ts'
import { mixedDensityGPerMl } from '../resin/index.ts'
import { TECHNIQUES, type StepRule } from '../technique/index.ts'
import { pipedOn, takingTurns, type Piped } from './bags.ts'
import type { Addition, Cup, Drops } from './cups.ts'
import { pourOfLayer } from './drawnLayers.ts'
import { techniqueOfPour } from './pour.ts'
import { laidOut } from './laidOut.ts'
import { overhangMm } from './drapeForm.ts'
import { bottlesOf, piecesOn } from './laterLayers.ts'
import type { Zone } from './zone.ts'
import { additionOf } from './layerCups.ts'
import { bedOf, HELD } from './layer.ts'
import { laterAmount, type MoldFill } from './layers.ts'
import { droppedInRound, mixesOfLayer, pourMixOf, whiteCupOf, type Mix } from './mixes.ts'
import { nestedLines, type NestedLine } from './nested.ts'
import { ofPiece } from './pieces.ts'
import type { BatchRequest } from './request.ts'
import { pipedMl } from './white.ts'

/** An amount that a step needs at hand. */
export type Take =
  /** Both parts of a mix, weighed and stirred. */
  | {
      readonly of: 'mix'
      readonly aG: number
      readonly bG: number
      readonly totalG: number
      /** Of the cup that is stirred by itself; null for the one mix. */
      readonly name: string | null
    }
  /** Resin out of the mix, or out of other cups, into a cup of that name, null for the white's, and what tints it. */
  | {
      readonly of: 'portion'
      readonly name: string | null
      readonly massG: number
      readonly additions: readonly Addition[]
      readonly from?: Cup['from']
      /** What of it is more than is taken. */
      readonly overG?: number
    }
  /** What one piece gets out of bottles; `pieces` get as much each. */
  | { readonly of: 'bottles'; readonly pieces: number; readonly additions: readonly Addition[] }
  /** A bought product over that area, as thick as the layer says; mixed as its own sheet says. */
  | { readonly of: 'product'; readonly volumeMl: number; readonly areaMm2: number; readonly depthMm: number }
  /** Resin for one piece; `pieces` of that name take as much each. */
  | {
      readonly of: 'pour'
      readonly pieceName: string
      readonly pieces: number
      readonly massG: number
      readonly depthMm: number
      /** Where it lies, where that is not all of the floor. */
      readonly on?: Zone
    }
  /** Resin over the object of one piece, what stays on it and what runs off into its mold. */
  | {
      readonly of: 'over'
      readonly pieceName: string
      readonly pieces: number
      readonly massG: number
      readonly onObjectG: number
      readonly depthMm: number
    }
  /** The same in one of several rounds, out of that cup, null for what stayed clear; out of the mix where it is not divided. */
  | {
      readonly of: 'round'
      readonly pieceName: string
      readonly pieces: number
      readonly cup?: string | null
      readonly massG: number
    }
  /** Drops on one piece, in one of its rounds. */
  | {
      readonly of: 'drops'
      readonly pieceName: string
      readonly inks: readonly Drops[]
      /** White drops a round; 0 where none come from a needle. */
      readonly whiteDrops: number
    }
  /** Glitter or mica over so much of one piece, before its drops. */
  | {
      readonly of: 'strewn'
      readonly pieceName: string
      readonly what: LaidSprinkle['what']
      readonly areaMm2: number
    }
  /** Out of one cup on one piece, of what was held back; `pieces` of that name take as much each. */
  | {
      readonly of: 'held'
      /** Null at a step of that piece alone. */
      readonly pieceName: string | null
      readonly pieces: number
      /** Null for what stayed clear. */
      readonly cup: string | null
      readonly massG: number
      /** Where each cup is laid as a closed line inside the last. */
      readonly line: NestedLine | null
    }
  /** All that was held back for one piece, into one cup in this order; the first lies at the bottom. `pieces` of that name take as much each. */
  | {
      readonly of: 'stacked'
      readonly pieceName: string | null
      readonly pieces: number
      readonly layers: readonly { readonly cup: string | null; readonly massG: number }[]
    }
  /** Out of that cup on one piece; `pieces` of that name take as much each. */
  | {
      readonly of: 'stroke'
      readonly pieceName: string | null
      readonly pieces: number
      readonly massG: number
      /** What it covers, and what the pockets keep clear, once all of it stands level. */
      readonly coversMm2: number
      readonly clearMm2: number
      readonly layers: readonly { readonly cup: string | null; readonly massG: number }[]
    }
  /** A sheet of that name in its form: how thick it is, how far it hangs over the rim where it is shortest and longest; below 0 it ends inside. */
  | {
      readonly of: 'form'
      readonly pieceName: string
      readonly thickMm: number
      readonly leastMm: number
      readonly mostMm: number
    }
  /** Where what was held back meets on one piece. */
  | { readonly of: 'seam'; readonly pieceName: string | null; readonly lengthMm: number }
  /** Beads out of the bag on one piece. */
  | {
      readonly of: 'beads'
      readonly pieceName: string
      /** The bag's name; null for the white. */
      readonly bag: string | null
      readonly beads: number
      readonly holeMm: number
      readonly massG: number
    }

/** What a step pipes on a piece, bag by bag in the order of the hands. */
function bagsOf(
  { bag: own, inTurn }: Pick<StepRule, 'bag' | 'inTurn'>,
  fill: Pick<MoldFill, 'laid'>,
  request: BatchRequest,
): readonly Piped[] {
  const piped = pipedOn(fill, request)
  if (inTurn) return takingTurns(piped)
  return own === undefined ? piped : piped.filter(({ bag }) => (bag?.id ?? null) === own)
}

/** How much of its product a layer takes on all its pieces; nothing where its depth was not said. */
function productTakes(layerId: string, { request, fills }: TakesTask): readonly Take[] {
  const layer = request.layers.find(({ id }) => id === layerId)
  if (!layer) return []
  const { volumeMl, depthMm } = laterAmount(fills, layer)
  if (volumeMl <= 0) return []
  return [{ of: 'product', volumeMl, areaMm2: (1000 * volumeMl) / depthMm, depthMm }]
}

export interface TakesTask {
  readonly request: BatchRequest
  readonly fills: readonly MoldFill[]
  readonly mixes: readonly Mix[]
  /** The bag's hole; as planned where nothing is said. */
  readonly holeMm?: number | undefined
}

/** Of which piece and round, both counted from 1; null where a step is done for all of them at once. */
export interface TakesFor {
  readonly pieceNo: number | null
  readonly roundNo: number | null
}

/** What a step needs at hand; of that piece alone where it is done piece by piece. Nothing for a step that takes nothing. */
export function takesOf(step: StepRule, { pieceNo, roundNo }: TakesFor, task: TakesTask): readonly Take[] {
  const { request, fills, mixes, holeMm = request.white.holeMm } = task
  const here = pieceNo === null ? fills : fills.filter((fill) => fill === ofPiece(fills, pieceNo))
  switch (step.takes) {
    case undefined:
      return []
    case 'firstMix':
      return mixTakes(pourMixOf(mixes))
    case 'white':
      return whiteTakes(mixes)
    case 'ownMix':
      return drawnTakes(step.id, task) ?? layerTakes(mixesOfLayer(mixes, step.id), fills)
    case 'cups':
      return portionTakes(pourMixOf(mixes))
    case 'bottles':
      return bottleTakes(step.id, task)
    case 'product':
      return productTakes(step.id, task)
    case 'bed':
      return here.flatMap((fill) =>
        step.pours ? roundTakes(fill, step.pours, { request, mix: pourMixOf(mixes) }) : poured(fill, request),
      )
    case 'drops':
      return here.flatMap((fill) => [
        // What is strewn lies there once, in the first round.
        ...((roundNo ?? 1) === 1 ? strewnTakes(fill) : []),
        dropsTake(fill, (roundNo ?? 1) - 1),
      ])
    case 'given':
      return here.map(({ name }) => ({
        of: 'drops',
        pieceName: name,
        inks: step.gives ? [step.gives] : [],
        whiteDrops: 0,
      }))
    case 'whiteDrops':
      return here.map(({ name, laid }) => ({
        of: 'drops',
        pieceName: name,
        inks: [],
        whiteDrops: laid.drops.length,
      }))
    case 'beads':
      return here.flatMap((fill) =>
        bagsOf(step, fill, request).map(({ bag, beads, lengthMm }) => ({
          of: 'beads' as const,
          pieceName: fill.name,
          bag: bag?.name ?? null,
          beads: beads.length,
          holeMm: bag?.holeMm ?? holeMm,
          massG: pipedMl(lengthMm, bag?.holeMm ?? holeMm) * mixedDensityGPerMl(request.resin),
        })),
      )
    case 'held':
      return here.flatMap((fill) =>
        heldTakes(fill, pourMixOf(mixes)).map((take) => ({ ...take, ...onPieces(fill, pieceNo) })),
      )
    case 'stacked':
      return here.map((fill) => ({
        of: 'stacked',
        ...onPieces(fill, pieceNo),
        layers: stackOf(fill, pourMixOf(mixes)),
      }))
    case 'stroke':
      return here.map((fill) => ({ ...strokeOf(fill, pourMixOf(mixes)), ...onPieces(fill, pieceNo) }))
    case 'form': {
      const { form } = request
      if (!form) return []
      return here.map(({ name, mold, layers }) => ({
        of: 'form',
        pieceName: name,
        thickMm: layers.reduce((sum, { raisesMm }) => sum + raisesMm, 0),
        ...overhangMm(mold.outline, form),
      }))
    }
    case 'seam':
      return here.map(({ name, mold }) => ({
        of: 'seam',
        pieceName: pieceNo === null ? name : null,
        lengthMm: shortestAcrossMm(mold.outline),
      }))
    default:
      return step.takes satisfies never
  }
}

/** What a layer that is drawn takes in all the steps of its sitting; null for any other layer. */
function drawnTakes(layerId: string, { request, fills }: TakesTask): readonly Take[] | null {
  const layer = request.layers.find(({ id }) => id === layerId)
  const pour = layer ? pourOfLayer(request, layer, fills) : null
  if (!pour) return null
  const technique = techniqueOfPour(pour)
  const task = { request: pour, ...laidOut(pour, technique) }
  const takes = technique.steps.flatMap((step) => takesOf(step, { pieceNo: null, roundNo: null }, task))
  // Where no step of the way divides it, it is divided before it is poured.
  const divides = technique.steps.some((step) => step.takes === 'cups')
  const poured = takes.findIndex(({ of }) => of === 'pour')
  return divides || poured < 0 ? takes : takes.toSpliced(poured, 0, ...task.mixes.flatMap(portionTakes))
}

/** What a layer without resin takes out of its bottles; nothing where no colour was said. */
function bottleTakes(layerId: string, { request, fills }: TakesTask): readonly Take[] {
  const layer = request.layers.find(({ id }) => id === layerId)
  const additions = layer ? bottlesOf(layer).map((dosed) => additionOf(dosed, 0)) : []
  return additions.length > 0 ? [{ of: 'bottles', pieces: piecesOn(layer!, fills), additions }] : []
}

function mixTakes({ of, name, parts: { byWeight } }: Mix): readonly Take[] {
  const { a, b, totalG } = byWeight
  return [{ of: 'mix', aG: a, bG: b, totalG, name: of === 'cup' ? name : null }]
}

/** Out of the first mix; weighed by itself where the white is a mix of its own. */
function whiteTakes(mixes: readonly Mix[]): readonly Take[] {
  const cup = whiteCupOf(mixes)
  const own = mixes.filter(({ of }) => of === 'white').flatMap(mixTakes)
  const others = mixes
    .flatMap(({ cups }) => cups)
    .filter(({ holds }) => holds === 'bag')
    .map(({ name, massG, additions }): Take => ({ of: 'portion', name, massG, additions }))
  return cup ? [...own, { of: 'portion', name: null, ...portionOf(cup) }, ...others] : [...own, ...others]
}

function portionOf({ massG, additions, overG }: Cup) {
  return { massG, additions, ...(overG !== undefined && { overG }) }
}

/** What is weighed for a mix, and what it is divided into. */
export function takesOfMix(mix: Mix): readonly Take[] {
  return [...mixTakes(mix), ...portionTakes(mix)]
}

/** What a mix is divided into. */
function portionTakes({ cups }: Mix): readonly Take[] {
  return cups
    .filter(({ holds }) => holds === 'part' || holds === 'clear' || holds === 'bed')
    .map(({ name, massG, additions, from }) => ({
      of: 'portion',
      name: name ?? 'clear',
      massG,
      additions,
      ...(from.length > 0 && { from }),
    }))
}

/** What a later layer is mixed from and divided into, and what each mold of the order gets of it. */
function layerTakes(mixes: readonly Mix[], fills: readonly MoldFill[]): readonly Take[] {
  const [mix] = mixes
  if (!mix) return []
  const density = mixedDensityGPerMl(mix.resin)
  return [
    ...mixes.flatMap(takesOfMix),
    ...fills.flatMap(({ name, count, layers }): Take[] => {
      const layer = layers.find(({ id }) => id === mix.id)
      if (!layer) return []
      const { volumeMl, depthMm } = layer
      return [{ of: 'pour', pieceName: name, pieces: count, massG: volumeMl * density, depthMm }]
    }),
  ]
}

/** Its part of every cup that something is left in once others were filled from it. */
function heldTakes(
  { layers, mold, technique }: MoldFill,
  { cups, resin }: Mix,
): readonly Pick<Extract<Take, { of: 'held' }>, 'of' | 'cup' | 'massG' | 'line'>[] {
  const held = layers.find(({ id }) => id === HELD)
  const left = leftInCups(cups)
  const totalG = left.reduce((sum, { massG }) => sum + massG, 0)
  if (!held || totalG <= 0) return []
  const ownG = held.volumeMl * mixedDensityGPerMl(resin)
  const shares = left.map(({ massG }) => massG / totalG)
  const lines = TECHNIQUES[technique].holdsBack?.asLines ? nestedLines(mold.outline, shares) : []
  return left.map(({ cup }, k) => ({ of: 'held', cup, massG: ownG * shares[k]!, line: lines[k] ?? null }))
}

/** Of which pieces a step tells that is done piece by piece: of one by no name, for that stands above it; else of all of a kind. */
function onPieces({ name, count }: MoldFill, pieceNo: number | null) {
  return pieceNo === null ? { pieceName: name, pieces: count } : { pieceName: null, pieces: 1 }
}

/** What the cup of one piece is stacked of. */
function stackOf(fill: MoldFill, mix: Mix) {
  return heldTakes(fill, mix).map(({ cup, massG }) => ({ cup, massG }))
}

/** Liquid finds one height: what is poured out of the cup takes its share of the area, what lay there before keeps the rest. */
function strokeOf(fill: MoldFill, mix: Mix): Omit<Extract<Take, { of: 'stroke' }>, 'pieceName' | 'pieces'> {
  const layers = stackOf(fill, mix)
  const held = fill.layers.find(({ id }) => id === HELD)
  const heldMl = held?.volumeMl ?? 0
  const coversMm2 = (fill.areaMm2 * heldMl) / (heldMl + bedOf(fill).volumeMl)
  return {
    of: 'stroke',
    massG: layers.reduce((sum, { massG }) => sum + massG, 0),
    coversMm2,
    clearMm2: fill.areaMm2 - coversMm2,
    layers,
  }
}

/** What each cup that a mix is divided into holds, once what goes on into others is out of it. */
function leftInCups(
  cups: readonly Cup[],
): readonly { readonly id: string | null; readonly cup: string | null; readonly massG: number }[] {
  const all = cups.filter(({ holds }) => holds === 'part' || holds === 'clear')
  return all
    .map(({ id, holds, name: cup, massG }) => ({
      id: holds === 'clear' ? null : id,
      cup,
      massG: massG - takenOut(cup, all),
    }))
    .filter(({ massG }) => massG > 0)
}

/** What was poured out of that cup into others. */
function takenOut(cup: string | null, all: readonly Cup[]): number {
  const poured = all.flatMap(({ from }) => from).filter(({ name }) => name === cup)
  return poured.reduce((sum, { massG }) => sum + massG, 0)
}

/**
 * What goes over one object in a round. Cups take turns in their order, but where a round was said to come out of one; each is shared out evenly over
 * its own rounds, and the last round pours all that have none.
 */
function roundTakes(
  fill: MoldFill,
  { round, of, outOf = {} }: NonNullable<StepRule['pours']>,
  { request, mix }: { readonly request: BatchRequest; readonly mix: Mix },
): readonly Take[] {
  const told = { of: 'round', pieceName: fill.name, pieces: fill.count } as const
  const allG = pouredG(fill, request)
  const left = leftInCups(mix.cups)
  const totalG = left.reduce((sum, { massG }) => sum + massG, 0)
  if (totalG <= 0) return [{ ...told, massG: allG / of }]
  const placeIn = (no: number) => {
    const said = outOf[no] === undefined ? -1 : left.findIndex(({ id }) => id === outOf[no])
    return said < 0 ? (no - 1) % left.length : said
  }
  const places = Array.from({ length: of }, (_, k) => placeIn(k + 1))
  return left.flatMap(({ cup, massG }, k): Take[] => {
    const own = places.filter((place) => place === k).length
    const isItsTurn = own > 0 ? places[round - 1] === k : round === of
    return isItsTurn ? [{ ...told, cup, massG: (allG * massG) / totalG / Math.max(1, own) }] : []
  })
}

function pouredG(fill: MoldFill, { resin }: BatchRequest): number {
  return (bedOf(fill).volumeMl + fill.onObjectMl) * mixedDensityGPerMl(resin)
}

function poured(fill: MoldFill, request: BatchRequest): Take {
  const { name: pieceName, count: pieces, onObjectMl } = fill
  const { depthMm } = bedOf(fill)
  const density = mixedDensityGPerMl(request.resin)
  const told = { pieceName, pieces, massG: pouredG(fill, request), depthMm }
  if (onObjectMl > 0) return { of: 'over', ...told, onObjectG: onObjectMl * density }
  return { of: 'pour', ...told, ...(fill.bedZone && { on: fill.bedZone }) }
}

/** What is strewn on one piece, each kind once. */
export function strewnTakes({ name, laid }: MoldFill): readonly Extract<Take, { of: 'strewn' }>[] {
  const kinds = [...new Set(laid.sprinkles.map(({ what }) => what))]
  return kinds.map((what) => ({
    of: 'strewn',
    pieceName: name,
    what,
    areaMm2: laid.sprinkles.reduce((sum, each) => sum + (each.what === what ? each.areaMm2 : 0), 0),
  }))
}

function dropsTake(fill: MoldFill, round: number): Take {
  return {
    of: 'drops',
    pieceName: fill.name,
    inks: droppedInRound(fill, round),
    whiteDrops: Math.round(fill.white.drops / fill.rounds),
  }
}
