import {
  burns,
  dividedCups,
  EXCESS_DENSITY_KG_PER_M3,
  firstPoured,
  laidOut,
  governingBedMm,
  governingUnderWhiteMm,
  governingWall,
  holeOf,
  pourMixOf,
  whiteBurns,
  type BatchRequest,
  type Mix,
  type MoldFill,
} from '../batch/index.ts'
import { sortsOf, type MarkSort } from '../pattern/index.ts'
import {
  bloomWindow,
  fluidityForBloom,
  isOfFilm,
  STIRRED_K,
  windowOf,
  type BloomWhite,
  type Resin,
  type RoomStep,
  type Criterion,
  type Window,
} from '../resin/index.ts'
import {
  asNeeded,
  gets,
  markedAt,
  stepOfKey,
  stepRule,
  stepThat,
  strewingOf,
  worded,
  type Deed,
  type StepRule,
  type Technique,
} from '../technique/index.ts'
import { cupsApart, raisedBy, type CupApart } from './apart.ts'
import { isAskedFor, pieceSlots, slotsThatGet, type PieceSlot } from './handsOn.ts'
import { layOut, type LayOutTask, type TimedTurn } from './layOut.ts'
import {
  fillCup,
  filmLife,
  forecastPour,
  lastRoomC,
  solveDecant,
  type CupLimits,
  type FilledCup,
  type PourForecast,
  type PourSetting,
  wholeLife,
} from './pour.ts'
import { AS_PLANNED, holeAt, type Otherwise } from './otherwise.ts'
import { inOrder, turnsOf, type Turn } from './turns.ts'
import { threadsSince, windowAsSeen, type Seen } from './seen.ts'
import { whiteBagOf, type WhiteCup } from './whiteCup.ts'

/** The pour of a batch in time, up to the covers; the days after are the rack's. */
export interface Schedule {
  /** As asked for, with what it left open settled: its cup strategy, and whether the white is a mix of its own. */
  readonly request: BatchRequest
  readonly technique: Technique
  readonly resin: Resin
  readonly fills: readonly MoldFill[]
  readonly mixes: readonly Mix[]
  readonly slots: readonly PieceSlot[]
  readonly forecast: PourForecast
  /** Null for a resin that does not gel in the cup within three days. */
  readonly cupLimits: CupLimits | null
  readonly decant: DecantPlan
  /** The mixing cup as if it were forgotten. */
  readonly cup: FilledCup
  /** What a finger or a toothpick found so far. */
  readonly seen: readonly Seen[]
  /** The cups that what is held back rests in. */
  readonly apart: readonly CupApart[]
  /** Null where the technique portions no white. */
  readonly whiteCup: WhiteCup | null
  /** The white as the bloom number sees it; null where the technique has none that sinks through a bed. */
  readonly white: BloomWhite | null
  /** The bag's hole, mm, by the key of the turn that was done or will be done through it; nothing where nothing is piped. */
  readonly holes: Readonly<Record<string, number>>
  readonly turns: readonly TimedTurn[]
}

/** What is known of a pour by now. */
export interface SoFar {
  /** Minutes at which turns were really done, by key. */
  readonly done?: Readonly<Record<string, number>>
  /** The room as it was read. */
  readonly rooms?: readonly RoomStep[]
  /** The minute at which the cup was last seen full. */
  readonly stillFullMin?: number
  /** What hands do otherwise than planned. */
  readonly otherwise?: Otherwise
  /** When the cup must be empty by what is believed; the model's own limit where that is sooner. */
  readonly cupStopMin?: number
  /** What a finger or a toothpick found. */
  readonly seen?: readonly Seen[]
  /** When the cup was as warm as its moment, of someone who goes by that. */
  readonly warmMin?: number
}

