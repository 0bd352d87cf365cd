import {
  bedOf,
  MOST_CUPS,
  dropLoad,
  kindId,
  laidIn,
  nextLayer,
  pieceCount,
  pourMixOf,
  techniqueOfPour,
  type BatchRequest,
  type MoldFill,
} from '../batch/index.ts'
import { volumeUpToMl } from '../mold/index.ts'
import { mixedDensityGPerMl } from '../resin/index.ts'
import { JOB_IDS, JOBS, TECHNIQUES, waysOf } from '../technique/index.ts'
import { withFewerDrops, withWiderBeads } from '../pattern/index.ts'
import { capacityOf, scheduleBatch } from '../timing/index.ts'
import { gravityOf, type Finding } from './finding.ts'
import { planBatch } from './plan.ts'
import {
  cupsToFit,
  layerEverywhere,
  layersInMold,
  lessApart,
  lessColour,
  noLayers,
  thinnerLayer,
  thinnerLayers,
  twoPours,
} from './layerRemedies.ts'
import { change, rounded, THINNER_STEP_MM, type Candidates, type Remedy, type Task } from './remedy.ts'
import { staggered, staggeredRequests, withPieces } from './stagger.ts'

/** A finding with what would make it go; empty where only a person can, or nothing does. */
export interface Remedied {
  readonly finding: Finding
  readonly remedies: readonly Remedy[]
}

/** Everything worth saying of that request's plan, each with every remedy that was tried and holds. */
export function remediesFor(request: BatchRequest): readonly Remedied[] {
  const { findings, fills, mixes } = planBatch(request)
  const task: Task = { request, technique: techniqueOfPour(request), fills, mixes, findings }
  return findings.map((finding) => ({
    finding,
    remedies: candidatesFor(finding, task).flatMap((candidates) => {
      const first = candidates.find((remedy) => helps(remedy, finding, task))
      return first ? [first] : []
    }),
  }))
}

/** The requests a remedy turns that one into: one, or one a mix. */
export function remedied(request: BatchRequest, remedy: Remedy): readonly BatchRequest[] {
  return remedy.kind === 'stagger'
    ? staggeredRequests(request, remedy.stagger)
    : [{ ...request, ...remedy.changes }]
}

/** Whether the finding is gone from every plan it leads to, with no stop that was not there before. */
function helps(remedy: Remedy, finding: Finding, { request, findings }: Task): boolean {
  const stops = new Set(findings.filter((each) => gravityOf(each) === 'stop').map(keyOf))
  return remedied(request, remedy).every((changed) =>
    planBatch(changed).findings.every((each) => {
      if (keyOf(each) === keyOf(finding)) return false
      return gravityOf(each) !== 'stop' || stops.has(keyOf(each))
    }),
  )
}

/** What makes two findings the same one. */
export function keyOf(finding: Finding): string {
  const where = [
    'moldName' in finding ? finding.moldName : '',
    'layer' in finding ? finding.layer.id : '',
    'mix' in finding ? finding.mix.id : '',
    'cupName' in finding ? finding.cupName : '',
    'colourName' in finding ? finding.colourName : '',
    'by' in finding ? finding.by : '',
    'finding' in finding ? keyOf(finding.finding) : '',
    'one' in finding ? `${finding.one} ${finding.other}` : '',
  ]
  return [finding.kind, ...where].join('|')
}

const COOLEST_C = 15
const WARMEST_C = 30
const ROOM_STEPS_K = [2, 3, 4, 6, 8]
const USUAL_SETTLE_MIN = 5
const WIDER_MM = [2, 3, 5]
const THICKER_HOLES_MM = [2.5, 3, 3.5]
const SMALLER_CUPS = [2, 3, 4]
const FEWER_DROPS = [0.9, 0.75, 0.6, 0.45, 0.3]

