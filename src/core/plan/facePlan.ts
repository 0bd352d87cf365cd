import { EXCESS_DENSITY_KG_PER_M3, underWhiteMm, type BatchRequest, type MoldFill } from '../batch/index.ts'
import type { BloomScene, Film } from '../bloom/index.ts'
import { byLamp, type Colour } from '../colour/index.ts'
import { areaMm2, edgeHeightMm, HAND_SMOOTH, islandsOf, polygonOf } from '../mold/index.ts'
import {
  isPiped,
  stepThat,
  TECHNIQUES,
  whitensWhatIsRaised,
  type TechniqueId,
  type Work,
} from '../technique/index.ts'
import type { Window } from '../resin/index.ts'
import { pieceSlots } from '../timing/index.ts'
import { asDropped, inksLast, meanAbsorb, movesOn, twiceTheWhite, type PlannedMove } from './faceMoves.ts'
import type { BatchPlan } from './plan.ts'
import { stepsOn } from './stepsOn.ts'

/** All a simulation of one piece needs but its minute and its chance; plain data for a worker. */
export interface FaceTask extends Omit<BloomScene, 'moves' | 'seed'> {
  readonly depthMm: number
  readonly excessDensityKgPerM3: number
  /** What its white is meant to become, and is judged by. */
  readonly becomes: 'petals' | 'line' | 'cells'
  /** Minutes from stop-stir and Pa.s, up to gel. */
  readonly viscosity: readonly (readonly [number, number])[]
  /** In the order of the hands, as the plan has them on that piece; never empty. */
  readonly moves: readonly PlannedMove[]
  /** What was put in between that no equation here follows. */
  readonly unfollowed: readonly Work['by'][]
}

/** What a person may wonder about before pouring, each the plan with one thing changed. */
export type FaceWhatIf = 'asPlanned' | 'doubleWhite' | 'inkAfterWhite' | 'warmerRoom' | 'glitter' | 'byLamp'

/** When a piece could get its white, beside its window. */
export interface FaceMoment {
  readonly id: 'early' | 'right' | 'late'
  readonly whiteAtMin: number
}

/** "Too early" and "too late" are shown so little outside the window that they show its edge, minutes. */
const OUTSIDE_MIN = 3
const WARMER_K = 5
/** Nothing is laid into a cup that is just stirred. */
const LEAST_MIN = 0.5
/** Over the middle of a raised edge. */
const THINNEST_MM = 0.5

/** The pieces of one kind whose faces differ: each by its number where something was put in on some alone, else the first for all. */
export function facesOf({ score = [] }: BatchRequest, plan: BatchPlan, kindId: string): readonly number[] {
  const nos = pieceSlots(plan.fills).flatMap(({ no, fill }) => (fill.id === kindId ? [no] : []))
  return score.some((edit) => edit.kind === 'added' && edit.pieces !== null) ? nos : nos.slice(0, 1)
}

/** The face of one kind of piece in that plan, of its first or of the one with that number; null where it is not planned, or nothing that flows is laid into it. */
export function faceTask(
  request: BatchRequest,
  plan: BatchPlan,
  kindId: string,
  pieceNo?: number,
): FaceTask | null {
  const slot = pieceSlots(plan.fills).find(
    ({ no, fill }) => fill.id === kindId && (pieceNo === undefined || no === pieceNo),
  )
  if (!slot) return null
  const { fill } = slot
  const technique = TECHNIQUES[fill.technique]
  if (technique.white.by === 'none') return null
  const moves = movesOn(slot, request, plan)
  if (moves.length === 0) return null
  return {
    outline: polygonOf(fill.mold.outline, HAND_SMOOTH),
    islands: islandsOf(fill.mold.outline),
    laid: fill.laid,
    becomes: BECOMES[technique.white.by === 'bag' ? technique.white.lies : 'needle'],
    films: filmsOf(fill, plan, request),
    inks: fill.inks.map(asDropped),
    depthMm: Math.max(THINNEST_MM, underWhiteMm(fill) - edgeHeightMm(fill.mold)),
    excessDensityKgPerM3:
      EXCESS_DENSITY_KG_PER_M3[technique.white.by === 'needle' ? 'ink' : request.white.dose],
    viscosity: plan.life.flatMap(({ min, viscosityPaS }) =>
      viscosityPaS === null ? [] : [[min, viscosityPaS] as const],
    ),
    moves,
    unfollowed: unfollowedOf(request, plan, slot.no),
  }
}

/** The piece with all its moves, where what it is judged by falls on that minute and the others keep their distance from it. */
export function sceneOf(task: FaceTask, whiteAtMin: number, seed: number): BloomScene {
  const moves = task.moves.map(({ afterMin, move }) => ({
    atMin: Math.max(LEAST_MIN, whiteAtMin + afterMin),
    move,
  }))
  return { ...task, moves, seed }
}

/** What is put in on that piece; what was refused is nowhere. */
function unfollowedOf(
  { score = [] }: BatchRequest,
  { steps }: Pick<BatchPlan, 'steps'>,
  no: number,
): FaceTask['unfollowed'] {
  const isOnIt = (id: string) =>
    steps.some(({ step: { id: stepId }, pieceNo }) => stepId === id && (pieceNo === null || pieceNo === no))
  const added = score.flatMap((edit) => (edit.kind === 'added' && isOnIt(edit.id) ? [edit.work.by] : []))
  return [...new Set(added)].filter((by) => MOVES_IT[by])
}