export type DecantPlan =
  | { readonly kind: 'aimed'; readonly decantMin: number }
  | { readonly kind: 'byClock'; readonly decantMin: number }
  /** Poured as soon as the hands can, to wait in the mold. */
  | { readonly kind: 'atOnce'; readonly decantMin: number }
  /** The cup must be emptied before the best moment; the rest is waited in the mold. */
  | { readonly kind: 'cupFirst'; readonly decantMin: number }
  /** Too fast for these hands in this room: decanted at once, the aim is already past. */
  | { readonly kind: 'tooFast'; readonly decantMin: number }
  /** Its moment has passed and the cup still stands full: as if it were emptied now. */
  | { readonly kind: 'waiting'; readonly decantMin: number }
  | { readonly kind: 'done'; readonly decantMin: number }
  /** Marked after the model says that the cup had gelled: forecast from just before gel, and not to be trusted. */
  | { readonly kind: 'afterGel'; readonly decantMin: number; readonly markedMin: number }

/**
 * The schedule of a batch whose cup strategy and white are settled; what happened so far replaces the model's own minutes, rooms and
 * limits, so that a live pour is forecast from it.
 */
export function scheduleSettled(
  request: BatchRequest,
  plain: Technique,
  {
    done = {},
    rooms = [],
    stillFullMin = 0,
    cupStopMin: latestStopMin = Infinity,
    seen = [],
    warmMin = Infinity,
    otherwise = AS_PLANNED,
  }: SoFar,
): Schedule {
  const { fills, mixes } = laidOut(request, plain)
  const cups = dividedCups(request, plain)
  const technique = asNeeded(plain, {
    whiteApart: request.whiteApart === true,
    rounds: Math.max(...fills.map(({ rounds }) => rounds)),
    cups: cups.length,
    cupsBurn: cups.some(burns),
    firstPour: plain.holdsBack ? (firstPoured(cups)?.name ?? null) : null,
    inPart: fills.some(({ bedZone }) => bedZone !== null),
    ways: fills.map((fill) => fill.technique),
    marked: markedFor(fills, done, whiteBurns(request)),
  })
  const slots = inOrder(pieceSlots(fills), otherwise)
  const leading = laidAs(technique.id, fills)
  const setting = { ...settingOf(request, pourMixOf(mixes), leading), roomSteps: rooms }
  const planned = whiteOf(request, technique, fills)
  const white = planned && { ...planned, holeMm: holeAt(otherwise, planned.holeMm) }
  const turns = turnsOf(technique, slots, otherwise).filter(
    ({ key, step, pieceNo }) => step.place === 'pour' && (key in done || isOn(step, slots, pieceNo)),
  )
  const cup = limited(fillCup(setting), latestStopMin)
  const cupStopMin = cup.limits?.stopMin ?? Infinity
  const task = { job: { request, technique }, slots, turns, cupStopMin, done }
  const unknown = layOut({ ...task, decantMin: 0, windowFor: () => null, done: {} })
  const solved = decantPlan({ request, technique, cup, white, done, unknown })
  const decant = stillFull(dueAsFound(solved, { technique, white, seen, warmMin }), cup, stillFullMin)
  const holes = holesOf(turns, request, { done, otherwise })
  const atDecant = { ...task, decantMin: decant.decantMin }
  const plainly = forecastPour(cup, decant.decantMin)
  const apart = technique.holdsBack
    ? cupsApart(cup, { fills, mixes }, layOut({ ...atDecant, windowFor: () => null }))
    : []
  const timedIn = (by: PourForecast) =>
    layOut({ ...atDecant, windowFor: windowsByHole({ forecast: by, apart, seen }, white, holes) })
  const first = timedIn(plainly)
  const raised = raisedBy(apart, plainly, { fills, turns: first })
  const forecast = raised
    ? forecastPour({ ...cup, setting: { ...setting, raised } }, decant.decantMin)
    : plainly
  const timed = raised ? timedIn(forecast) : first
  return {
    request,
    technique,
    resin: request.resin,
    fills,
    mixes,
    slots,
    forecast,
    cupLimits: cup.limits,
    decant,
    white,
    cup,
    seen,
    apart,
    whiteCup: whiteBagOf(cup, mixes, timed),
    holes,
    turns: timed,
  }
}

