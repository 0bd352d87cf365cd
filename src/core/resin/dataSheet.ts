import { bisect } from '../numeric/index.ts'
import { fail, ok, type Result } from '../units/index.ts'
import { followCure, type CureHistory, type CuringResin } from './history.ts'
import type { CureLaw, DataSheet, Resin, Spread } from './resin.ts'
import { POURING_KEEPS_FRAC, STIRRED_K, USUAL_WALL } from './vessel.ts'

export type SheetFigure = 'viscosity' | 'potLife' | 'demold'

export interface SheetFit {
  readonly cure: CureLaw
  readonly flow: Resin['flow']
  /** Figures the sheet is silent on: taken from the typical resin it was begun with. */
  readonly assumed: readonly SheetFigure[]
  readonly spread: Spread
  readonly greatestLayerMm: number | null
  /** What a bed as deep as the sheet allows reaches at 23 C where the other figures let it get hotter than it should; else null. */
  readonly hotAtGreatestC: number | null
}

export type SheetProblem =
  /** No rate makes this mass gel then; the figures it could have lie between. */
  | { readonly kind: 'potLifeOutOfReach'; readonly leastMin: number; readonly mostMin: number }
  /** With that pot life no resin of this kind demolds then. */
  | { readonly kind: 'demoldOutOfReach'; readonly leastHours: number; readonly mostHours: number }

/** How sure a rate is that comes from a pot life, from a demold time alone, or from neither (all from memory). */
const RATE_SPREAD = { potLife: 0.15, demoldOnly: 0.3, neither: 0.45 } as const
const VISCOSITY_SPREAD = { stated: 0.1, assumed: 0.4 } as const

const SLOWEST_PER_S = 1e-6
const QUICKEST_PER_S = 5e-3
const LEAST_ORDER = 1
const MOST_ORDER = 3.2
/** Pot life and demold pull at both figures, each mostly at its own: they settle within a few turns. */
const TURNS = 6

/** A demold time is read as: stiff (5 K above the room) in a bed of 6 mm, decanted 10 minutes after stop-stir from a cup of 100 g. */
const DEMOLD_BED_MM = 6
const DEMOLD_DECANT_MIN = 10
const DEMOLD_CUP_G = 100
const DEMOLD_RISE_K = 5

/** A greatest depth is read as: in a room of 23 C a bed of it stays below this (common practice). */
const GREATEST_ROOM_C = 23
const GREATEST_HOT_C = 60
const CLOSE_ENOUGH_K = 2
/** A bed is followed for half a day for its peak, and looked at so often. */
const HOTTEST_BY_MIN = 12 * 60
const HOTTEST_EVERY_MIN = 2
/** Casting resins hold so much diluent that they give off hardly half of a neat epoxy's heat (from memory). */
const LEAST_HEAT_J_PER_G = 200

/**
 * A resin's rates from its data sheet: the start rate from the pot life, the depletion order from the demold time and, where a bed of the
 * greatest depth would run hot, the reaction heat from that depth, by bisection in turn; everything else from the typical resin it is
 * begun with. Silent figures are assumed and named, and widen what is believed.
 */
export function fitDataSheet(typical: CuringResin, sheet: DataSheet): Result<SheetFit, SheetProblem> {
  const flow = { ...typical.flow, viscosityAtRefPaS: sheet.viscosityPaS ?? typical.flow.viscosityAtRefPaS }
  const law = fitLaw({ ...typical, flow }, sheet)
  if (!law.ok) return law
  const assumed = (['viscosity', 'potLife', 'demold'] as const).filter((figure) => !stated(sheet, figure))
  const { greatestLayerMm } = sheet
  const hottestC =
    greatestLayerMm === null ? null : hottestBedC({ ...typical, flow, cure: law.value }, greatestLayerMm)
  return ok({
    cure: law.value,
    flow,
    assumed,
    spread: spreadOf(sheet),
    greatestLayerMm,
    hotAtGreatestC: hottestC !== null && hottestC > GREATEST_HOT_C + CLOSE_ENOUGH_K ? hottestC : null,
  })
}

