import { pieceCount, type BatchRequest, type CupStrategy } from '../batch/index.ts'
import { withWiderBeads } from '../pattern/index.ts'
import { ARCHETYPES } from '../resin/index.ts'
import { capacityOf, scheduleBatch, type Capacity, type Schedule } from '../timing/index.ts'
import { staggered, type Stagger } from './stagger.ts'

/** A change that would make a batch fit the hands, with its computed effect. */
export type Way =
  | { readonly kind: 'fewerPieces'; readonly pieces: number }
  | { readonly kind: 'stagger'; readonly stagger: Stagger }
  | ({ readonly kind: 'coolerRoom'; readonly roomTempC: number } & Effect)
  | ({ readonly kind: 'strategy'; readonly strategy: CupStrategy } & Effect)
  | ({ readonly kind: 'otherResin'; readonly name: string } & Effect)
  | {
      readonly kind: 'widerRings'
      /** Farther apart by so much than the patterns have them. */
      readonly byMm: number
      readonly perPieceMin: number
      readonly fits: boolean
    }

interface Effect {
  readonly windowMin: number
  readonly fits: boolean
}

const COOLER_K = 3
const COOLEST_ROOM_C = 15
const WIDER_RINGS_MM = 3

/** Ways out for a batch whose window is missed, those that keep the recipe first. */
export function waysOut(request: BatchRequest, { technique }: Schedule, capacity: Capacity): readonly Way[] {
  const effect = (changes: Partial<BatchRequest>): Effect => {
    const changed = { ...request, ...changes }
    const other = capacityOf(scheduleBatch(changed, technique), changed)
    return { windowMin: widthOf(other), fits: other.fits }
  }
  return [
    ...fewerPieces(request, capacity),
    ...inMixes(request, technique, capacity),
    ...coolerRoom(request, effect),
    ...otherStrategies(request, technique, effect),
    ...slowerResins(request, effect),
    ...widerRings(request, technique),
  ]
}

function widthOf({ window }: Capacity): number {
  return window && window.closeMin !== null ? window.closeMin - window.openMin : 0
}

function fewerPieces(request: BatchRequest, capacity: Capacity): Way[] {
  const pieces = Math.min(capacity.piecesThatFit, pieceCount(request) - 1)
  return pieces > 0 ? [{ kind: 'fewerPieces', pieces }] : []
}

function inMixes(request: BatchRequest, technique: Schedule['technique'], capacity: Capacity): Way[] {
  const stagger = pieceCount(request) > 1 ? staggered(request, technique, capacity) : null
  return stagger ? [{ kind: 'stagger', stagger }] : []
}

type EffectOf = (changes: Partial<BatchRequest>) => Effect

function coolerRoom(request: BatchRequest, effect: EffectOf): Way[] {
  const roomTempC = Math.max(COOLEST_ROOM_C, request.roomTempC - COOLER_K)
  return roomTempC < request.roomTempC ? [{ kind: 'coolerRoom', roomTempC, ...effect({ roomTempC }) }] : []
}

function otherStrategies(request: BatchRequest, { aimStep }: Schedule['technique'], effect: EffectOf): Way[] {
  if (aimStep === null) return []
  return (['split', 'atOnce'] as const)
    .filter((strategy) => strategy !== request.cupStrategy)
    .map((strategy) => ({ kind: 'strategy', strategy, ...effect({ cupStrategy: strategy }) }))
}

/** Typical resins slower than this one. */
function slowerResins(request: BatchRequest, effect: EffectOf): Way[] {
  return [ARCHETYPES.medium, ARCHETYPES.slow]
    .filter((each) => each.cure.startRatePerS < 0.9 * request.resin.cure.startRatePerS)
    .map((resin) => ({ kind: 'otherResin', name: resin.name, ...effect({ resin }) }))
}

function widerRings(request: BatchRequest, technique: Schedule['technique']): Way[] {
  if (technique.white.by !== 'bag') return []
  const ringSpacingMm = request.white.ringSpacingMm + WIDER_RINGS_MM
  const pieces = request.pieces.map((order) => ({
    ...order,
    pattern: order.pattern && withWiderBeads(order.pattern, WIDER_RINGS_MM),
  }))
  const changed = { ...request, pieces, white: { ...request.white, ringSpacingMm } }
  const wider = capacityOf(scheduleBatch(changed, technique), changed)
  return [{ kind: 'widerRings', byMm: WIDER_RINGS_MM, perPieceMin: wider.perPieceMin, fits: wider.fits }]
}
