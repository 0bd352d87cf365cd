/** What a mold's wall is made of, and how thick it is under and around the resin. */
export interface MoldWall {
  readonly material: WallMaterial
  readonly mm: number
}

export type WallMaterial = 'silicone' | 'plastic' | 'glass'

/** What a resin mass stands in, as far as heat is concerned. */
export type Vessel =
  | { readonly kind: 'cup'; readonly massG: number }
  /** Flat and held: more of its surface meets the air than a cup's. */
  | { readonly kind: 'bag'; readonly massG: number }
  | { readonly kind: 'bed'; readonly depthMm: number; readonly wall: MoldWall }
  | { readonly kind: 'sealed' }
  /** Said outright. */
  | { readonly kind: 'paths'; readonly paths: HeatPaths }

/** Where a gram of resin's warmth goes: two bodies, resin and mold, between the room's air and the board. */
export interface HeatPaths {
  /** From the resin to the room's air. */
  readonly air: AirLoss
  /** From the resin to its mold. */
  readonly linkWPerGK: number
  /** From the mold to board and room. */
  readonly boardWPerGK: number
  /** Heat the mold takes up per kelvin; 0 for a mass without one. */
  readonly moldJPerGK: number
  /** The mass warms its cup's wall along: its own heat capacity times this. */
  readonly wallFactor: number
}

/**
 * Heat lost to the air, W/gK, in three parts: what is the same at any warmth; what rises with the fourth root of the excess over the room, per
 * K^0.25 (natural convection); what rises with the cube of the mean absolute temperature, as it is at 25 C (radiation).
 */
export interface AirLoss {
  readonly evenWPerGK: number
  readonly liftWPerGK: number
  readonly glowWPerGK: number
}

/** That loss at so much excess over a room of that temperature, W/gK. */
export function airLossAt(
  { evenWPerGK, liftWPerGK, glowWPerGK }: AirLoss,
  excessK: number,
  roomTempC: number,
): number {
  if (liftWPerGK === 0 && glowWPerGK === 0) return evenWPerGK
  const warmth = (roomTempC + excessK / 2 + ZERO_C_IN_K) / GLOW_AT_K
  return evenWPerGK + liftWPerGK * Math.sqrt(Math.sqrt(Math.abs(excessK))) + glowWPerGK * warmth ** 3
}

const ZERO_C_IN_K = 273.15
const GLOW_AT_K = 298.15

/** Most molds of the trade are of silicone, 5 to 8 mm thick. */
export const USUAL_WALL: MoldWall = { material: 'silicone', mm: 6 }

/** Heat capacity by volume and conductivity (handbook values, from memory: silicone 1150 kg/m3 and 1.35 J/gK, glass 2500 and 0.84). */
const WALLS: Readonly<Record<WallMaterial, { readonly jPerM3K: number; readonly wPerMK: number }>> = {
  silicone: { jPerM3K: 1.15e6 * 1.35, wPerMK: 0.25 },
  plastic: { jPerM3K: 1.05e6 * 1.4, wPerMK: 0.2 },
  glass: { jPerM3K: 2.5e6 * 0.84, wPerMK: 1 },
}
const RESIN_W_PER_MK = 0.2

/**
 * A cup's loss knows its size: natural convection of air along an upright surface of height L is 1.42 (dT/L)^(1/4) W/m2K (McAdams, laminar, as
 * in Perry's handbook; from memory), radiation 4 e sigma T^3. Both together are taken at 8.9/11.0 of that: a cup stands on a board, not free
 * in the air (from memory; 143 g at 21 C are then as warm after 20 minutes as practice says).
 */
