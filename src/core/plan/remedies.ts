import {
  bedOf,
  cupsThatFit,
  dividedMixes,
  dropLoad,
  isFlexible,
  nextLayer,
  pieceCount,
  takesRoom,
  withinLoad,
  type BatchRequest,
  type CupStrategy,
  type LaterLayer,
  type LayerCup,
  type Mix,
  type MoldFill,
} from '../batch/index.ts'
import { withFewerDrops, withWiderBeads } from '../pattern/index.ts'
import { LAYER_WHENS, TECHNIQUES, type Technique } from '../technique/index.ts'
import { capacityOf, scheduleBatch } from '../timing/index.ts'
import { gravityOf, type Finding } from './findings.ts'
import { planBatch } from './plan.ts'
import { staggered, staggeredRequests, withPieces, type Stagger } from './stagger.ts'

/** One thing that makes a finding go: a change of the request, tried and found to bring no new stop; or several mixes instead of one. */
export type Remedy =
  | (Change & { readonly changes: Partial<BatchRequest> })
  | { readonly kind: 'stagger'; readonly stagger: Stagger }

/** What a change is told by. */
export type Change =
  /** Null takes the technique's usual. */
  | { readonly kind: 'bed'; readonly mm: number | null }
  | { readonly kind: 'layerDepth'; readonly layerName: string; readonly mm: number }
  | { readonly kind: 'noLayer'; readonly layerName: string }
  | { readonly kind: 'layerInMold'; readonly layerName: string }
  | { readonly kind: 'cupsToFit' }
  | { readonly kind: 'layerEverywhere'; readonly layerName: string }
  | { readonly kind: 'lessColour'; readonly cupName: string }
  | { readonly kind: 'pieces'; readonly pieces: number }
  | { readonly kind: 'strategy'; readonly strategy: CupStrategy }
  | { readonly kind: 'whiteApart' }
  | { readonly kind: 'room'; readonly tempC: number }
  /** Farther apart by so much than they are. */
  | { readonly kind: 'widerBeads'; readonly byMm: number }
  | { readonly kind: 'hole'; readonly mm: number }
  | { readonly kind: 'dose'; readonly dose: 'milky' | 'translucent' }
  | { readonly kind: 'settle'; readonly min: number }
  | { readonly kind: 'twoPours'; readonly layerName: string }
  | { readonly kind: 'clearCoat' }
  | { readonly kind: 'rounds'; readonly rounds: number }
  /** Drops of ink on a piece, all rounds together. */
  | { readonly kind: 'fewerDrops'; readonly fewer: number }

/** A finding with what would make it go; empty where only a person can, or nothing does. */
export interface Remedied {
  readonly finding: Finding
  readonly remedies: readonly Remedy[]
}

/** Changes of one kind, the mildest first: the first that helps is offered. */
type Candidates = readonly Remedy[]

/** Everything worth saying of that request's plan, each with every remedy that was tried and holds. */
export function remediesFor(request: BatchRequest): readonly Remedied[] {
  const { findings, fills, mixes } = planBatch(request)
  const task: Task = { request, technique: TECHNIQUES[request.technique], fills, mixes, findings }
  return findings.map((finding) => ({
    finding,
    remedies: candidatesFor(finding, task).flatMap((candidates) => {
      const first = candidates.find((remedy) => helps(remedy, finding, task))
      return first ? [first] : []
    }),
  }))
}

interface Task {
  readonly request: BatchRequest
  readonly technique: Technique
  readonly fills: readonly MoldFill[]
  readonly mixes: readonly Mix[]
  readonly findings: readonly Finding[]
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
    'one' in finding ? `${finding.one} ${finding.other}` : '',
  ]
  return [finding.kind, ...where].join('|')
}

const COOLEST_C = 15
const WARMEST_C = 30
const ROOM_STEPS_K = [2, 3, 4, 6, 8]
const THINNER_STEP_MM = 0.5
const THINNEST_LAYER_MM = 1
const USUAL_SETTLE_MIN = 5
const WIDER_MM = [2, 3, 5]
const THICKER_HOLES_MM = [2.5, 3, 3.5]
const FEWER_DROPS = [0.9, 0.75, 0.6, 0.45, 0.3]