/** A step of its own for each piece as their marks have it; null where none asks for it. What was done by now stays. */
function markedFor(
  fills: readonly MoldFill[],
  done: Readonly<Record<string, number>>,
  burns: boolean,
): (step: StepRule) => StepRule | null {
  return (rule) => {
    const step = burns && rule.does === 'whites' ? withAlcohol(rule) : rule
    if (step.place === 'rack' || step.per === 'batch') return step
    const own = fills.filter((fill) => gets(step, fill.technique))
    if (Object.keys(done).some((key) => stepOfKey(key) === step.id)) return worded(step, sortsOn(own))
    return own.some((fill) => isAskedFor(step, fill)) ? toldOn(step, own) : null
  }
}

/** The step as the marks of those pieces have it: in their words, and of inks that no piece gets what is strewn. */
export function toldOn(step: StepRule, fills: readonly MoldFill[]): StepRule {
  const told = worded(step, sortsOn(fills))
  const { handsOn } = step
  const inksAlone = handsOn.by === 'drops' && handsOn.of === 'ink'
  const dropped = fills.some(({ laid }) => laid.drops.length > 0)
  const strewn = !dropped && fills.some(({ laid }) => laid.sprinkles.length > 0)
  return inksAlone && strewn ? strewingOf(told) : told
}

/** White ink in the bag keeps flames away, also where no other ink was dropped. */
function withAlcohol(step: StepRule): StepRule {
  return step.brings.includes('alcohol') ? step : { ...step, brings: [...step.brings, 'alcohol'] }
}

function sortsOn(fills: readonly MoldFill[]): ReadonlySet<MarkSort> {
  return new Set(fills.flatMap(({ pattern }) => [...sortsOf(pattern)]))
}

/** Whether a step is gone through on that piece: where any piece's marks ask for it, on those whose do. */
function isOn(step: StepRule, slots: readonly PieceSlot[], pieceNo: number | null): boolean {
  const own = slotsThatGet(step, slots)
  const asked = own.filter(({ fill }) => isAskedFor(step, fill))
  // What is done bag by bag is done where there is something in that bag to lay.
  const isOpen = asked.length === 0 && step.bag === undefined
  return pieceNo === null || isOpen || asked.some(({ no }) => no === pieceNo)
}

/** Through which hole each bead is laid: as it was cut when the turn was done, or as it is by now. */
function holesOf(
  turns: readonly Turn[],
  { white, bags = [] }: BatchRequest,
  { done, otherwise }: { readonly done: Readonly<Record<string, number>>; readonly otherwise: Otherwise },
): Readonly<Record<string, number>> {
  const piped = turns.filter(({ step }) => step.takes === 'beads')
  // What is cut anew in the middle of a pour is the white's bag.
  const ownMm = ({ bag }: StepRule) =>
    typeof bag === 'string' ? holeOf(bag, { bags, holeMm: white.holeMm }) : null
  return Object.fromEntries(
    piped.map(({ key, step }) => [key, ownMm(step) ?? holeAt(otherwise, white.holeMm, done[key])]),
  )
}

/** When a criterion holds for a turn, through the hole of its own; for all others through the hole as it is by now. */
function windowsByHole(
  poured: Pick<Schedule, 'forecast' | 'apart' | 'seen'>,
  white: BloomWhite | null,
  holes: Readonly<Record<string, number>>,
): LayOutTask['windowFor'] {
  const known = new Map<number | undefined, ReturnType<typeof windowsOf>>()
  return (criterion, turn) => {
    const holeMm = (turn && holes[turn.key]) ?? white?.holeMm
    const windowFor =
      known.get(holeMm) ?? windowsOf(poured, white && { ...white, holeMm: holeMm ?? white.holeMm })
    known.set(holeMm, windowFor)
    return windowFor(criterion)
  }
}

/** A cup that must be empty by that minute if not before. */
function limited(cup: FilledCup, latestStopMin: number): FilledCup {
  const { limits } = cup
  if (!limits || latestStopMin >= limits.stopMin) return cup
  const stopMin = Math.max(0, latestStopMin)
  const warnMin = limits.warnMin === null ? null : Math.min(limits.warnMin, stopMin)
  return { ...cup, limits: { ...limits, stopMin, warnMin } }
}

