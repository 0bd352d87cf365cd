import {
  drawnIn,
  governingWall,
  laterAmount,
  mixesOfLayer,
  moldPortions,
  pourOfLayer,
  type MoldPortion,
  takesOf,
  type BatchRequest,
  type LaterLayer,
  type Mix,
  type MoldFill,
  type Take,
} from '../batch/index.ts'
import { lessonFrom, type Lesson } from '../journal/index.ts'
import { followCure, STAGES, STIRRED_K, windowOf, type Window } from '../resin/index.ts'
import { prepOfLayer, thingsOfLayer, type PrepItem } from '../runsheet/index.ts'
import { cautionsAt, cupStopAfter, type CautionId } from '../safety/index.ts'
import { markedAt, stepRule, TECHNIQUES, type StepRule } from '../technique/index.ts'
import {
  believe,
  beliefOf,
  correctedRequest,
  cupRun,
  fillCup,
  forecastPour,
  quickGels,
  roomsRead,
  type CupLimits,
  type Departure,
  type FilledFrom,
  type PourForecast,
  type PourSetting,
  type Reading,
} from '../timing/index.ts'
import { lifeOfPour, type LifeSample } from './life.ts'
import { planBatch, planLive, techniqueOf, type LivePlan } from './plan.ts'

/** The sitting in which one later layer is laid, before it or under way; minutes from its own stop-stir. */
export interface SittingPlan {
  readonly layerId: string
  readonly title: string
  readonly detail: string
  readonly done: string
  readonly lays: StepRule['lays']
  /** Null for what is laid from a bottle, or from a product that is mixed as its own sheet says. */
  readonly mix: Mix | null
  /** Cups that are stirred by themselves once the mix is, in the order they are named. */
  readonly apart: readonly MixApart[]
  readonly takes: readonly Take[]
  /** What goes into which mold; nothing for a layer without a mix. */
  readonly portions: readonly MoldPortion[]
  readonly prep: readonly PrepItem[]
  readonly cautions: readonly CautionId[]
  readonly cure: SittingCure | null
  /** The pour that a layer is in which inks and white go, by its own clock; null for any other layer. */
  readonly pour: SittingPour | null
}

/** A layer that is drawn, as a pour of its own. */
export interface SittingPour {
  readonly request: BatchRequest
  readonly live: LivePlan
}

/** A cup that is a small mix of its own; minutes from its own stop-stir. */
export interface MixApart {
  readonly mix: Mix
  readonly life: CupLife
  /** In its cup, until it gels. */
  readonly followed: readonly LifeSample[]
}

/** How the mix of a sitting cures, as its readings have it. */
export interface SittingCure {
  /** Of the mix in its cup, the largest of those it is divided into; of the layer once that is poured. */
  readonly life: readonly LifeSample[]
  /** When that cup must be empty; null for a resin that does not gel within three days. */
  readonly cupLimits: CupLimits | null
  /** What the mix is divided into, each in a small mass of its own; the whole mix where it is not divided. */
  readonly cups: readonly CupLife[]
  /** When the layer takes a print, so that another bonds on it; null where it never does. */
  readonly bonds: Window | null
  /** What its readings leave believed of resin and room. */
  readonly believed: Departure
  readonly contradictions: readonly Reading[]
  readonly readings: number
}

/** A cup of tinted resin through its own cure. */
export interface CupLife {
  readonly id: string
  readonly massG: number
  /** It draws a string: no longer thin, not yet stiff. Null where it never does. */
  readonly string: Window | null
  readonly gelMin: number | null
}

/** What is known of a sitting by now. */
export interface SittingSoFar {
  readonly readings?: readonly Reading[]
  /** What was read of the cups that are stirred by themselves, by their mix; minutes from its own stop-stir. */
  readonly apart?: Readonly<Record<string, readonly Reading[]>>
  /** The room as it was read last; as planned where it never was. */
  readonly roomTempC?: number | null
  /** When the mix was divided into its cups; null while it is not. */
  readonly dividedMin?: number | null
  /** When the layer was poured; as planned where it was not yet. */
  readonly pouredMin?: number | null
  /** Of a layer that is drawn, the minutes at which its own turns were done, by key. */
  readonly done?: Readonly<Record<string, number>>
  /** The minute at which its cup is still seen to stand full. */
  readonly stillFullMin?: number
}

const MEMBERS = 128
const SEED = 20261128
/** Bubbles out and poured: a later layer does not wait in its cup (common practice). */
const POURED_MIN = 5