/** Whether what is put in between moves the resin, or what lies in it, in a way that is not followed. */
const MOVES_IT: Readonly<Record<Work['by'], boolean>> = {
  drops: false,
  puts: true,
  warmCup: true,
  warmAir: true,
  tilt: true,
  wait: false,
  own: true,
}

const BECOMES = { flower: 'petals', line: 'line', needle: 'cells' } as const

/** The cups that were poured as lines before the white, in their colours; those of a clear one are none. */
function filmsOf(fill: MoldFill, { steps, fills }: BatchPlan, { cups }: BatchRequest): readonly Film[] {
  if (!whitensWhatIsRaised(TECHNIQUES[fill.technique])) return []
  const [raises] = stepsOn({ steps, fills }, fill.id, 'raises')
  return (raises?.takes ?? []).flatMap((take) => {
    if (take.of !== 'held' || !take.line) return []
    const colours = cups.find(({ name }) => name === take.cup)?.colours ?? []
    if (colours.length === 0) return []
    const { fromWallMm, widthMm } = take.line
    const absorb = meanAbsorb(colours.map(({ colour }) => colour))
    return [{ atMin: raises!.beginMin, fromWallMm, toWallMm: fromWallMm + widthMm, absorb }]
  })
}

/** Before, at and after the best of the white's window, or of a needle's; empty where there is none, without the first where nothing is sooner. */
export function faceMoments(plan: BatchPlan, kindId: string): readonly FaceMoment[] {
  const { bloom, decant } = plan
  const fill = plan.fills.find(({ id }) => id === kindId)
  const piped = fill && isPiped(fill.technique)
  const window = piped ? bloom?.window : dropsOn(plan, kindId)
  if (!window || window.closeMin === null) return []
  const soonest = Math.max(decant.decantMin + 1, fill ? raisedMin(plan, fill) : 0)
  const rightMin = piped ? window.bestMin : Math.max(soonest, window.bestMin)
  const earlyMin = Math.max(soonest, window.openMin - OUTSIDE_MIN)
  return [
    ...(earlyMin < rightMin ? [{ id: 'early', whiteAtMin: earlyMin } as const] : []),
    { id: 'right', whiteAtMin: rightMin },
    { id: 'late', whiteAtMin: window.closeMin + OUTSIDE_MIN },
  ]
}

/** When what the white goes on has been raised on those pieces; 0 where nothing is. */
function raisedMin({ steps, fills }: BatchPlan, fill: MoldFill): number {
  if (!whitensWhatIsRaised(TECHNIQUES[fill.technique])) return 0
  const own = stepsOn({ steps, fills }, fill.id, 'raises')
  return Math.max(0, ...own.map(({ endMin }) => endMin))
}

/** When those pieces get their drops, and from the first of them on; undefined where they get none. */
function dropsOn(plan: BatchPlan, kindId: string): Window | undefined {
  const [first] = stepsOn(plan, kindId, 'inks')
  return first && { openMin: first.fromMin, bestMin: first.beginMin, closeMin: first.toMin }
}

/** The request whose plan brings the viscosity of that question: the same but in a warmer room, where that is asked. */
export function whatIfRequest(request: BatchRequest, whatIf: FaceWhatIf): BatchRequest {
  if (whatIf === 'byLamp') return { ...request, colours: byLamp(request.colours) }
  return whatIf === 'warmerRoom' ? { ...request, roomTempC: request.roomTempC + WARMER_K } : request
}

/** The questions that make sense for that way and those colours. */
export function whatIfsOf(technique: TechniqueId, colours: readonly Colour[]): readonly FaceWhatIf[] {
  const all: readonly FaceWhatIf[] = [
    'asPlanned',
    'doubleWhite',
    'inkAfterWhite',
    'warmerRoom',
    'glitter',
    ...(colours.some(({ lampHex }) => lampHex !== undefined) ? (['byLamp'] as const) : []),
  ]
  const way = TECHNIQUES[technique]
  return way.white.by === 'needle' || !stepThat(way, 'inks')
    ? all.filter((each) => each !== 'inkAfterWhite')
    : all
}

/** The task with that one thing changed; twice the white is a bead of twice the section, or two drops for one. */
export function whatIfTask(task: FaceTask, whatIf: FaceWhatIf): FaceTask {
  switch (whatIf) {
    case 'doubleWhite':
      return { ...task, moves: task.moves.map(({ move, ...at }) => ({ ...at, move: twiceTheWhite(move) })) }
    case 'inkAfterWhite':
      return { ...task, moves: inksLast(task.moves) }
    case 'glitter':
      return { ...task, laid: withGlitter(task) }
    case 'asPlanned':
    case 'warmerRoom':
    case 'byLamp':
      return task
    default:
      return whatIf satisfies never
  }
}

/** Glitter strewn all over, on top of what the pattern strews. */
function withGlitter({ laid, outline, islands }: FaceTask): FaceTask['laid'] {
  const lines = [outline, ...islands]
  const open = areaMm2(outline) - islands.reduce((sum, island) => sum + Math.abs(areaMm2(island)), 0)
  return { ...laid, sprinkles: [...laid.sprinkles, { what: 'glitter', lines, areaMm2: open }] }
}
