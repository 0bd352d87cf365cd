import {
  beforeBack,
  bytesOf,
  judgedBacks,
  matteOf,
  pictureOf,
  type CardProblem,
  type JudgedBack,
  type Matte,
} from '#core/card/index.ts'
import { linearOf, type BackColour } from '#core/colour/index.ts'
import { ok, type Result } from '#core/units/index.ts'

/** A photograph as sRGB bytes, four a pixel. */
export interface Photograph {
  readonly rgba: Uint8ClampedArray
  readonly width: number
  readonly height: number
}

/** What two cards told of a piece. */
export interface CardReading {
  readonly backs: readonly JudgedBack[]
  /** Pixels and degrees the second picture was moved to lie on the first. */
  readonly movedPx: number
  readonly turnedDeg: number
}

/** Card tests off the main thread: the last piece read is kept, to be shown before any back. */
export function createCardLab() {
  let matte: Matte | null = null
  return {
    read: (
      onWhite: Photograph,
      onBlack: Photograph,
      backs: readonly BackColour[],
    ): Result<CardReading, CardProblem> => {
      const picture = ({ rgba, width, height }: Photograph) => pictureOf(rgba, width, height)
      const read = matteOf(picture(onWhite), picture(onBlack))
      if (!read.ok) return read
      matte = read.value
      const { dx, dy, turn } = matte.registration
      return ok({
        backs: judgedBacks(matte, backs),
        movedPx: Math.hypot(dx, dy),
        turnedDeg: (Math.abs(turn) * 180) / Math.PI,
      })
    },
    /** The piece before that back; null before one was read. */
    before: (hex: string): Photograph | null =>
      matte && { rgba: bytesOf(beforeBack(matte, linearOf(hex))), width: matte.width, height: matte.height },
  }
}

export type CardLab = ReturnType<typeof createCardLab>
