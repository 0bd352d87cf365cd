import { EXCESS_DENSITY_KG_PER_M3, inkDropsOfPiece, type BatchRequest } from '../batch/index.ts'
import type { BloomScene } from '../bloom/index.ts'
import { inkLayer, isWhite } from '../colour/index.ts'
import { HAND_SMOOTH, islandsOf, polygonOf } from '../mold/index.ts'
import { TECHNIQUES } from '../technique/index.ts'
import type { BatchPlan } from './plan.ts'

/** All a simulation of one piece needs but its minute and its chance; plain data for a worker. */
export interface FaceTask extends Omit<BloomScene, 'inkAtMin' | 'pipeAtMin' | 'seed'> {
  readonly depthMm: number
  readonly excessDensityKgPerM3: number
  /** Minutes from stop-stir and Pa.s, up to gel. */
  readonly viscosity: readonly (readonly [number, number])[]
  /** Minutes the inks are in before the white; negative: after it. */
  readonly inkLeadMin: number
}

/** What a person may wonder about before pouring, each the plan with one thing changed. */
export type FaceWhatIf = 'asPlanned' | 'doubleWhite' | 'inkAfterWhite' | 'warmerRoom'

/** When a piece could be piped, beside its window. */
export interface FaceMoment {
  readonly id: 'early' | 'right' | 'late'
  readonly pipeAtMin: number
}

/** A drop lands about ten times as strong as it is once spread (by eye). */
const FRESH_DROP = 10
const MOST_DROPS = 48
/** How far outside the window "too early" and "too late" are shown, as a share of its width. */
const OUTSIDE = 0.4
/** The hand needs about so long for the drops of a piece, before they settle. */
const DROPPING_MIN = 1
/** Once the strokes are drawn. */
const AFTER_THE_STROKES_MIN = 2
const WARMER_K = 5

/** The face of one kind of piece in that plan; null where the technique pipes no white. */
export function faceTask(request: BatchRequest, plan: BatchPlan, moldId: string): FaceTask | null {
  const technique = TECHNIQUES[request.technique]
  const fill = plan.fills.find((each) => each.mold.id === moldId)
  if (!fill || technique.white.by !== 'bag') return null
  const inks = request.colours.filter((colour) => colour.kind === 'alcoholInk' && !isWhite(colour))
  return {
    outline: polygonOf(fill.mold.outline, HAND_SMOOTH),
    islands: islandsOf(fill.mold.outline),
    beads: fill.white.beads,
    beadMm: request.white.holeMm,
    petals: request.white.petals,
    inks: inks.map(({ hex }) => {
      const [r, g, b] = inkLayer(hex).absorb
      return [FRESH_DROP * r, FRESH_DROP * g, FRESH_DROP * b] as const
    }),
    inkDrops: Math.min(MOST_DROPS, inkDropsOfPiece(request, technique, fill)),
    depthMm: fill.layers.find((layer) => layer.kind === 'bed')!.depthMm,
    excessDensityKgPerM3: EXCESS_DENSITY_KG_PER_M3[request.white.dose],
    viscosity: plan.life.flatMap(({ min, viscosityPaS }) =>
      viscosityPaS === null ? [] : [[min, viscosityPaS] as const],
    ),
    inkLeadMin: request.settleMin + DROPPING_MIN,
  }
}

/** Before, at and after the best of the white's window; empty where there is none. */
export function faceMoments({ bloom, decant }: Pick<BatchPlan, 'bloom' | 'decant'>): readonly FaceMoment[] {
  const window = bloom?.window
  if (!window || window.closeMin === null) return []
  const width = window.closeMin - window.openMin
  return [
    { id: 'early', pipeAtMin: Math.max(decant.decantMin + 1, window.openMin - OUTSIDE * width) },
    { id: 'right', pipeAtMin: window.bestMin },
    { id: 'late', pipeAtMin: window.closeMin + OUTSIDE * width },
  ]
}

/** The request whose plan brings the viscosity of that question: the same but in a warmer room, where that is asked. */
export function whatIfRequest(request: BatchRequest, whatIf: FaceWhatIf): BatchRequest {
  return whatIf === 'warmerRoom' ? { ...request, roomTempC: request.roomTempC + WARMER_K } : request
}

/** The task with that one thing changed; twice the white is a bead of twice the section. */
export function whatIfTask(task: FaceTask, whatIf: FaceWhatIf): FaceTask {
  if (whatIf === 'doubleWhite') return { ...task, beadMm: Math.SQRT2 * task.beadMm }
  if (whatIf === 'inkAfterWhite') return { ...task, inkLeadMin: -AFTER_THE_STROKES_MIN }
  return task
}
