import {
  followCure,
  mixedDensityGPerMl,
  STIRRED_K,
  USUAL_WALL,
  wallFilmMm,
  type Resin,
} from '../resin/index.ts'
import type { Technique } from '../technique/index.ts'

/** Something upright that a pour runs down, as a vase on its rim. */
export interface DrippedObject {
  readonly heightMm: number
  /** Once round it; the mean where it tapers. */
  readonly aroundMm: number
}

interface PouredOver {
  readonly object?: DrippedObject | null | undefined
  readonly resin: Resin
  readonly roomTempC: number
  readonly partsTempC: number | null
}

/** A film is as warm as the room. */
const FILM = { kind: 'bed', depthMm: 1, wall: USUAL_WALL } as const
/** Any resin has gelled by then. */
const GELLED_MIN = 7 * 1440

/** What stays on the object of each piece once it has run off, ml; 0 where nothing is poured over one, or nobody measured it. */
export function onObjectMl(
  { object, resin, roomTempC, partsTempC }: PouredOver,
  { pouredOver }: Pick<Technique, 'pouredOver'>,
): number {
  if (!object || !pouredOver) return 0
  const { heightMm, aroundMm } = object
  const cure = followCure(resin, {
    vessel: FILM,
    roomTempC,
    startTempC: (partsTempC ?? roomTempC) + STIRRED_K,
    startConversion: 0,
    fromMin: 0,
    toMin: GELLED_MIN,
    onlyToGel: true,
  })
  const leftAt = (min: number) => cure.stateAt(min).remainingFluidityPerPa
  const flowPerPa = leftAt(pouredOver.atMin) - leftAt(pouredOver.atMin + pouredOver.runsMin)
  // What has gelled by then runs nowhere: the plan says so itself.
  if (!(flowPerPa > 0)) return 0
  const filmMm = wallFilmMm({ heightMm, flowPerPa, densityGPerMl: mixedDensityGPerMl(resin) })
  return (heightMm * aroundMm * filmMm) / 1000
}
