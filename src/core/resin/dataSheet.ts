import { bisect, solveRising } from '../numeric/index.ts'
import { fail, ok, type Result } from '../units/index.ts'
import { STAGES, windowOf } from './stages.ts'
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

/** A demold time is read as: stiff (5 K above the room, `STAGES.demold`) in a bed of 6 mm, decanted after a third of its pot life from a cup of no more than 100 g. */
const DEMOLD_BED_MM = 6
const DEMOLD_DECANT_OF_GEL = 1 / 3
const DEMOLD_CUP_G = 100

/** A greatest depth is read as: in a room of 23 C a bed of it stays below this (common practice). */
const GREATEST_ROOM_C = 23
const GREATEST_HOT_C = 60
const CLOSE_ENOUGH_K = 2
/** A bed is followed for half a day for its peak, and looked at so often. */
const HOTTEST_BY_MIN = 12 * 60
const HOTTEST_EVERY_MIN = 2
/** Casting resins hold so much diluent that they give off hardly half of a neat epoxy's heat (from memory). */
const LEAST_HEAT_J_PER_G = 200
const HEAT_SHARE_WITHIN = 0.04

/**
 * A resin's rates from its data sheet: the start rate from the pot life, how it slows down from the demold time and, where the label's own bed
 * or one of the greatest depth would run hot, the reaction heat; everything else from the typical resin it is begun with. Silent figures are
 * assumed and named, and widen what is believed.
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
  if (!potLife && !demold) return ok(slowEnough(resin, greatestLayerMm))
  const fit = (share: number) => fitMinutes(withHeat(resin, share), sheet)
  const excessK = (fitted: Result<CureLaw, SheetProblem>) =>
    fitted.ok ? hottestOf({ ...resin, cure: fitted.value }, sheet) - GREATEST_HOT_C : -Infinity
  const whole = fit(1)
  if (excessK(whole) <= 0) return whole
  // What the sheet says of minutes is met, whatever heat that leaves.
  const least = Math.min(1, LEAST_HEAT_J_PER_G / resin.cure.reactionHeatJPerG)
  const cooler = fit(least)
  if (!cooler.ok || excessK(cooler) > 0) return cooler.ok ? cooler : whole
  const share = bisect((each) => excessK(fit(each)), { from: least, to: 1, tolerance: HEAT_SHARE_WITHIN })
  const cool = share === null ? cooler : fit(Math.max(least, share - HEAT_SHARE_WITHIN))
  return cool.ok ? cool : cooler
}

/** The hottest of the beds that the sheet speaks of: the label's own where it says when that is demolded, and one of the greatest depth. */
function hottestOf(resin: CuringResin, { demold, greatestLayerMm }: DataSheet): number {
  return Math.max(
    demold ? hottestBedC(resin, DEMOLD_BED_MM, demold.tempC) : -Infinity,
    greatestLayerMm === null ? -Infinity : hottestBedC(resin, greatestLayerMm),
  )
}

/** The law that meets pot life and demold, as far as the sheet says them. */
function fitMinutes(resin: CuringResin, { potLife, demold }: DataSheet): Result<CureLaw, SheetProblem> {
  const atRates = (cure: CureLaw) =>
    potLife ? solveRate((law) => potLifeMin({ ...resin, cure: law }, potLife), cure, potLife.min) : cure
  if (!demold) {
    const cure = atRates(resin.cure)
    return cure ? ok(cure) : fail(potLifeReach(resin, potLife!))
  }
  if (!potLife) {
    const hoursOf = (law: CureLaw) => 60 * demoldHours({ ...resin, cure: law }, demold)
    const cure = solveRate(hoursOf, resin.cure, 60 * demold.hours)
    return cure ? ok(cure) : fail(demoldReach(resin.cure, hoursOf))
  }
  if (!atRates(resin.cure)) return fail(potLifeReach(resin, potLife))
  const lawAt = (slowing: number) => atRates(slowed(resin.cure, slowing)) ?? resin.cure
  const hoursAt = (slowing: number) => demoldHours({ ...resin, cure: lawAt(slowing) }, demold)
  const slowing = solveRising((each) => Math.log(hoursAt(each) / demold.hours), {
    from: LEAST_SLOWING,
    to: MOST_SLOWING,
    tolerance: 1e-4,
  })
  if (slowing !== null) return ok(lawAt(slowing))
  const [leastHours, mostHours] = [hoursAt(LEAST_SLOWING), hoursAt(MOST_SLOWING)]
  return fail({ kind: 'demoldOutOfReach', leastHours, mostHours })
}