/** A cup that draws a string has no more flow to come than that: where the aim wants no less, it is due; so it is once it is as warm as its moment. */
function dueAsFound(
  decant: DecantPlan,
  {
    technique,
    white,
    seen,
    warmMin,
  }: Pick<Schedule, 'technique' | 'white' | 'seen'> & { readonly warmMin: number },
): DecantPlan {
  if (decant.kind !== 'aimed' && decant.kind !== 'cupFirst') return decant
  const aim = aimOf({ technique, white })
  const threadsMin = aim === null ? null : threadsSince(seen, aim)
  return { ...decant, decantMin: Math.min(decant.decantMin, threadsMin ?? Infinity, warmMin) }
}

/** The plan while the cup is seen to stand full longer than it meant. */
function stillFull(decant: DecantPlan, { limits }: FilledCup, fullMin: number): DecantPlan {
  if (decant.kind === 'done' || decant.kind === 'afterGel' || fullMin <= decant.decantMin) return decant
  const latestMin = limits ? JUST_BEFORE_GEL * limits.gelMin : Infinity
  return { kind: 'waiting', decantMin: Math.max(decant.decantMin, Math.min(fullMin, latestMin)) }
}

/** The first mix as the cure model sees it: one of its two cups where it is split. */
function settingOf(request: BatchRequest, first: Mix, fills: readonly MoldFill[]): PourSetting {
  return {
    resin: request.resin,
    cupMassG: first.parts.byWeight.totalG / (request.cupStrategy === 'split' ? 2 : 1),
    roomTempC: request.roomTempC,
    startTempC: (request.partsTempC ?? request.roomTempC) + STIRRED_K,
    bedDepthMm: governingBedMm(fills),
    wall: governingWall(fills),
  }
}

/** The pieces that are laid in that way; all of them where none is. */
function laidAs(way: string, fills: readonly MoldFill[]): readonly MoldFill[] {
  const own = fills.filter(({ technique, surplus }) => technique === way && !surplus)
  return own.length > 0 ? own : fills
}

/** Where the white leaves no bed at all, which is said, it is reckoned as if it fell through next to none. */
const LEAST_BED_MM = 0.1

function whiteOf(request: BatchRequest, technique: Technique, fills: readonly MoldFill[]): BloomWhite | null {
  if (technique.white.by !== 'bag') return null
  const bedDepthMm = Math.max(LEAST_BED_MM, governingUnderWhiteMm(fills))
  const { dose, holeMm } = request.white
  return { excessDensityKgPerM3: EXCESS_DENSITY_KG_PER_M3[dose], holeMm, bedDepthMm }
}

/**
 * When each criterion holds in the bed of that forecast: not before it is poured. What is over by then is told as it was, closed before the
 * bed was there; null is what never holds.
 */
export function windowsOf(
  {
    forecast,
    apart = [],
    seen = [],
  }: {
    readonly forecast: PourForecast
    readonly apart?: readonly CupApart[]
    readonly seen?: readonly Seen[]
  },
  white: BloomWhite | null,
): (criterion: Criterion) => Window | null {
  const life = wholeLife(forecast)
  const cups = apart.map(({ history }) => history)
  const pouredMin = forecast.decantMin ?? 0
  const inBed = (criterion: Criterion) => {
    const { setting } = forecast
    const { fullCureDays } = setting.resin
    const history = isOfFilm(criterion) ? filmLife(forecast) : life
    const roomTempC = lastRoomC(setting)
    const reckoned = windowOf(criterion, { history, roomTempC, white, cups, fullCureDays })
    const window = windowAsSeen(reckoned, criterion, { seen, white })
    if (!window || (window.closeMin ?? Infinity) <= pouredMin) return window
    return {
      ...window,
      openMin: Math.max(window.openMin, pouredMin),
      bestMin: Math.max(window.bestMin, pouredMin),
    }
  }
  // One rule's criterion is asked for at every piece.
  const known = new Map<Criterion, Window | null>()
  return (criterion) => {
    const window = known.has(criterion) ? known.get(criterion)! : inBed(criterion)
    known.set(criterion, window)
    return window
  }
}

