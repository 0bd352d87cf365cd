import { Solver } from 'odex'
import { bloomRequest } from '../support/request.ts'
import { planBatch, planLive, planSitting } from '#core/plan/index.ts'
import type { LayerCup } from '#core/batch/index.ts'
import { backLayer, begun } from '../support/layers.ts'
import { ARCHETYPES, followCure, type CuringResin } from '#core/resin/index.ts'
import { cureRatePerS, viscosityPaS } from '#core/resin/cure.ts'
import {
  airLossAt,
  heatPathsOf,
  POURING_KEEPS_FRAC,
  STIRRED_K,
  USUAL_WALL,
  type Vessel,
} from '#core/resin/vessel.ts'
import {
  bandsOf,
  believe,
  scheduleBatch,
  USUAL_BELIEF,
  type Departure,
  type Reading,
} from '#core/timing/index.ts'
import { courseOf, departedResin, drawDepartures } from '#core/timing/ensemble.ts'
import { TECHNIQUES } from '#core/technique/index.ts'

/** One line of the table in docs/performance.md. */
export interface Figure {
  readonly what: string
  readonly median: number
  readonly unit: 'ms' | 'x' | ''
}

const CUP_G = 143
const BED_MM = 6
const ROOM_C = 21
const DECANT_MIN = 12
const TO_MIN = 180
const setting = {
  resin: ARCHETYPES.quick,
  cupMassG: CUP_G,
  bedDepthMm: BED_MM,
  roomTempC: ROOM_C,
  startTempC: ROOM_C + STIRRED_K,
  wall: USUAL_WALL,
}
const departures = drawDepartures(USUAL_BELIEF, 512, 20261125)
const probe: Reading = { kind: 'temperature', atMin: 10, tempC: 29, by: 'probe' }

const SIX_CUPS: readonly LayerCup[] = ['moss', 'rust', 'pearl', 'smoke', 'sand', 'tide'].map((name) => ({
  id: name,
  name,
  portion: { by: 'share', frac: 0.15 },
  colours: [
    { colour: { id: name, name, kind: 'paste', hex: '#446644' }, dose: { by: 'dropsPerG', drops: 0.2 } },
  ],
}))
const LAYERED = bloomRequest(
  {
    layers: [
      ...begun('secondPour'),
      { ...backLayer('nextDay', 1), cups: SIX_CUPS },
      ...begun('solventPaint', 'clearCoat', 'varnish'),
    ],
  },
  12,
)

/** Speed of the forecast's parts, each the median of several rounds after as many to warm up. */
export function measureSolver(): readonly Figure[] {
  const request = bloomRequest({}, 2)
  const schedule = scheduleBatch(request, TECHNIQUES.bloom)
  const belief = { belief: USUAL_BELIEF, members: 256, seed: 20261125 }
  const bandsAfter = (readings: readonly Reading[]) =>
    bandsOf(schedule, believe(schedule, { ...belief, readings }), schedule.forecast.decantMin)
  return [
    ms('512 members, cup and bed, first 3 h', () => follow512(1e-4)),
    ms('a week of one member', () =>
      courseOf({ setting, decantMin: DECANT_MIN, toMin: 7 * 1440 }, departures[0]!),
    ),
    ms('bands of 256 members before any reading', () => bandsAfter([])),
    ms('a reading applied: 256 members, redrawn, all bands', () => bandsAfter([probe])),
    ms('the same with the whole corrected plan of 2 pieces', () => planLive(request, { readings: [probe] })),
    ms('a plan of 2 pieces', () => planBatch(request)),
    // In another room each time: what layers come to is remembered.
    ms('a plan of 12 pieces, five layers over them, one of six cups', (round) =>
      planBatch({ ...LAYERED, roomTempC: ROOM_C + round / 20 }),
    ),
    ms('the sitting of that layer after a reading', () =>
      planSitting(LAYERED, 'back', { readings: [probe] }),
    ),
    ...besideOdex(),
  ]
}

function ms(what: string, work: (round: number) => unknown, rounds = 15): Figure {
  const times: number[] = []
  for (let k = 0; k < 2 * rounds; k++) {
    const began = performance.now()
    work(k)
    if (k >= rounds) times.push(performance.now() - began)
  }
  return { what, median: times.sort((one, other) => one - other)[rounds >> 1]!, unit: 'ms' }
}

type End = readonly [conversion: number, tempC: number, spent: number]

const { startTempC, roomTempC } = setting
const keeps = POURING_KEEPS_FRAC
const BED: Vessel = { kind: 'bed', depthMm: BED_MM, wall: USUAL_WALL }

