import type { Piece } from '#core/journal/index.ts'
import type { Brief } from '#data/brief.ts'

/** A piece that was looked at, with its run in short. */
export interface LoggedPiece {
  readonly run: Brief
  readonly piece: Piece
  /** What it is found by, in small letters. */
  readonly text: string
}