function stated(sheet: DataSheet, figure: SheetFigure): boolean {
  return (figure === 'viscosity' ? sheet.viscosityPaS : sheet[figure]) !== null
}

function spreadOf({ viscosityPaS, potLife, demold }: DataSheet): Spread {
  const rate = potLife ? 'potLife' : demold ? 'demoldOnly' : 'neither'
  return {
    rateLog: RATE_SPREAD[rate],
    viscosityLog: VISCOSITY_SPREAD[viscosityPaS === null ? 'assumed' : 'stated'],
  }
}

function fitLaw(resin: CuringResin, sheet: DataSheet): Result<CureLaw, SheetProblem> {
  const { potLife, demold, greatestLayerMm } = sheet
  const cooled = (cure: CureLaw) =>
    greatestLayerMm === null
      ? cure
      : coolEnough({ ...resin, cure }, greatestLayerMm, potLife ? 'heat' : 'rate')
  let { cure } = resin
  if (potLife) {
    for (let turn = 0; turn < TURNS; turn++) {
      const rate = solveRate((law) => potLifeMin({ ...resin, cure: law }, potLife), cure, potLife.min)
      if (rate === null) return fail(potLifeReach({ ...resin, cure }, potLife))
      cure = rate
      if (demold) {
        const order = solveOrder({ ...resin, cure }, demold)
        if (order === null) return fail(demoldReach({ ...resin, cure }, demold))
        cure = order
      }
      // The rate has the last word: what the sheet says of minutes is met, whatever heat that leaves.
      if (turn < TURNS - 1) cure = cooled(cure)
      if (!demold && greatestLayerMm === null) break
    }
    return ok(cure)
  }
  if (!demold) return ok(cooled(cure))
  const rate = solveRate((law) => 60 * demoldHours({ ...resin, cure: law }, demold), cure, 60 * demold.hours)
  if (rate === null) return fail(demoldReach(resin, demold))
  return ok(greatestLayerMm === null ? rate : coolEnough({ ...resin, cure: rate }, greatestLayerMm, 'heat'))
}

/** The law as it is where a bed of that depth stays cool enough; else with less heat, or slower where the sheet says no minutes. */
function coolEnough(resin: CuringResin, depthMm: number, by: 'heat' | 'rate'): CureLaw {
  const { cure } = resin
  const changed =
    by === 'heat'
      ? (share: number): CureLaw => ({ ...cure, reactionHeatJPerG: share * cure.reactionHeatJPerG })
      : (share: number): CureLaw => atRate(cure, share * cure.startRatePerS)
  const excess = (share: number) => hottestBedC({ ...resin, cure: changed(share) }, depthMm) - GREATEST_HOT_C
  if (excess(1) <= 0) return cure
  const least =
    by === 'heat'
      ? Math.min(1, LEAST_HEAT_J_PER_G / cure.reactionHeatJPerG)
      : SLOWEST_PER_S / cure.startRatePerS
  return changed(bisect((share) => excess(share), { from: least, to: 1, tolerance: 1e-4 }) ?? least)
}

/** The network rate stays beside the start rate as it is in the typical resin. */
function atRate(cure: CureLaw, startRatePerS: number): CureLaw {
  return {
    ...cure,
    startRatePerS,
    networkRatePerS: (cure.networkRatePerS / cure.startRatePerS) * startRatePerS,
  }
}

/** The start rate at which a time that falls with it is met; null when none does. */
function solveRate(minutesOf: (law: CureLaw) => number, cure: CureLaw, wantedMin: number): CureLaw | null {
  const excess = (rateLog: number) => Math.log(minutesOf(atRate(cure, Math.exp(rateLog))) / wantedMin)
  const rateLog = bisect(excess, {
    from: Math.log(SLOWEST_PER_S),
    to: Math.log(QUICKEST_PER_S),
    tolerance: 1e-5,
  })
  return rateLog === null ? null : atRate(cure, Math.exp(rateLog))
}