const LIFT_W_PER_M175K125 = 1.42
const EMISSIVITY = 0.92
const STEFAN_BOLTZMANN = 5.670374e-8
const STANDS_ON_A_BOARD = 8.9 / 11
/** The same from the open top of a bed and from a mold to the board it lies on, W/m2K, of ordinary sizes and warmths (from memory). */
const TOP_LOSS_W_PER_M2K = 10.5
const BOARD_LOSS_W_PER_M2K = 8
/** A piping bag in the hand, beside a cup of the same volume (from memory). */
const BAG_SURFACE = 1.6
/** A cup's wall of polypropylene, 0.6 mm: 0.9 g/cm3 times 1.9 J/gK (from memory). Small cups are mostly wall. */
const CUP_WALL_J_PER_M2K = 1010
/** Only for the share of the wall in a mass's own heat, J/gK. */
const RESIN_J_PER_GK = 1.9

/** Surface over volume^(2/3) of a full cup as high as it is wide, closed on all sides: 6 (pi/4)^(1/3). */
const CUP_SHAPE = 6 * (Math.PI / 4) ** (1 / 3)
/** Its height over volume^(1/3). */
const CUP_HEIGHT = (4 / Math.PI) ** (1 / 3)

/** A stream and a shallow spread of resin give a tenth of their excess over the room to the air while they are poured (from memory). */
export const POURING_KEEPS_FRAC = 0.9

/** At stop-stir a mix has reacted and been handled for three minutes: so much warmer than its parts were (common practice: 1.5 to 2.5 K). */
export const STIRRED_K = 2.4

const NO_MOLD = { linkWPerGK: 0, boardWPerGK: 0, moldJPerGK: 0 } as const

/**
 * How that vessel takes warmth from a gram of resin: resin and mold as two lumped bodies (Incropera & DeWitt, Fundamentals of Heat and
 * Mass Transfer, ch. 5), linked through half the resin's depth and half the wall in series.
 */
export function heatPathsOf(vessel: Vessel, densityGPerMl: number): HeatPaths {
  switch (vessel.kind) {
    case 'cup':
      return cupPaths(vessel.massG, densityGPerMl, 1)
    case 'bag':
      return cupPaths(vessel.massG, densityGPerMl, BAG_SURFACE)
    case 'bed':
      return bedPaths(vessel, densityGPerMl)
    case 'sealed':
      return { ...NO_MOLD, air: evenLoss(0), wallFactor: 1 }
    case 'paths':
      return vessel.paths
    default:
      return vessel satisfies never
  }
}

/** The same at any warmth. */
export function evenLoss(wPerGK: number): AirLoss {
  return { evenWPerGK: wPerGK, liftWPerGK: 0, glowWPerGK: 0 }
}

function cupPaths(massG: number, densityGPerMl: number, surface: number): HeatPaths {
  const volumeM3 = massG / densityGPerMl / 1e6
  const areaM2PerG = (CUP_SHAPE * volumeM3 ** (2 / 3)) / massG
  const lossArea = STANDS_ON_A_BOARD * surface * areaM2PerG
  const heightM = CUP_HEIGHT * volumeM3 ** (1 / 3)
  return {
    ...NO_MOLD,
    air: {
      evenWPerGK: 0,
      liftWPerGK: (lossArea * LIFT_W_PER_M175K125) / heightM ** 0.25,
      glowWPerGK: lossArea * EMISSIVITY * 4 * STEFAN_BOLTZMANN * GLOW_AT_K ** 3,
    },
    wallFactor: 1 + (CUP_WALL_J_PER_M2K * areaM2PerG) / RESIN_J_PER_GK,
  }
}

function bedPaths({ depthMm, wall }: Extract<Vessel, { kind: 'bed' }>, densityGPerMl: number): HeatPaths {
  const { jPerM3K, wPerMK } = WALLS[wall.material]
  const gPerM2 = densityGPerMl * 1000 * depthMm
  const resistance = depthMm / 2000 / RESIN_W_PER_MK + wall.mm / 2000 / wPerMK
  return {
    air: evenLoss(TOP_LOSS_W_PER_M2K / gPerM2),
    linkWPerGK: 1 / resistance / gPerM2,
    boardWPerGK: BOARD_LOSS_W_PER_M2K / gPerM2,
    moldJPerGK: ((wall.mm / 1000) * jPerM3K) / gPerM2,
    wallFactor: 1,
  }
}