/** The sitting of that layer. Throws RangeError when the request has no such layer. */
export function planSitting(request: BatchRequest, layerId: string, soFar: SittingSoFar = {}): SittingPlan {
  const layer = request.layers.find(({ id }) => id === layerId)
  if (!layer) throw new RangeError(`planSitting: the batch has no layer "${layerId}"`)
  const { fills, mixes } = planBatch(request)
  const technique = techniqueOf(request)
  const step: StepRule = stepRule(technique, layerId)
  const mix = mixes.find(({ id }) => id === layerId) ?? null
  const known = mix && believedOf({ request, layer, fills, mix }, soFar)
  const pour = sittingPour(pourOfLayer(request, layer, fills), soFar)
  return {
    layerId,
    title: step.title,
    detail: step.detail,
    done: step.done,
    lays: step.lays,
    mix,
    apart: known ? apartOf(known, mixesOfLayer(mixes, layerId), soFar) : [],
    portions: pour ? moldPortions(pour.live.plan) : moldPortions({ fills, mixes }, layerId),
    takes: takesOf(step, { pieceNo: null, roundNo: null }, { request, fills, mixes }),
    prep: pour?.live.plan.prep ?? prepOfLayer(step, thingsOfLayer(layer, { mixes })),
    cautions: cautionsAt(technique, layerId),
    cure: mix && known && cureOf(mix, known, pouredSoFar(layer, soFar)),
    pour,
  }
}

function sittingPour(request: BatchRequest | null, soFar: SittingSoFar): SittingPour | null {
  if (!request) return null
  const { done, readings, stillFullMin, roomTempC } = soFar
  const inRoom = { ...request, roomTempC: roomTempC ?? request.roomTempC }
  return { request: inRoom, live: planLive(inRoom, { done, readings, stillFullMin }) }
}

/** A layer that is drawn is poured before its last step; any other is laid when it is poured. */
function pouredSoFar(layer: LaterLayer, soFar: SittingSoFar): SittingSoFar {
  const way = drawnIn(layer)
  if (way === null) return soFar
  return { ...soFar, pouredMin: markedAt('empties', TECHNIQUES[way], soFar.done ?? {}) }
}

/** Of the resin as the readings of the mix before have it, or its own where it was read. */
function apartOf(
  { own, setting, settingFor }: ReturnType<typeof believedOf>,
  mixes: readonly Mix[],
  { apart = {} }: SittingSoFar,
): readonly MixApart[] {
  return mixes
    .filter(({ of }) => of === 'cup')
    .flatMap((mix) =>
      mix.cups.map(({ id, massG }): MixApart => {
        const readings = apart[mix.id] ?? []
        const inCup = (asked: PourSetting) => ({ ...asked, cupMassG: Math.max(LEAST_G, massG) })
        const before = inCup(setting)
        const read = () => {
          const forecast = forecastPour(fillCup(before), null)
          const { mean } = believe(
            { forecast },
            { belief: beliefOf(own), readings, members: MEMBERS, seed: SEED },
          )
          return inCup(settingFor(correctedRequest(own, mean)))
        }
        const stands = readings.length > 0 ? read() : before
        return {
          mix,
          life: cupLife(stands, id, massG),
          followed: lifeOfPour(forecastPour(fillCup(stands), null)),
        }
      }),
    )
}

/** What was read in the sittings of a batch, by layer. */
export type SittingsSoFar = Readonly<Record<string, SittingSoFar>>

/** The request with every layer's resin as the readings of its own sitting have it, so that the days after go by them too. */
export function withSittings(request: BatchRequest, sittings: SittingsSoFar): BatchRequest {
  const read = request.layers.filter(({ id }) => (sittings[id]?.readings ?? []).length > 0)
  if (read.length === 0) return request
  const { fills, mixes } = planBatch(request)
  const layers = request.layers.map((layer) => {
    const mix = mixes.find(({ id }) => id === layer.id)
    if (!read.includes(layer) || !mix) return layer
    const { own, believed } = believedOf({ request, layer, fills, mix }, sittings[layer.id]!)
    return { ...layer, resin: correctedRequest(own, believed.mean).resin }
  })
  return { ...request, layers }
}

/** What the readings of that layer's sitting teach of its resin, by themselves. Throws RangeError when nothing is stirred for it. */
export function lessonOfSitting(request: BatchRequest, layerId: string, soFar: SittingSoFar): Lesson {
  const { fills, mixes } = planBatch(request)
  const layer = request.layers.find(({ id }) => id === layerId)
  const mix = mixes.find(({ id }) => id === layerId)
  if (!layer || !mix) throw new RangeError(`lessonOfSitting: nothing is stirred for a layer "${layerId}"`)
  const { own, cups, rooms, settingFor } = believedOf({ request, layer, fills, mix }, soFar)
  const { readings = [], pouredMin = null } = pouredSoFar(layer, soFar)
  return lessonFrom({
    setting: settingFor(own),
    decantMin: pouredMin,
    readings,
    cups,
    roomTempC: rooms.steps.at(-1)?.tempC ?? own.roomTempC,
  })
}

interface Stirred {
  readonly request: BatchRequest
  readonly layer: LaterLayer
  readonly fills: readonly MoldFill[]
  readonly mix: Mix
}