function candidatesFor(finding: Finding, task: Task): readonly Candidates[] {
  const { request } = task
  switch (finding.kind) {
    case 'overfilled':
    case 'barelyCovered':
      return [thinnerBed(task), ...thinnerLayers(task), noLayers(task)]
    case 'surplusTooLittle':
      return [stirMore(task)]
    case 'bedTooThin':
      return [usualBed(task), ...thinnerLayers(task), noLayers(task)]
    case 'noLipForLayer':
      return [thinnerBed(task), ...thinnerLayers(task), layersInMold(task)]
    case 'cupsTakeMore':
      return [cupsToFit(finding.layer.id, task), lessApart(finding, task)]
    case 'cupOverloaded':
      return [lessColour(finding, task)]
    case 'inLayer':
      // What would help stands where the layer is opened.
      return []
    case 'layerOnNothing':
      return [layerEverywhere(finding.layer.id, task)]
    case 'notEnoughMolds':
      return [fewerOf(finding.moldName, finding.owned, task)]
    case 'noCupBigEnough':
      return [otherStrategies(task), fewerPieces(task), inMixes(task)]
    case 'holeUnknown':
      return [holes(task, [Math.min(finding.mostMm, Math.max(finding.leastMm, finding.holeMm))])]
    case 'shortSettle':
      return [[settleFor(USUAL_SETTLE_MIN), settleFor(finding.leastMin)]]
    case 'cupRunsAway':
      if (finding.cupName !== undefined)
        return [smallerCups(task), fewerPieces(task), inMixes(task), cooler(task)]
      return [...otherStrategies(task).map((each) => [each]), fewerPieces(task), inMixes(task), cooler(task)]
    case 'cupFirst':
      return [...otherStrategies(task).map((each) => [each]), fewerPieces(task), inMixes(task), cooler(task)]
    case 'tooFast':
    case 'windowMissed':
    case 'inkLate':
    case 'stepLate':
      return [
        ...otherStrategies(task).map((each) => [each]),
        fewerPieces(task),
        inMixes(task),
        fewerDrops(task),
        widerBeads(task),
        // A thin bead of thin white is past its window in a deep bed before it can be poured.
        holes(task, THICKER_HOLES_MM),
        stronger(task),
        // A room is no answer to a hand that drops for too long.
        ...(task.findings.some(({ kind }) => kind === 'overloaded') ? [] : [cooler(task)]),
      ]
    case 'whiteStiffens':
      return [
        [change({ kind: 'whiteApart' }, { whiteApart: true })],
        ...otherStrategies(task).map((each) => [each]),
        fewerPieces(task),
        inMixes(task),
        cooler(task),
      ]
    case 'cupsWarm':
      return [smallerCups(task), fewerPieces(task), cooler(task)]
    case 'neverReached':
    case 'stepNever':
    case 'longWait':
      return [warmer(task)]
    case 'bedRunsHot':
      return [thinnerBed(task), cooler(task), ...otherStrategies(task).map((each) => [each])]
    case 'layerRunsHot':
      return [twoPours(finding.layer.id, task), thinnerLayer(finding.layer.id, task), cooler(task)]
    case 'deeperThanSheet':
      return finding.layer.name === null
        ? [thinnerBed(task)]
        : [twoPours(finding.layer.id, task), thinnerLayer(finding.layer.id, task)]
    case 'proudWithoutCoat':
      return [
        [
          change(
            { kind: 'clearCoat' },
            { layers: [...request.layers, nextLayer(request.layers, 'clearCoat')] },
          ),
        ],
      ]
    case 'overloaded':
      return [fewerRounds(task), fewerDrops(task), thickerBed(task), takenBack(task)]
    case 'pouredAlone':
      return [oneWay(task)]
    case 'clearWalls':
      return [intoTheCentre(task)]
    case 'sharpLip':
      return [sanding(task)]
    case 'onOil':
      return [swappedWithUnder(finding.layer.id, task)]
    case 'lipTaken':
      return [...thinnerLayers(task)]
    case 'editRefused':
    case 'orderBroken':
    case 'heatOnAlcohol':
    case 'minuteOutside':
    case 'minuteNotKept':
      return [takenBack(task)]
    case 'oneCup':
    case 'objectUnmeasured':
    case 'fillDisagrees':
    case 'ratioOff':
    case 'moreWhiteThanUsual':
    case 'noInk':
    case 'muddyPair':
    case 'noWhite':
    case 'displacedUnknown':
    case 'displacesAll':
    case 'notMixedIn':
    case 'scoopUnweighed':
    case 'decantedAfterGel':
      return []
    default:
      return finding satisfies never
  }
}

/** Without one thing that was written on the order, the last first. */
function takenBack({ request }: Task): Candidates {
  const { score = [] } = request
  return score
    .map((edit) => change({ kind: 'takeBack', edit }, { score: score.filter((each) => each !== edit) }))
    .reverse()
}

/** All pieces laid as the batch is, or as the first of them that is laid otherwise. */
function oneWay({ request }: Task): Candidates {
  return waysOf(request).map((technique) =>
    change(
      { kind: 'oneWay', wayName: TECHNIQUES[technique].name },
      { technique, pieces: request.pieces.map((order) => laidIn(order, technique, technique)) },
    ),
  )
}

