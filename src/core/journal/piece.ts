import type { FaultId } from './faults.ts'

/** Whether the white, or the inks, went in at the right thickness, judged from the finished face. */
export type TimingVerdict = 'tooEarly' | 'right' | 'tooLate'

export interface Outcome {
  readonly recordedAtMs: number
  /** 1 to 5, 5 the best. */
  readonly rating: number
  /** Null where the face does not tell. */
  readonly timing: TimingVerdict | null
  readonly faults: readonly FaultId[]
  /** Where on the pictures faults were marked. */
  readonly tags: readonly FaultTag[]
  readonly note: string
}

/** A fault at a place of a picture, as shares of its width and height from the top left. */
export interface FaultTag {
  readonly fault: FaultId
  readonly side: 'front' | 'back'
  readonly x: number
  readonly y: number
}

/** One casting of a batch. */
export interface Piece {
  readonly id: string
  readonly batchId: string
  readonly no: number
  readonly moldId: string
  readonly moldName: string
  /** Null until it has been looked at. */
  readonly outcome: Outcome | null
}

export const BEST_RATING = 5