/** What a sitting's readings leave believed, and how its mix is followed. */
function believedOf(stirred: Stirred, soFar: SittingSoFar) {
  const { readings = [], pouredMin = null, dividedMin = null } = pouredSoFar(stirred.layer, soFar)
  const { mix, request } = stirred
  const cupG =
    dividedMin !== null ? Math.max(...mix.cups.map(({ massG }) => massG)) : mix.parts.byWeight.totalG
  const own = ownRequest(stirred, soFar.roomTempC ?? request.roomTempC)
  const belief = beliefOf(own)
  const before = correctedRequest(own, belief.mean)
  const rooms = roomsRead(readings, before.roomTempC)
  const settingFor = (asked: BatchRequest) => ({
    ...settingOf(asked, stirred),
    cupMassG: Math.max(LEAST_G, cupG),
    roomSteps: rooms.steps,
  })
  // Until it is poured, what is read is read in its cup.
  const standing = (setting: PourSetting) =>
    pouredMin === null ? forecastPour(fillCup(setting), null) : pouredAt(setting, pouredMin)
  const planned = standing(settingFor(before))
  const cups = cupsFilled(mix, dividedMin ?? 0)
  const believed = believe({ forecast: planned }, { belief, readings, cups, members: MEMBERS, seed: SEED })
  const setting = settingFor(readings.length === 0 ? before : correctedRequest(own, believed.mean))
  return { own, belief, before, planned, believed, cups, rooms, setting, settingFor, standing }
}

/** The cups of a divided mix, each in its own cure from the minute it was filled; none where the whole mix stands in one. */
function cupsFilled({ cups }: Mix, fromMin: number): Readonly<Record<string, FilledFrom>> {
  if (cups.length < 2) return {}
  return Object.fromEntries(cups.map(({ id, massG }) => [id, { massG: Math.max(LEAST_G, massG), fromMin }]))
}

function cureOf(mix: Mix, known: ReturnType<typeof believedOf>, soFar: SittingSoFar): SittingCure {
  const { believed, rooms, setting, standing } = known
  const { readings = [], pouredMin = null } = soFar
  const { cup, bed } = pouredAt(setting, pouredMin)
  return {
    life: lifeOfPour(standing(setting)),
    cupLimits: limitsOf(known, readings),
    cups: mix.cups.map(({ id, massG }) => cupLife(setting, id, massG)),
    bonds: windowOf(STAGES.footprint, {
      history: bed ?? cup,
      roomTempC: setting.roomTempC,
      white: null,
    }),
    believed: believed.mean,
    contradictions: [...believed.contradictions, ...rooms.contradictions],
    readings: readings.length,
  }
}

/** The request as that layer sees it: of its own resin nothing was learned under this name. */
function ownRequest({ request, layer }: Stirred, roomTempC: number): BatchRequest {
  const { resin } = layer
  // Parts stand in the room by then, however warm those of the pour were.
  const later = { ...request, roomTempC, partsTempC: null }
  return resin && resin.id !== request.resin.id ? { ...later, resin, learned: null } : later
}

function settingOf(
  { resin, roomTempC, partsTempC }: BatchRequest,
  { fills, layer }: Stirred,
): Omit<PourSetting, 'cupMassG'> {
  return {
    resin,
    roomTempC,
    startTempC: (partsTempC ?? roomTempC) + STIRRED_K,
    bedDepthMm: laterAmount(fills, layer).depthMm,
    wall: governingWall(fills),
  }
}

const LEAST_G = 1

/** Poured when it was, or as is usual; never after its cup has gelled. */
function pouredAt(setting: PourSetting, pouredMin: number | null): PourForecast {
  const cup = fillCup(setting)
  const latestMin = cup.history.gelMin ?? cup.history.toMin
  return forecastPour(cup, Math.min(pouredMin ?? POURED_MIN, 0.98 * latestMin))
}

/** When the cup must be empty by what is believed, and before one in ten like it has gelled; later than before only by readings that agree. */
function limitsOf(
  { own, belief, before, planned, believed, cups, setting, settingFor }: ReturnType<typeof believedOf>,
  readings: readonly Reading[],
): CupLimits | null {
  const { limits } = fillCup(setting)
  if (!limits) return null
  const gels = quickGels(planned)
  const unread = believe({ forecast: planned }, { belief, readings: [], members: MEMBERS, seed: SEED })
  const stopMin = cupStopAfter({
    beforeMin: fillCup(settingFor(before)).limits?.stopMin ?? Infinity,
    quickBeforeMin: gels(unread.members),
    readings,
    believed,
    believing: (told) =>
      believe({ forecast: planned }, { belief, readings: told, cups, members: MEMBERS, seed: SEED }),
    stopBy: ({ mean, members }) =>
      Math.min(
        fillCup(settingFor(correctedRequest(own, mean))).limits?.stopMin ?? Infinity,
        gels(members) ?? Infinity,
      ),
  })
  if (stopMin >= limits.stopMin) return limits
  return { ...limits, stopMin, warnMin: limits.warnMin === null ? null : Math.min(limits.warnMin, stopMin) }
}

/** Long after any cup is of use. */
const CUP_FOLLOWED_MIN = 12 * 60

function cupLife(setting: PourSetting, id: string, massG: number): CupLife {
  const history = followCure(setting.resin, {
    ...cupRun({ ...setting, cupMassG: Math.max(LEAST_G, massG) }),
    toMin: CUP_FOLLOWED_MIN,
    onlyToGel: true,
  })
  const string = windowOf(STAGES.string, { history, roomTempC: setting.roomTempC, white: null })
  return { id, massG, string, gelMin: history.gelMin }
}