/** In the way that pours into the centre twice. */
function intoTheCentre({ request }: Task): Candidates {
  const way = Object.values(TECHNIQUES).find((each) => each.holdsBack?.pushesOut)!
  return [
    change(
      { kind: 'oneWay', wayName: way.name },
      {
        technique: way.id,
        pieces: request.pieces.map((order) => laidIn(order, way.id, way.id)),
      },
    ),
  ]
}

/** Laid before what repels it. */
function swappedWithUnder(layerId: string, { request: { layers } }: Task): Candidates {
  const at = layers.findIndex(({ id }) => id === layerId)
  if (at < 1) return []
  const swapped = [...layers.slice(0, at - 1), layers[at]!, layers[at - 1]!, ...layers.slice(at + 1)]
  return [
    change(
      { kind: 'layerBefore', layerName: layers[at]!.name, underName: layers[at - 1]!.name },
      { layers: swapped },
    ),
  ]
}

function sanding({ request }: Task): Candidates {
  const job = JOB_IDS.find((id) => JOBS[id].does === 'sands')!
  return [change({ kind: 'job', jobName: JOBS[job].title }, { jobs: [...request.jobs, job] })]
}

/** Each cup that takes a share as two or more of the same colour: a small one stays near the room. */
function smallerCups({ request }: Task): Candidates {
  if (!request.cups.every(({ portion }) => portion.by === 'share')) return []
  return SMALLER_CUPS.filter((each) => each * request.cups.length <= MOST_CUPS).map((each) =>
    change(
      { kind: 'smallerCups', each },
      {
        cups: request.cups.flatMap((cup) =>
          Array.from({ length: each }, (_, k) => ({
            ...cup,
            id: `${cup.id}-${k + 1}`,
            name: `${cup.name} ${k + 1}`,
            portion: { by: 'share' as const, frac: (cup.portion as { readonly frac: number }).frac / each },
          })),
        ),
      },
    ),
  )
}

const settleFor = (min: number) => change({ kind: 'settle', min }, { settleMin: min })

function usualBed({ request }: Task): Candidates {
  return request.bedMm === null ? [] : [change({ kind: 'bed', mm: null }, { bedMm: null })]
}

/** The usual where another was asked for, then half a millimetre at a time down to the technique's least. */
function thinnerBed(task: Task): Candidates {
  const { request, technique, fills } = task
  const beds = fills.map((fill) => bedOf(fill).depthMm)
  const deepest = Math.max(...beds)
  const least = technique.bed.leastMm
  const steps = Math.max(0, Math.floor((deepest - least) / THINNER_STEP_MM))
  const thinner = Array.from({ length: steps }, (_, k) => rounded(deepest - (k + 1) * THINNER_STEP_MM))
  return [
    ...usualBed({ ...task, request }),
    ...thinner.map((mm) => change({ kind: 'bed', mm }, { bedMm: mm })),
  ]
}

/** So much more of the mix that every piece that is poured from its surplus gets the usual bed of its way. */
function stirMore({ fills, mixes }: Task): Candidates {
  const { needG, resin } = pourMixOf(mixes)
  const density = mixedDensityGPerMl(resin)
  const gOf = (mlEach: (fill: MoldFill) => number) =>
    fills.reduce((sum, fill) => sum + (fill.surplus ? fill.count * mlEach(fill) * density : 0), 0)
  const hasG = gOf((fill) => bedOf(fill).volumeMl)
  return [1, 1.5].map((times) => {
    const wantsG = gOf(({ technique, mold }) => {
      const { usualMm, usualShareOfDepth, leastMm } = TECHNIQUES[technique].bed
      const bedMm = Math.max(leastMm, Math.min(usualMm, usualShareOfDepth * mold.depthMm))
      return volumeUpToMl(mold, times * bedMm)
    })
    const g = Math.ceil(needG - hasG + wantsG)
    return change({ kind: 'stirMore', g }, { leastMixG: g })
  })
}

function thickerBed({ fills }: Task): Candidates {
  const shallowest = Math.min(...fills.map((fill) => bedOf(fill).depthMm))
  return Array.from({ length: 12 }, (_, k) => rounded(shallowest + (k + 1) * THINNER_STEP_MM)).map((mm) =>
    change({ kind: 'bed', mm }, { bedMm: mm }),
  )
}

