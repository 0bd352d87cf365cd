import { isWhite } from '../colour/index.ts'
import { mixedDensityGPerMl } from '../resin/index.ts'
import { pouredOver, type Technique } from '../technique/index.ts'
import { inkOfDrop } from '../pattern/index.ts'
import { cupFor, type Addition, type Cup } from './cups.ts'
import {
  COAT_MM,
  coatVolumeMl,
  meanDepthMm,
  orderVolumeMl,
  type LaterMixId,
  type MoldFill,
} from './layers.ts'
import { routeLeftover, type LeftoverUse } from './leftovers.ts'
import { measureParts, type MeasuredParts } from './parts.ts'
import { inksOf, type BatchRequest } from './request.ts'
import { whiteDrops } from './white.ts'

/** One stirring of A and B: for the pour, for a white that could not wait, for a layer poured later. */
export interface Mix {
  readonly id: 'first' | 'white' | LaterMixId
  /** Mean depth of its layer, where it is one. */
  readonly depthMm: number
  /** What reaches the molds. */
  readonly inMoldsG: number
  readonly lossG: number
  readonly needG: number
  readonly parts: MeasuredParts
  readonly cups: readonly Cup[]
  readonly leftoverUses: readonly LeftoverUse[]
}

/** Drops a piece takes in one mold of the order, per ink. */
export interface PieceDrops {
  readonly moldId: string
  readonly inks: readonly Addition[]
  readonly whiteDrops: number
}

/** The mixes of an order: bed and white from one stirring, each later layer from another, in the order they are poured. */
export function mixesOf(
  request: BatchRequest,
  technique: Technique,
  fills: readonly MoldFill[],
): readonly Mix[] {
  const { back, after } = request
  const later = (id: LaterMixId, volumeMl: number, depthMm: number) =>
    laterMix(request, { id, volumeMl, depthMm })
  const apart = technique.white.by === 'bag' && request.whiteApart === true
  return [
    firstMix(request, technique, fills),
    ...(apart ? [whiteMix(request, fills)] : []),
    ...(pouredOver(technique) ? (['fill', 'fillAgain'] as const) : [])
      .filter((kind) => fills.some(({ layers }) => layers.some((layer) => layer.kind === kind)))
      .map((kind) => later(kind, orderVolumeMl(fills, kind), meanDepthMm(fills, kind))),
    ...(back.when === 'none' ? [] : [later('back', orderVolumeMl(fills, 'back'), back.depthMm)]),
    ...(after.includes('clearCoat') ? [later('clearCoat', coatVolumeMl(fills), COAT_MM)] : []),
  ]
}

function firstMix(request: BatchRequest, technique: Technique, fills: readonly MoldFill[]): Mix {
  const density = mixedDensityGPerMl(request.resin)
  const bedG = orderVolumeMl(fills, 'bed') * density
  const bag = technique.white.by === 'bag' && !request.whiteApart
  const whiteG = bag ? orderVolumeMl(fills, 'white') * density : 0
  const whitePortionG = bag ? whiteG + request.loss.bagResidueG : 0
  const lossG = request.loss.cupFilmG + (bag ? request.loss.bagResidueG : 0)
  const mix = measured(request, { inMoldsG: bedG + whiteG, lossG })
  const inTwo = request.cupStrategy === 'split'
  const mixCups = (inTwo ? (['mix', 'otherMix'] as const) : (['mix'] as const)).map((id) =>
    cup(id, mix.parts.byWeight.totalG / (inTwo ? 2 : 1), density, []),
  )
  return {
    id: 'first',
    depthMm: meanDepthMm(fills, 'bed'),
    ...mix,
    cups: bag ? [...mixCups, whiteCup(request, whitePortionG)] : mixCups,
  }
}

/** The white as a small mix of its own. */
function whiteMix(request: BatchRequest, fills: readonly MoldFill[]): Mix {
  const { bagResidueG, cupFilmG } = request.loss
  const mix = measured(request, {
    inMoldsG: orderVolumeMl(fills, 'white') * mixedDensityGPerMl(request.resin),
    lossG: cupFilmG + bagResidueG,
  })
  return {
    id: 'white',
    depthMm: meanDepthMm(fills, 'white'),
    ...mix,
    cups: [whiteCup(request, mix.parts.byWeight.totalG)],
  }
}

function whiteCup(request: BatchRequest, portionG: number): Cup {
  const drops = whiteDrops(request.white.dose, portionG)
  const what = request.colours.find(isWhite)?.name ?? 'white'
  return cup('white', portionG, mixedDensityGPerMl(request.resin), drops ? [{ what, drops }] : [])
}

/** The cup the white stands in, whichever mix it is from; undefined where none is portioned. */
export function whiteCupOf(mixes: readonly Mix[]): Cup | undefined {
  return mixes.flatMap(({ cups }) => cups).find(({ id }) => id === 'white')
}

function laterMix(
  request: BatchRequest,
  { id, volumeMl, depthMm }: { readonly id: LaterMixId; readonly volumeMl: number; readonly depthMm: number },
): Mix {
  const density = mixedDensityGPerMl(request.resin)
  const mix = measured(request, { inMoldsG: volumeMl * density, lossG: request.loss.cupFilmG })
  return { id, depthMm, ...mix, cups: [cup(id, mix.parts.byWeight.totalG, density, [])] }
}

function measured(
  request: BatchRequest,
  { inMoldsG, lossG }: Pick<Mix, 'inMoldsG' | 'lossG'>,
): Omit<Mix, 'id' | 'depthMm' | 'cups'> {
  const needG = inMoldsG + lossG
  const parts = measureParts(request.resin, needG, request.measuring)
  const leftoverMl = parts.byVolume.leftoverG / mixedDensityGPerMl(request.resin)
  return { inMoldsG, lossG, needG, parts, leftoverUses: routeLeftover(leftoverMl, request.spareMolds) }
}

function cup(id: Cup['id'], massG: number, densityGPerMl: number, additions: readonly Addition[]): Cup {
  const volumeMl = massG / densityGPerMl
  return { id, massG, volumeMl, brimMl: cupFor(volumeMl), additions }
}

/** Ink and white drops for one piece of each mold in the order. */
export function dropsOf(request: BatchRequest, fills: readonly MoldFill[]): readonly PieceDrops[] {
  return fills.map((fill) => {
    const rounds = Array.from({ length: fill.rounds }, (_, round) => inksOfRound(request, fill, round))
    return {
      moldId: fill.mold.id,
      inks: inksOf(request).map(({ name }, k) => ({
        what: name,
        drops: rounds.reduce((sum, inks) => sum + inks[k]!.drops, 0),
      })),
      whiteDrops: fill.white.drops,
    }
  })
}

/** Ink drops of one round on one piece, rounds counted from 0. */
export function inksOfRound(request: BatchRequest, { laid }: MoldFill, round: number): readonly Addition[] {
  const inks = inksOf(request)
  const counts = inks.map(() => 0)
  for (const drop of laid.drops) {
    const no = inkOfDrop(drop, { round, inks: inks.length })
    if (no !== null) counts[no]!++
  }
  return inks.map(({ name }, k) => ({ what: name, drops: counts[k]! }))
}

/** Ink drops on one piece: those of its pattern, once a round. */
export function inkDropsOfPiece({ laid, rounds }: MoldFill): number {
  return laid.drops.length * rounds
}
