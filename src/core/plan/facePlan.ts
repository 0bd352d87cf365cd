import {
  EXCESS_DENSITY_KG_PER_M3,
  pipedOn,
  underWhiteMm,
  type BatchRequest,
  type MoldFill,
} from '../batch/index.ts'
import type { BloomScene, Film } from '../bloom/index.ts'
import { byLamp, inkLayer, type Colour } from '../colour/index.ts'
import { areaMm2, edgeHeightMm, HAND_SMOOTH, islandsOf, polygonOf } from '../mold/index.ts'
import {
  isPiped,
  stepThat,
  TECHNIQUES,
  whitensWhatIsRaised,
  type Deed,
  type Technique,
  type TechniqueId,
} from '../technique/index.ts'
import type { Window } from '../resin/index.ts'
import type { BatchPlan } from './plan.ts'
import { stepsOn } from './stepsOn.ts'

/** All a simulation of one piece needs but its minute and its chance; plain data for a worker. */
export interface FaceTask extends Omit<BloomScene, 'inkAtMin' | 'whiteAtMin' | 'seed'> {
  readonly depthMm: number
  readonly excessDensityKgPerM3: number
  /** What its white is meant to become, and is judged by. */
  readonly becomes: 'petals' | 'line' | 'cells'
  /** Minutes from stop-stir and Pa.s, up to gel. */
  readonly viscosity: readonly (readonly [number, number])[]
  /** Minutes the inks are in before the white; negative: after it. */
  readonly inkLeadMin: number
}

/** What a person may wonder about before pouring, each the plan with one thing changed. */
export type FaceWhatIf = 'asPlanned' | 'doubleWhite' | 'inkAfterWhite' | 'warmerRoom' | 'glitter' | 'byLamp'

/** When a piece could get its white, beside its window. */
export interface FaceMoment {
  readonly id: 'early' | 'right' | 'late'
  readonly whiteAtMin: number
}

/** A drop lands about ten times as strong as it is once spread (by eye). */
const FRESH_DROP = 10
/** "Too early" and "too late" are shown so little outside the window that they show its edge, minutes. */
const OUTSIDE_MIN = 3
/** The hand needs about so long for the drops of a piece, before they settle. */
const DROPPING_MIN = 1
/** Once the strokes are drawn. */
const AFTER_THE_STROKES_MIN = 2
const WARMER_K = 5
/** Over the middle of a raised edge. */
const THINNEST_MM = 0.5

/** The face of one kind of piece in that plan; null where it is not planned, or nothing flows in it. */
export function faceTask(request: BatchRequest, plan: BatchPlan, kindId: string): FaceTask | null {
  const fill = plan.fills.find(({ id }) => id === kindId)
  if (!fill) return null
  const technique = TECHNIQUES[fill.technique]
  if (technique.white.by === 'none') return null
  return {
    outline: polygonOf(fill.mold.outline, HAND_SMOOTH),
    islands: islandsOf(fill.mold.outline),
    // Only the white is followed: what other bags lay is mica or colour, not what opens.
    laid: { ...fill.laid, beads: pipedOn(fill, request).find(({ bag }) => bag === null)?.beads ?? [] },
    beadMm: request.white.holeMm,
    becomes: BECOMES[technique.white.by === 'bag' ? technique.white.lies : 'needle'],
    needle: needleOf(fill, request, technique),
    films: filmsOf(fill, plan, request),
    inks: fill.inks.map(({ hex }) => {
      const [r, g, b] = inkLayer(hex).absorb
      return [FRESH_DROP * r, FRESH_DROP * g, FRESH_DROP * b] as const
    }),
    depthMm: Math.max(THINNEST_MM, underWhiteMm(fill) - edgeHeightMm(fill.mold)),
    excessDensityKgPerM3:
      EXCESS_DENSITY_KG_PER_M3[technique.white.by === 'needle' ? 'ink' : request.white.dose],
    viscosity: plan.life.flatMap(({ min, viscosityPaS }) =>
      viscosityPaS === null ? [] : [[min, viscosityPaS] as const],
    ),
    inkLeadMin: request.settleMin + DROPPING_MIN,
    toolAfterMin: toolAfterMin(plan, technique, kindId),
  }
}

/** From the first drops on those pieces to the tool that waits for the resin; undefined where it follows the white at once. */
function toolAfterMin(plan: BatchPlan, technique: Technique, kindId: string): number | undefined {
  if (stepThat(technique, 'shapes')?.moment.by !== 'resin') return undefined
  const begins = (does: Deed) => stepsOn(plan, kindId, does)[0]?.beginMin
  const [dropped, shaped] = [begins('inks'), begins('shapes')]
  return dropped === undefined || shaped === undefined ? undefined : shaped - dropped
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
    const all = colours.map(({ colour }) => inkLayer(colour.hex).absorb)
    const mean = (channel: 0 | 1 | 2) =>
      all.reduce((sum, absorb) => sum + absorb[channel], 0) / colours.length
    return [{ fromWallMm, toWallMm: fromWallMm + widthMm, absorb: [mean(0), mean(1), mean(2)] }]
  })
}

/** Rounds of the needle, one after the other on the same piece; null where white is piped. */
function needleOf(fill: MoldFill, { hands }: BatchRequest, { white }: Technique): FaceTask['needle'] {
  if (white.by !== 'needle') return null
  const roundMin = (2 * hands.dropS * fill.laid.drops.length) / 60
  return { rounds: fill.rounds, roundMin, dropMl: white.dropMl }
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
      return task.needle
        ? { ...task, needle: { ...task.needle, dropMl: 2 * task.needle.dropMl } }
        : { ...task, beadMm: Math.SQRT2 * task.beadMm }
    case 'inkAfterWhite':
      return { ...task, inkLeadMin: -AFTER_THE_STROKES_MIN }
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