function solveOrder(resin: CuringResin, demold: NonNullable<DataSheet['demold']>): CureLaw | null {
  const withOrder = (depletionOrder: number) => ({ ...resin.cure, depletionOrder })
  const excess = (order: number) =>
    Math.log(demoldHours({ ...resin, cure: withOrder(order) }, demold) / demold.hours)
  const order = bisect(excess, { from: LEAST_ORDER, to: MOST_ORDER, tolerance: 1e-5 })
  return order === null ? null : withOrder(order)
}

/** Long after any data sheet's figure; what has not come by then counts as that late. */
const LONGEST_MIN = 90 * 1440

/** Minutes to gel of that mass in its cup. */
export function potLifeMin(
  resin: CuringResin,
  { massG, tempC }: { readonly massG: number; readonly tempC: number },
): number {
  const cup = followCure(resin, {
    vessel: { kind: 'cup', massG },
    roomTempC: tempC,
    startTempC: tempC + STIRRED_K,
    startConversion: 0,
    fromMin: 0,
    toMin: LONGEST_MIN,
    onlyToGel: true,
  })
  return cup.gelMin ?? LONGEST_MIN
}

/** Hours to stiff, as a data sheet's demold time is read here. */
export function demoldHours(resin: CuringResin, { tempC }: { readonly tempC: number }): number {
  const bed = sheetBed(resin, { depthMm: DEMOLD_BED_MM, tempC, toMin: LONGEST_MIN })
  return (bed.whenGlass(tempC + DEMOLD_RISE_K) ?? LONGEST_MIN) / 60
}

/** The hottest a bed of that depth gets, poured and kept as a data sheet's bed, C. */
export function hottestBedC(resin: CuringResin, depthMm: number): number {
  const bed = sheetBed(resin, { depthMm, tempC: GREATEST_ROOM_C, toMin: HOTTEST_BY_MIN })
  let hottest = -Infinity
  for (let min = bed.fromMin; min <= bed.toMin; min += HOTTEST_EVERY_MIN)
    hottest = Math.max(hottest, bed.tempAt(min))
  return hottest
}

function sheetBed(
  resin: CuringResin,
  { depthMm, tempC, toMin }: { readonly depthMm: number; readonly tempC: number; readonly toMin: number },
): CureHistory {
  const cup = followCure(resin, {
    vessel: { kind: 'cup', massG: DEMOLD_CUP_G },
    roomTempC: tempC,
    startTempC: tempC + STIRRED_K,
    startConversion: 0,
    fromMin: 0,
    toMin: DEMOLD_DECANT_MIN,
    onlyToGel: true,
  })
  const pouredMin = Math.min(DEMOLD_DECANT_MIN, cup.toMin)
  const poured = cup.stateAt(pouredMin)
  return followCure(resin, {
    vessel: { kind: 'bed', depthMm, wall: USUAL_WALL },
    roomTempC: tempC,
    startTempC: tempC + POURING_KEEPS_FRAC * (poured.tempC - tempC),
    startConversion: poured.conversion,
    fromMin: pouredMin,
    toMin,
  })
}

function potLifeReach(resin: CuringResin, potLife: NonNullable<DataSheet['potLife']>): SheetProblem {
  const at = (rate: number) => potLifeMin({ ...resin, cure: atRate(resin.cure, rate) }, potLife)
  return { kind: 'potLifeOutOfReach', leastMin: at(QUICKEST_PER_S), mostMin: at(SLOWEST_PER_S) }
}

function demoldReach(resin: CuringResin, demold: NonNullable<DataSheet['demold']>): SheetProblem {
  const at = (depletionOrder: number) =>
    demoldHours({ ...resin, cure: { ...resin.cure, depletionOrder } }, demold)
  return { kind: 'demoldOutOfReach', leastHours: at(LEAST_ORDER), mostHours: at(MOST_ORDER) }
}