function candidatesFor(finding: Finding, task: Task): readonly Candidates[] {
  const { request } = task
  switch (finding.kind) {
    case 'overfilled':
    case 'barelyCovered':
      return [thinnerBed(task), ...thinnerLayers(task), noLayers(task)]
    case 'bedTooThin':
      return [usualBed(task), ...thinnerLayers(task), noLayers(task)]
    case 'noLipForLayer':
      return [thinnerBed(task), ...thinnerLayers(task), layersInMold(task)]
    case 'cupsTakeMore':
      return [cupsToFit(finding.layer.id, task)]
    case 'cupOverloaded':
      return [lessColour(finding, task)]
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
    case 'cupFirst':
      return [...otherStrategies(task).map((each) => [each]), fewerPieces(task), inMixes(task), cooler(task)]
    case 'tooFast':
    case 'windowMissed':
    case 'inkLate':
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
    case 'neverReached':
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
      return [fewerRounds(task), fewerDrops(task), thickerBed(task)]
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

function change(told: Change, changes: Partial<BatchRequest>): Remedy {
  return { ...told, changes }
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

function thickerBed({ fills }: Task): Candidates {
  const shallowest = Math.min(...fills.map((fill) => bedOf(fill).depthMm))
  return Array.from({ length: 12 }, (_, k) => rounded(shallowest + (k + 1) * THINNER_STEP_MM)).map((mm) =>
    change({ kind: 'bed', mm }, { bedMm: mm }),
  )
}

/** Each layer of a depth of its own made thinner, one after the other. */
function thinnerLayers(task: Task): readonly Candidates[] {
  return task.request.layers.filter(takesRoom).map(({ id }) => thinnerLayer(id, task))
}

/** Half a millimetre at a time; nothing where its depth follows from the others. */
function thinnerLayer(layerId: string, { request: { layers } }: Task): Candidates {
  const layer = layers.find(({ id }) => id === layerId)
  if (layer?.amount.by !== 'depth') return []
  const { name: layerName, amount } = layer
  const steps = Math.max(0, Math.floor((amount.mm - THINNEST_LAYER_MM) / THINNER_STEP_MM))
  return Array.from({ length: steps }, (_, k) => rounded(amount.mm - (k + 1) * THINNER_STEP_MM)).map((mm) =>
    change(
      { kind: 'layerDepth', layerName, mm },
      { layers: withLayer(layers, { ...layer, amount: { by: 'depth', mm } }) },
    ),
  )
}

/** Without one of the layers of a depth of their own, the uppermost first. */
function noLayers({ request: { layers } }: Task): Candidates {
  return layers
    .filter((layer) => takesRoom(layer) && !isFlexible(layer))
    .reverse()
    .map(({ id, name }) =>
      change({ kind: 'noLayer', layerName: name }, { layers: layers.filter((each) => each.id !== id) }),
    )
}

function layersInMold({ request: { layers } }: Task): Candidates {
  return layers
    .filter(({ when }) => LAYER_WHENS[when].takesRoom && !LAYER_WHENS[when].inMold)
    .map((layer) =>
      change(
        { kind: 'layerInMold', layerName: layer.name },
        { layers: withLayer(layers, { ...layer, when: 'bonds' }) },
      ),
    )
}

function cupsToFit(mixId: string, task: Task): Candidates {
  return withCups(mixId, task, { kind: 'cupsToFit' }, (cups, { parts }) =>
    cupsThatFit(cups, parts.byWeight.totalG),
  )
}

function lessColour({ layer, cupName }: Extract<Finding, { kind: 'cupOverloaded' }>, task: Task): Candidates {
  return withCups(layer.id, task, { kind: 'lessColour', cupName }, (cups, mix) =>
    cups.map((cup) => {
      const massG = mix.cups.find(({ id }) => id === cup.id)?.massG ?? 0
      return cup.name === cupName && massG > 0 ? withinLoad(cup, massG) : cup
    }),
  )
}

/** The cups of one mix changed, whether of the pour or of a later layer. */
function withCups(
  mixId: string,
  { request, technique, mixes }: Task,
  told: Change,
  changed: (cups: readonly LayerCup[], mix: Mix) => readonly LayerCup[],
): Candidates {
  const found = dividedMixes(request, technique, mixes).find(({ mix }) => mix.id === mixId)
  if (!found) return []
  const cups = changed(found.cups, found.mix)
  const layer = request.layers.find(({ id }) => found.mix.of === 'layer' && id === mixId)
  return [change(told, layer ? { layers: withLayer(request.layers, { ...layer, cups }) } : { cups })]
}

function layerEverywhere(layerId: string, { request: { layers } }: Task): Candidates {
  const layer = layers.find(({ id }) => id === layerId)
  if (!layer) return []
  return [
    change(
      { kind: 'layerEverywhere', layerName: layer.name },
      { layers: withLayer(layers, { ...layer, only: null }) },
    ),
  ]
}

function withLayer(layers: readonly LaterLayer[], changed: LaterLayer): readonly LaterLayer[] {
  return layers.map((layer) => (layer.id === changed.id ? changed : layer))
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
  const pieces = request.pieces.map((order) =>
    order.mold.name === moldName ? { ...order, count: Math.min(order.count, owned) } : order,
  )
  return [change({ kind: 'pieces', pieces: pieceCount({ pieces }) }, { pieces })]
}

function inMixes({ request, technique }: Task): Candidates {
  if (pieceCount(request) < 2) return []
  const stagger = staggered(request, technique, capacityOf(scheduleBatch(request, technique), request))
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

/** The layer in two goes of half its depth, the second over the first. */
function twoPours(layerId: string, { request: { layers } }: Task): Candidates {
  const at = layers.findIndex(({ id }) => id === layerId)
  const layer = layers[at]
  const shared = layers.reduce((sum, { amount }) => sum + (amount.by === 'share' ? amount.frac : 0), 0)
  const halves = layer && halvedAmount(layer.amount, Math.max(0, 1 - shared))
  if (!layer || !halves) return []
  const { name } = layer
  const { id } = nextLayer(layers, 'secondPour')
  const lower = { ...layer, amount: halves[0], name: `${name}, first half` }
  const upper = { ...layer, amount: halves[1], id, name: `${name}, second half` }
  return [
    change(
      { kind: 'twoPours', layerName: name },
      { layers: [...layers.slice(0, at), lower, upper, ...layers.slice(at + 1)] },
    ),
  ]
}

/** Both halves of an amount, where the rest is so much of what is free; null where there is nothing to halve. */
function halvedAmount(
  amount: LaterLayer['amount'],
  restFrac: number,
): readonly [LaterLayer['amount'], LaterLayer['amount']] | null {
  switch (amount.by) {
    case 'depth': {
      const half = { by: 'depth', mm: amount.mm / 2 } as const
      return [half, half]
    }
    case 'volume': {
      const half = { by: 'volume', ml: amount.ml / 2 } as const
      return [half, half]
    }
    case 'share': {
      const half = { by: 'share', frac: amount.frac / 2 } as const
      return [half, half]
    }
    case 'rest':
      return [{ by: 'share', frac: restFrac / 2 }, { by: 'rest' }]
    case 'none':
      return null
    default:
      return amount satisfies never
  }
}

function fewerRounds({ fills, technique }: Task): Candidates {
  if (technique.white.by !== 'needle') return []
  const now = Math.max(...fills.map(({ rounds }) => rounds))
  return Array.from({ length: now - 1 }, (_, k) => now - 1 - k).map((rounds) =>
    change({ kind: 'rounds', rounds }, { rounds }),
  )
}

/** As many drops as the bed carries, or a share of them; every mark keeps its place. */
function fewerDrops({ request, fills, technique }: Task): Candidates {
  const load = (fill: MoldFill) => dropLoad(fill, technique.white)
  const carried = Math.min(...fills.map(load).map(({ drops, fewer }) => (drops - fewer) / Math.max(1, drops)))
  return [...(carried < 1 ? [carried] : []), ...FEWER_DROPS].map((share) => {
    const pieces = request.pieces.map((order, k) => ({
      ...order,
      pattern: withFewerDrops(fills[k]!.pattern, share),
    }))
    const fewer = Math.max(...fills.map((fill) => Math.ceil((1 - share) * load(fill).drops - 1e-9)))
    const rounds = Math.max(...fills.map((fill) => fill.rounds))
    return change(
      { kind: 'fewerDrops', fewer },
      { pieces, rounds: technique.white.by === 'needle' ? rounds : null },
    )
  })
}

/** A tenth of a millimetre is read on no ruler. */
function rounded(mm: number): number {
  return Math.round(mm * 10) / 10
}
