import type { BatchRequest, CupStrategy, Mix, MoldFill } from '../batch/index.ts'
import type { ScoreEdit, Technique } from '../technique/index.ts'
import type { Finding } from './finding.ts'
import type { Stagger } from './stagger.ts'

/** One thing that makes a finding go: a change of the request, tried and found to bring no new stop; or several mixes instead of one. */
export type Remedy =
  | (Change & { readonly changes: Partial<BatchRequest> })
  | { readonly kind: 'stagger'; readonly stagger: Stagger }

/** What a change is told by. */
export type Change =
  /** Null takes the technique's usual. */
  | { readonly kind: 'bed'; readonly mm: number | null }
  | { readonly kind: 'layerDepth'; readonly layerName: string; readonly mm: number }
  | { readonly kind: 'noLayer'; readonly layerName: string }
  | { readonly kind: 'layerInMold'; readonly layerName: string }
  | { readonly kind: 'stirMore'; readonly g: number }
  | { readonly kind: 'cupsToFit' }
  | { readonly kind: 'layerEverywhere'; readonly layerName: string }
  | { readonly kind: 'lessColour'; readonly cupName: string }
  | { readonly kind: 'oneWay'; readonly wayName: string }
  | { readonly kind: 'job'; readonly jobName: string }
  | { readonly kind: 'layerBefore'; readonly layerName: string; readonly underName: string }
  | { readonly kind: 'smallerCups'; readonly each: number }
  | { readonly kind: 'pieces'; readonly pieces: number }
  | { readonly kind: 'strategy'; readonly strategy: CupStrategy }
  | { readonly kind: 'whiteApart' }
  | { readonly kind: 'room'; readonly tempC: number }
  /** Farther apart by so much than they are. */
  | { readonly kind: 'widerBeads'; readonly byMm: number }
  | { readonly kind: 'hole'; readonly mm: number }
  | { readonly kind: 'dose'; readonly dose: 'milky' | 'translucent' }
  | { readonly kind: 'settle'; readonly min: number }
  | { readonly kind: 'twoPours'; readonly layerName: string }
  | { readonly kind: 'takeBack'; readonly edit: ScoreEdit }
  | { readonly kind: 'clearCoat' }
  | { readonly kind: 'rounds'; readonly rounds: number }
  /** Drops of ink on a piece, all rounds together. */
  | { readonly kind: 'fewerDrops'; readonly fewer: number }

/** Changes of one kind, the mildest first: the first that helps is offered. */
export type Candidates = readonly Remedy[]

/** What a remedy is sought for. */
export interface Task {
  readonly request: BatchRequest
  readonly technique: Technique
  readonly fills: readonly MoldFill[]
  readonly mixes: readonly Mix[]
  readonly findings: readonly Finding[]
}

/** A remedy that changes the request. */
export function change(told: Change, changes: Partial<BatchRequest>): Remedy {
  return { ...told, changes }
}

/** What is made thinner or thicker, is by so much at a time. */
export const THINNER_STEP_MM = 0.5

/** A tenth of a millimetre is read on no ruler. */
export function rounded(mm: number): number {
  return Math.round(mm * 10) / 10
}
