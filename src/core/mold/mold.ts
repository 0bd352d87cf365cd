import type { MoldWall } from '../resin/index.ts'
import { drawnVolumeMl, volumeUpToMl, type FillMark } from './fillCurve.ts'
import type { Outline } from './outline.ts'

/** A raised edge of a piece, as it stands over the middle. */
export interface RaisedEdge {
  readonly heightMm: number
  readonly widthMm: number
}

/** A mold as the person owns it, or a dish that the piece stays in. */
export interface Mold {
  readonly id: string
  readonly name: string
  readonly outline: Outline
  readonly depthMm: number
  /** What one cavity holds to the brim, measured with water; null when it was never filled. */
  readonly waterFillMl: number | null
  /** Of a piece with a raised edge: the mold is so much deeper in a channel along its wall. */
  readonly edge?: RaisedEdge | null | undefined
  /** What it holds up to heights below the brim, measured with water where its walls are not upright. */
  readonly partFills: readonly FillMark[]
  /** A ready-made dish: the piece is never taken out of it. */
  readonly stays: boolean
  /** How many of it there are. */
  readonly count: number
  /** How many pieces of that outline one of it casts. */
  readonly cavities: number
  /** What it is made of and how thick, as far as heat is concerned. */
  readonly wall: MoldWall
}

/** A mold with upright walls that the piece comes out of. */
export const UPRIGHT = { partFills: [], stays: false } as const satisfies Partial<Mold>

/** Pieces all of that mold cast at once. */
export function placesOf({ count, cavities }: Pick<Mold, 'count' | 'cavities'>): number {
  return count * cavities
}

/** What a cavity holds to the brim, ml: the water fill where there is one, else outline x depth (straight walls). */
export function brimVolumeMl(mold: Mold): number {
  return volumeUpToMl(mold, mold.depthMm)
}

/** Mean area of a layer, mm2: volume over depth, above a raised edge, so that sloping walls measured with water count. */
export function layerAreaMm2(mold: Mold): number {
  const edgeMm = edgeHeightMm(mold)
  return ((brimVolumeMl(mold) - volumeUpToMl(mold, edgeMm)) * 1000) / (mold.depthMm - edgeMm)
}

/** How much deeper the mold is along its wall than in the middle; 0 without a raised edge. */
export function edgeHeightMm({ edge }: Pick<Mold, 'edge'>): number {
  return edge?.heightMm ?? 0
}

/** Water fill over outline x depth; far from 1 means that one of the three measures is wrong. Null without a water fill. */
export function waterFillOverDrawn(mold: Mold): number | null {
  return mold.waterFillMl === null ? null : mold.waterFillMl / drawnVolumeMl(mold)
}

/** Of a mold that is full, or said to be fuller than it is: what is poured on it stands in next to nothing. */
const LEAST_CAVITY_MM = 0.1

/** What is left of that mold above what already lies in it, up to there. */
export function cavityAbove(mold: Mold, saidMm: number): Mold {
  const floorMm = Math.min(saidMm, mold.depthMm - LEAST_CAVITY_MM)
  if (floorMm <= 0) return mold
  const belowMl = volumeUpToMl(mold, floorMm)
  const fills = mold.partFills.filter(({ depthMm }) => depthMm > floorMm)
  const edgeMm = edgeHeightMm(mold) - floorMm
  return {
    ...mold,
    depthMm: mold.depthMm - floorMm,
    edge: mold.edge && edgeMm > 0 ? { ...mold.edge, heightMm: edgeMm } : null,
    waterFillMl: mold.waterFillMl === null ? null : mold.waterFillMl - belowMl,
    partFills: fills.map(({ depthMm, ml }) => ({ depthMm: depthMm - floorMm, ml: ml - belowMl })),
  }
}