/**
 * How much a cure slows down on its way, as one figure: from 1 up it is the depletion order itself; below, at order 1, the network reaction
 * gains on the start reaction, up to eightfold at 0: such a resin stays thin for long and then hardens at once.
 */
const LEAST_SLOWING = 0
const MOST_SLOWING = 5
const MOST_NETWORK_GAIN = 8

function slowed(cure: CureLaw, slowing: number): CureLaw {
  const gain = MOST_NETWORK_GAIN ** Math.max(0, 1 - slowing)
  return { ...cure, depletionOrder: Math.max(1, slowing), networkRatePerS: gain * cure.networkRatePerS }
}

function withHeat(resin: CuringResin, share: number): CuringResin {
  return { ...resin, cure: { ...resin.cure, reactionHeatJPerG: share * resin.cure.reactionHeatJPerG } }
}

/** Without any minutes: as slow as a bed of the greatest depth needs to stay cool. */
function slowEnough(resin: CuringResin, depthMm: number | null): CureLaw {
  const { cure } = resin
  if (depthMm === null) return cure
  const slower = (share: number) => atRate(cure, share * cure.startRatePerS)
  const excess = (share: number) => hottestBedC({ ...resin, cure: slower(share) }, depthMm) - GREATEST_HOT_C
  if (excess(1) <= 0) return cure
  const least = SLOWEST_PER_S / cure.startRatePerS
  return slower(bisect(excess, { from: least, to: 1, tolerance: 1e-4 }) ?? least)
}

/** The network rate stays beside the start rate as it is in that law. */
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
  const rateLog = solveRising(excess, {
    from: Math.log(SLOWEST_PER_S),
    to: Math.log(QUICKEST_PER_S),
    tolerance: 1e-5,
  })
  return rateLog === null ? null : atRate(cure, Math.exp(rateLog))
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
  const history = sheetBed(resin, { depthMm: DEMOLD_BED_MM, tempC, forMin: LONGEST_MIN })
  const demold = windowOf(STAGES.demold, { history, roomTempC: tempC, white: null })
  return (demold?.bestMin ?? LONGEST_MIN) / 60
}

/** The hottest a bed of that depth gets, poured and kept as a data sheet's bed, C. */
export function hottestBedC(resin: CuringResin, depthMm: number, tempC = GREATEST_ROOM_C): number {
  const bed = sheetBed(resin, { depthMm, tempC, forMin: HOTTEST_BY_MIN })
  let hottest = -Infinity
  for (let min = bed.fromMin; min <= bed.toMin; min += HOTTEST_EVERY_MIN)
    hottest = Math.max(hottest, bed.tempAt(min))
  return hottest
}

function sheetBed(
  resin: CuringResin,
  { depthMm, tempC, forMin }: { readonly depthMm: number; readonly tempC: number; readonly forMin: number },
): CureHistory {
  const cup = followCure(resin, {
    vessel: { kind: 'cup', massG: DEMOLD_CUP_G },
    roomTempC: tempC,
    startTempC: tempC + STIRRED_K,
    startConversion: 0,
    fromMin: 0,
    toMin: LONGEST_MIN,
    onlyToGel: true,
  })
  const pouredMin = DEMOLD_DECANT_OF_GEL * (cup.gelMin ?? cup.toMin)
  const poured = cup.stateAt(pouredMin)
  return followCure(resin, {
    vessel: { kind: 'bed', depthMm, wall: USUAL_WALL },
    roomTempC: tempC,
    startTempC: tempC + POURING_KEEPS_FRAC * (poured.tempC - tempC),
    startConversion: poured.conversion,
    fromMin: pouredMin,
    toMin: pouredMin + forMin,
  })
}

function potLifeReach(resin: CuringResin, potLife: NonNullable<DataSheet['potLife']>): SheetProblem {
  const at = (rate: number) => potLifeMin({ ...resin, cure: atRate(resin.cure, rate) }, potLife)
  return { kind: 'potLifeOutOfReach', leastMin: at(QUICKEST_PER_S), mostMin: at(SLOWEST_PER_S) }
}

function demoldReach(cure: CureLaw, minutesOf: (law: CureLaw) => number): SheetProblem {
  const at = (rate: number) => minutesOf(atRate(cure, rate)) / 60
  return { kind: 'demoldOutOfReach', leastHours: at(QUICKEST_PER_S), mostHours: at(SLOWEST_PER_S) }
}
