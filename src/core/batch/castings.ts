import { TECHNIQUES } from '../technique/index.ts'
import { ofPiece, pieceCount, techniqueOn, type PieceOrder } from './pieces.ts'
import type { BatchRequest } from './request.ts'

type Asked = Pick<BatchRequest, 'pieces' | 'technique'>

/** One thing that comes out of a batch. */
export interface Casting {
  readonly no: number
  readonly order: PieceOrder
  /** What that order was poured over, such as a vase; else a piece out of its mold. */
  readonly isObject: boolean
}

/** How many things come out of a batch: its pieces, and what some of them are poured over. */
export function castingCount(request: Asked): number {
  return pieceCount(request) + pieceCount({ pieces: overObjects(request) })
}

/** The casting of that number: first the pieces out of their molds, behind all of them, in the same order, what they were poured over; undefined where there is none. */
export function castingOf(request: Asked, no: number): Casting | undefined {
  const pieces = pieceCount(request)
  const isObject = no > pieces
  const order = isObject ? ofPiece(overObjects(request), no - pieces) : ofPiece(request.pieces, no)
  return order && { no, order, isObject }
}

function overObjects(request: Asked): readonly PieceOrder[] {
  return request.pieces.filter((order) => TECHNIQUES[techniqueOn(order, request)].pouredOver)
}