function follow512(relativeError: number): readonly End[] {
  return departures.map((departure) => {
    const shared = { roomTempC, lossFactor: Math.exp(departure.lossLog), relativeError }
    const resin = departedResin(setting.resin, departure)
    const cup = followCure(resin, {
      ...shared,
      vessel: { kind: 'cup', massG: CUP_G },
      startTempC,
      startConversion: 0,
      fromMin: 0,
      toMin: DECANT_MIN,
      onlyToGel: true,
    })
    const poured = cup.stateAt(Math.min(DECANT_MIN, cup.toMin))
    const bed = followCure(resin, {
      ...shared,
      vessel: BED,
      startTempC: roomTempC + keeps * (poured.tempC - roomTempC),
      startConversion: poured.conversion,
      fromMin: DECANT_MIN,
      toMin: TO_MIN,
    })
    const end = bed.stateAt(TO_MIN)
    return [
      end.conversion,
      end.tempC,
      bed.stateAt(DECANT_MIN).remainingFluidityPerPa - end.remainingFluidityPerPa,
    ]
  })
}

/** The same equations, cup then bed, by odex (Gragg-Bulirsch-Stoer with its own step control). */
function odex512(tolerance: number): readonly End[] {
  return departures.map((departure) => {
    const resin = departedResin(setting.resin, departure)
    const cup = odexLeg(resin, departure, { tolerance, vessel: { kind: 'cup', massG: CUP_G } })
    const [conversion, tempC] = cup([0, startTempC, 0], DECANT_MIN * 60)
    const bed = odexLeg(resin, departure, { tolerance, vessel: BED })
    return bed([conversion, roomTempC + keeps * (tempC - roomTempC), 0], (TO_MIN - DECANT_MIN) * 60)
  })
}

function odexLeg(
  resin: CuringResin,
  departure: Departure,
  { tolerance, vessel }: { tolerance: number; vessel: Vessel },
) {
  const { cure, flow } = resin
  const density = 1.1
  const loss = Math.exp(departure.lossLog)
  const { air, linkWPerGK, boardWPerGK, moldJPerGK, wallFactor } = heatPathsOf(vessel, density)
  const own = cure.heatCapacityJPerGK * wallFactor
  const solver = new Solver(4)
  solver.relativeTolerance = tolerance
  solver.absoluteTolerance = tolerance
  return (initial: End, toS: number): End => {
    const rhs = (_t: number, [a, tempC, , moldC]: number[]) => {
      const rate = cureRatePerS(cure, a!, tempC!)
      const toMold = linkWPerGK * (tempC! - moldC!)
      const excessK = tempC! - roomTempC
      const heat =
        rate * cure.reactionHeatJPerG - loss * airLossAt(air, excessK, roomTempC) * excessK - toMold
      const kept = moldJPerGK > 0 ? (toMold - loss * boardWPerGK * (moldC! - roomTempC)) / moldJPerGK : 0
      return [rate, heat / own, 1 / viscosityPaS(flow, a!, tempC!), kept]
    }
    const [a, tempC, spent] = solver.solve(rhs, 0, [...initial, roomTempC], toS).y
    return [a!, tempC!, spent!]
  }
}

/** The largest relative error of an end against the same equations followed far more closely. */
function worstError(ends: readonly End[], truth: readonly End[]): number {
  return Math.max(...ends.flatMap((end, k) => end.map((value, j) => Math.abs(value / truth[k]![j]! - 1))))
}

/** odex at the loosest tolerance at which it is as accurate as the product's own courses. */
function besideOdex(): readonly Figure[] {
  const truth = odex512(1e-11)
  const ownError = worstError(follow512(1e-4), truth)
  const tolerance = [1e-2, 3e-3, 1e-3, 3e-4, 1e-4, 3e-5, 1e-5, 3e-6, 1e-6, 3e-7, 1e-7].find(
    (each) => worstError(odex512(each), truth) <= ownError,
  )!
  const own = ms('512 members to 3 h, product', () => follow512(1e-4), 7)
  const other = ms(`512 members to 3 h, odex at tolerance ${tolerance}`, () => odex512(tolerance), 3)
  return [
    own,
    other,
    { what: 'odex over product', median: other.median / own.median, unit: 'x' },
    { what: 'worst relative error at 3 h, product', median: ownError, unit: '' },
    { what: 'worst relative error at 3 h, odex', median: worstError(odex512(tolerance), truth), unit: '' },
  ]
}