/** From the begin of decanting to the middle of the aim step's turns, by the hands alone. */
function gapToAim({ aimStep }: Technique, turns: readonly TimedTurn[]): number {
  const aimed = turns.filter((turn) => turn.step.id === aimStep)
  if (aimed.length === 0) return 0
  return (aimed[0]!.beginMin + aimed.at(-1)!.endMin) / 2
}

/** Hands-on minutes from stop-stir to that step. */
function handsBefore(does: Deed, turns: readonly TimedTurn[]): number {
  const first = turns.findIndex((turn) => turn.step.does === does)
  return turns
    .slice(0, first)
    .filter((turn) => turn.step.does !== 'stirs')
    .reduce((sum, turn) => sum + turn.handsOnMin, 0)
}

function decantHandsMin(turns: readonly TimedTurn[]): number {
  return turns.find((turn) => turn.step.does === 'empties')?.handsOnMin ?? 0
}

interface DecantTask {
  readonly request: BatchRequest
  readonly technique: Technique
  readonly cup: FilledCup
  readonly white: BloomWhite | null
  readonly done: Readonly<Record<string, number>>
  /** The turns laid out before the decant is known. */
  readonly unknown: readonly TimedTurn[]
}

function decantPlan({ request, technique, cup, white, done, unknown }: DecantTask): DecantPlan {
  const markedMin = markedAt('empties', technique, done)
  if (markedMin !== null) return markedDecant(cup, Math.max(0, markedMin))
  const { moment, atMin } = stepThat(technique, 'empties')!
  const latestMin = (cup.limits?.stopMin ?? Infinity) - decantHandsMin(unknown)
  const chosenMin = atMin ?? (moment.by === 'clock' ? moment.bestMin : null)
  if (chosenMin !== null) {
    const soonestMin = Math.max(chosenMin, handsBefore('empties', unknown))
    return { kind: 'byClock', decantMin: Math.max(0, Math.min(soonestMin, latestMin)) }
  }
  if (request.cupStrategy === 'atOnce') {
    const decantMin = handsBefore('empties', unknown)
    if (decantMin <= latestMin) return { kind: 'atOnce', decantMin }
    return { kind: 'tooFast', decantMin: Math.max(0, latestMin) }
  }
  const answer = solveDecant(cup, {
    remainingFluidityPerPa: aimFluidity(stepRule(technique, technique.aimStep!), white),
    gapMin: gapToAim(technique, unknown),
    handsMin: decantHandsMin(unknown),
  })
  if (!answer || answer.kind === 'tooLateAtOnce') return { kind: 'tooFast', decantMin: 0 }
  return { kind: answer.kind === 'solved' ? 'aimed' : 'cupFirst', decantMin: answer.decantMin }
}

/** A decant shortly before gel in the cup stands in for one that the model holds impossible. */
const JUST_BEFORE_GEL = 0.98

function markedDecant({ limits }: FilledCup, markedMin: number): DecantPlan {
  if (!limits || markedMin < JUST_BEFORE_GEL * limits.gelMin) return { kind: 'done', decantMin: markedMin }
  return { kind: 'afterGel', decantMin: JUST_BEFORE_GEL * limits.gelMin, markedMin }
}

/** The remaining fluidity at which the aim step is at its best. */
function aimFluidity(step: StepRule, white: BloomWhite | null): number {
  const { moment, id } = step
  if (moment.by === 'resin' && moment.criterion.by === 'fluidity') return moment.criterion.bestPerPa
  if (moment.by === 'resin' && moment.criterion.by === 'bloomNumber' && white)
    return fluidityForBloom(white, moment.criterion.factor * bloomWindow(white).aim)
  throw new RangeError(`scheduleBatch: the decant cannot aim at step "${id}"`)
}

/** The flow still to come, 1/Pa, that is best for the technique's aim step; null where it has none. */
export function aimOf({ technique, white }: Pick<Schedule, 'technique' | 'white'>): number | null {
  return technique.aimStep === null ? null : aimFluidity(stepRule(technique, technique.aimStep), white)
}