function otherStrategies({ request, technique }: Task): Candidates {
  if (technique.aimStep === null) return []
  return (['rest', 'split', 'atOnce'] as const)
    .filter((strategy) => strategy !== request.cupStrategy)
    .map((strategy) => change({ kind: 'strategy', strategy }, { cupStrategy: strategy }))
}

/** As many as may be, by halves. */
function fewerPieces({ request, technique }: Task): Candidates {
  const all = pieceCount(request)
  const capacity = capacityOf(scheduleBatch(request, technique), request)
  const most = Math.min(capacity.piecesThatFit > 0 ? capacity.piecesThatFit : all - 1, all - 1)
  const counts = [...new Set([most, most - 1, Math.ceil(most / 2), Math.ceil(most / 4), 1])]
  return counts
    .filter((pieces) => pieces >= 1 && pieces < all)
    .map((pieces) => change({ kind: 'pieces', pieces }, { pieces: withPieces(request.pieces, pieces) }))
}

function fewerOf(moldName: string, owned: number, { request }: Task): Candidates {
  const inIt = request.pieces.filter(({ mold }) => mold.name === moldName)
  const kept = withPieces(inIt, owned)
  const pieces = request.pieces.flatMap((order) =>
    inIt.includes(order) ? kept.filter((each) => kindId(each) === kindId(order)) : [order],
  )
  return [change({ kind: 'pieces', pieces: pieceCount({ pieces }) }, { pieces })]
}

function inMixes({ request, technique }: Task): Candidates {
  if (pieceCount(request) < 2) return []
  const stagger = staggered(request, capacityOf(scheduleBatch(request, technique), request))
  return stagger ? [{ kind: 'stagger', stagger }] : []
}

function cooler({ request }: Task): Candidates {
  return inRooms(ROOM_STEPS_K.map((step) => request.roomTempC - step).filter((tempC) => tempC >= COOLEST_C))
}

function warmer({ request }: Task): Candidates {
  return inRooms(ROOM_STEPS_K.map((step) => request.roomTempC + step).filter((tempC) => tempC <= WARMEST_C))
}

function inRooms(roomsC: readonly number[]): Candidates {
  return roomsC.map((tempC) => change({ kind: 'room', tempC }, { roomTempC: tempC }))
}

function widerBeads({ request, technique }: Task): Candidates {
  if (technique.white.by !== 'bag') return []
  return WIDER_MM.map((byMm) =>
    change(
      { kind: 'widerBeads', byMm },
      {
        white: { ...request.white, ringSpacingMm: request.white.ringSpacingMm + byMm },
        pieces: request.pieces.map((order) => ({
          ...order,
          pattern: order.pattern && withWiderBeads(order.pattern, byMm),
        })),
      },
    ),
  )
}

function holes({ request, technique }: Task, holesMm: readonly number[]): Candidates {
  if (technique.white.by !== 'bag') return []
  return holesMm
    .filter((mm) => mm !== request.white.holeMm)
    .map((mm) => change({ kind: 'hole', mm }, { white: { ...request.white, holeMm: mm } }))
}

function stronger({ request, technique }: Task): Candidates {
  if (technique.white.by !== 'bag' || request.white.dose !== 'translucent') return []
  return [change({ kind: 'dose', dose: 'milky' }, { white: { ...request.white, dose: 'milky' } })]
}

function fewerRounds({ fills }: Task): Candidates {
  const now = Math.max(...fills.map(({ rounds }) => rounds))
  return Array.from({ length: now - 1 }, (_, k) => now - 1 - k).map((rounds) =>
    change({ kind: 'rounds', rounds }, { rounds }),
  )
}

/** As many drops as the bed carries, or a share of them; every mark keeps its place. */
function fewerDrops({ request, fills }: Task): Candidates {
  const carried = Math.min(
    ...fills.map(dropLoad).map(({ drops, fewer }) => (drops - fewer) / Math.max(1, drops)),
  )
  return [...(carried < 1 ? [carried] : []), ...FEWER_DROPS].map((share) => {
    const pieces = request.pieces.map((order, k) => ({
      ...order,
      pattern: withFewerDrops(fills[k]!.pattern, share),
    }))
    const fewer = Math.max(...fills.map((fill) => Math.ceil((1 - share) * dropLoad(fill).drops - 1e-9)))
    const rounds = Math.max(...fills.map((fill) => fill.rounds))
    const overAndOver = fills.some(({ white }) => white.drops > 0)
    return change({ kind: 'fewerDrops', fewer }, { pieces, rounds: overAndOver ? rounds : null })
  })
}
