import {
  bedOf,
  coverMm,
  dropLoad,
  isHeld,
  LEAST_COVER_MM,
  MOST_LOAD,
  moldsFilled,
  whiteCupOf,
  WORST_RATIO_ERROR,
  type BatchRequest,
  type Mix,
  type MoldFill,
} from '../batch/index.ts'
import { holdsAlcohol, isWhite } from '../colour/index.ts'
import { KNOWN_HOLES_MM } from '../resin/index.ts'
import { edgeHeightMm, placesOf } from '../mold/index.ts'
import { heatConcerns } from '../safety/index.ts'
import { lastBeadMin, whiteLasts, type Capacity, type Schedule } from '../timing/index.ts'
import type { RackTask } from '../rack/index.ts'
import {
  JOBS,
  bottlenecksOf,
  LAYER_WAYS,
  LAYER_WHENS,
  stepThat,
  TECHNIQUES,
  waysOf,
  type StepId,
} from '../technique/index.ts'
import { gravityOf, type Finding, type Gravity } from './finding.ts'
import { cupsWarm, isOneCup, pouredAlone } from './heldFindings.ts'
import { layerFindings } from './layerFindings.ts'
import { scoreFindings } from './scoreFindings.ts'
import { overlapsOnPieces } from './palettePlan.ts'

const LIKELY_WRONG_FILL = 0.15
const LEAST_SETTLE_MIN = 3
/** Half a minute outside of a soft edge is no miss. */
const LATE_MIN = 0.5
/** Less is not told apart in a mold. */
const DEPTH_MM = 0.05

/** Everything worth saying about that plan, gravest first. */
export function findingsOf(
  request: BatchRequest,
  schedule: Schedule,
  tasks: readonly RackTask[],
  capacity: Capacity,
): readonly Finding[] {
  const order: Record<Gravity, number> = { stop: 0, warn: 1, note: 2 }
  return [
    ...schedule.fills.flatMap((fill) => fillFindings(request, fill)),
    ...moldFindings(request),
    ...schedule.fills.flatMap((fill) => edgeFindings(request, fill)),
    ...schedule.mixes.flatMap((mix) => mixFindings(mix, request)),
    ...inclusionFindings(request, schedule),
    ...setInFindings(request, schedule),
    ...layerFindings(request, schedule),
    ...colourFindings(request, schedule),
    ...pouredAlone(request),
    ...objectFindings(request),
    ...(isOneCup(schedule) ? [{ kind: 'oneCup' } as const] : []),
    ...timeFindings(schedule, capacity),
    ...scoreFindings(request, schedule),
    ...tasks.flatMap((task): Finding[] =>
      task.window ? [] : [{ kind: 'neverReached', stepTitle: task.step.title }],
    ),
    ...heatConcerns(schedule),
  ].sort((one, other) => order[gravityOf(one)] - order[gravityOf(other)])
}

function fillFindings(request: BatchRequest, fill: MoldFill): Finding[] {
  const moldName = fill.name
  const load = dropLoad(fill)
  // Over the middle: the channel of a raised edge does not count.
  const bedMm = bedOf(fill).depthMm - edgeHeightMm(fill.mold)
  const found: Finding[] = []
  const late = request.layers.filter(({ when }) => LAYER_WHENS[when].takesRoom && !LAYER_WHENS[when].inMold)
  const lateMm = late.reduce(
    (sum, { id }) => sum + (fill.layers.find((each) => each.id === id)?.raisesMm ?? 0),
    0,
  )
  const overMm = -fill.lipMm - lateMm
  const { leastMm } = TECHNIQUES[fill.technique].bed
  if (bedMm < leastMm)
    found.push(
      fill.surplus
        ? { kind: 'surplusTooLittle', moldName, bedMm, leastMm }
        : { kind: 'bedTooThin', moldName, bedMm, leastMm },
    )
  if (overMm > DEPTH_MM) found.push({ kind: 'overfilled', moldName, overMm, depthMm: fill.mold.depthMm })
  else if (lateMm > 0 && fill.lipMm < -DEPTH_MM) {
    const lipMm = Math.max(0, lateMm + fill.lipMm)
    const layerName = late.map(({ name }) => name).join(', ')
    found.push({ kind: 'noLipForLayer', moldName, layerName, layerMm: lateMm, lipMm })
  } else if (request.sealed && fill.lipMm < request.lipMm - DEPTH_MM && fill.layers.some(({ name }) => name))
    found.push({ kind: 'lipTaken', moldName, lipMm: Math.max(0, fill.lipMm), wantedMm: request.lipMm })
  if (fill.fillOverDrawn !== null && Math.abs(fill.fillOverDrawn - 1) > LIKELY_WRONG_FILL) {
    found.push({ kind: 'fillDisagrees', moldName, fillOverDrawn: fill.fillOverDrawn })
  }
  if (load.share > MOST_LOAD) found.push({ kind: 'overloaded', moldName, ...load })
  return found
}

function edgeFindings({ jobs }: BatchRequest, { mold, name, technique }: MoldFill): Finding[] {
  if (!mold.edge) return []
  const way = TECHNIQUES[technique]
  const { white } = way
  const isSanded = jobs.some((id) => JOBS[id].does === 'sands')
  return [
    ...(white.by === 'needle' && !way.holdsBack?.pushesOut
      ? [{ kind: 'clearWalls', moldName: name } as const]
      : []),
    ...(isSanded ? [] : [{ kind: 'sharpLip', moldName: name } as const]),
  ]
}

function moldFindings({ pieces }: BatchRequest): Finding[] {
  return moldsFilled(pieces)
    .filter(({ mold, count }) => count > placesOf(mold))
    .map(({ mold, count }) => ({
      kind: 'notEnoughMolds',
      moldName: mold.name,
      wanted: count,
      owned: placesOf(mold),
    }))
}

function mixFindings({ id, of, name, parts, cups }: Mix, { measured }: BatchRequest): Finding[] {
  const mix = { id, of, name }
  const isWeighed = measured?.mixes.some((each) => each.mix === id) ?? false
  const measures = isWeighed ? (['weighing'] as const) : (['weight', 'volume'] as const)
  return [
    ...cups.flatMap((cup): Finding[] =>
      cup.brimMl === null ? [{ kind: 'noCupBigEnough', mix, volumeMl: cup.volumeMl }] : [],
    ),
    ...measures.flatMap((by): Finding[] => {
      const error = (by === 'volume' ? parts.byVolume : parts.byWeight).ratioError
      return Math.abs(error) > WORST_RATIO_ERROR ? [{ kind: 'ratioOff', mix, by, error }] : []
    }),
  ]
}

function inclusionFindings(request: BatchRequest, { fills }: Schedule): Finding[] {
  const { inclusions, layers } = request
  const laidIn = fills.filter(({ technique }) => stepThat(TECHNIQUES[technique], 'lays'))
  if (laidIn.length === 0 || request.isLayer) return []
  const found: Finding[] = laidIn.flatMap((fill): Finding[] => {
    const moldName = fill.name
    const fillMm = coverMm(fill, request)
    if (fillMm < LEAST_COVER_MM) return [{ kind: 'barelyCovered', moldName, fillMm, leastMm: LEAST_COVER_MM }]
    const over = fill.layers.find((layer) => layer.name !== null || isHeld(layer))
    return over && over.volumeMl <= 0
      ? [{ kind: 'displacesAll', moldName, volumeMl: inclusions?.volumeMl ?? 0 }]
      : []
  })
  const coated = layers.some(
    ({ way, when }) => LAYER_WAYS[way].from !== 'bottle' && !LAYER_WHENS[when].takesRoom,
  )
  if (!inclusions?.volumeMl) found.push({ kind: 'displacedUnknown' })
  if (inclusions?.proud && !coated) found.push({ kind: 'proudWithoutCoat' })
  return found
}

/** What is set into a layer and leaves no room for the one over it. */
function setInFindings({ layers }: BatchRequest, { fills }: Schedule): Finding[] {
  return fills.flatMap((fill) =>
    layers.flatMap(({ id, setIn }): Finding[] => {
      const at = fill.layers.findIndex((each) => each.id === id)
      const over = at < 0 ? undefined : fill.layers[at + 1]
      return setIn && over && over.volumeMl <= 0
        ? [{ kind: 'displacesAll', moldName: fill.name, volumeMl: setIn.volumeMl }]
        : []
    }),
  )
}

function colourFindings(request: BatchRequest, { technique, mixes }: Schedule): Finding[] {
  if (technique.white.by === 'none') return []
  const found: Finding[] = []
  const inked = request.colours.some((colour) => holdsAlcohol(colour) && !isWhite(colour))
  const whitened = technique.white.by === 'needle' || whiteCupOf(mixes) !== undefined
  const own = request.white.colours ?? []
  const anyWhite = request.colours.some(isWhite) || own.some(({ colour }) => isWhite(colour))
  if (whitened && !anyWhite) found.push({ kind: 'noWhite' })
  const laysInks = stepThat(technique, 'inks') !== undefined
  if (laysInks && !inked) found.push({ kind: 'noInk' })
  for (const { one, other } of overlapsOnPieces(request).filter((pair) => pair.muddy))
    found.push({ kind: 'muddyPair', one, other })
  if (technique.white.by === 'bag') {
    const portion = whiteCupOf(mixes)?.massG ?? 0
    const { usualPortionG } = technique.white
    if (portion > usualPortionG)
      found.push({ kind: 'moreWhiteThanUsual', portionG: portion, usualG: usualPortionG })
    const [leastMm, mostMm] = KNOWN_HOLES_MM
    const { holeMm } = request.white
    if (holeMm < leastMm || holeMm > mostMm) found.push({ kind: 'holeUnknown', holeMm, leastMm, mostMm })
    if (laysInks && inked && request.settleMin < LEAST_SETTLE_MIN) {
      found.push({ kind: 'shortSettle', settleMin: request.settleMin, leastMin: LEAST_SETTLE_MIN })
    }
  }
  return found
}

function objectFindings(request: BatchRequest): Finding[] {
  const over = waysOf(request).some((way) => TECHNIQUES[way].pouredOver)
  return over && !request.object ? [{ kind: 'objectUnmeasured' }] : []
}

/** Longer than people stay at the bench for one step (by common practice an evening's two hours). */
const LONG_WAIT_MIN = 120

/** The first step that lays or moves something and is waited for that long; nothing where none is. */
function longWaits({ turns }: Schedule): Finding[] {
  const late = turns.find(({ step, beginMin }) => step.flows && beginMin > LONG_WAIT_MIN)
  return late ? [{ kind: 'longWait', stepTitle: late.step.title, atMin: late.beginMin }] : []
}

/** Steps that the resin times and that fall outside of their windows; those that decide how many pieces fit are told with the hands. */
function outsideFindings({ turns }: Schedule, tight: readonly StepId[]): Finding[] {
  const seen = new Set<StepId>()
  return turns.flatMap((turn): Finding[] => {
    const { step, endMin, toMin, never } = turn
    // A minute that somebody chose is told as such.
    const told =
      tight.includes(step.id) || step.does === 'inks' || seen.has(step.id) || step.atMin !== undefined
    if (step.moment.by !== 'resin' || told) return []
    if (never) {
      seen.add(step.id)
      return [{ kind: 'stepNever', stepTitle: step.title }]
    }
    if (toMin === null || endMin <= toMin + LATE_MIN) return []
    seen.add(step.id)
    return [{ kind: 'stepLate', stepTitle: step.title, byMin: endMin - toMin, closeMin: toMin }]
  })
}

function timeFindings(schedule: Schedule, capacity: Capacity): Finding[] {
  const found: Finding[] = []
  const { decant, turns, technique } = schedule
  if (decant.kind === 'afterGel' && schedule.cupLimits) {
    found.push({ kind: 'decantedAfterGel', markedMin: decant.markedMin, gelMin: schedule.cupLimits.gelMin })
  }
  if (decant.kind === 'tooFast') found.push({ kind: 'tooFast' })
  const workableMin = schedule.whiteCup?.workableMin ?? Infinity
  if (!whiteLasts(schedule))
    found.push({ kind: 'whiteStiffens', workableMin, lastBeadMin: lastBeadMin(schedule) })
  const first = turns.find((turn) => turn.step.id === technique.aimStep)
  if (decant.kind === 'cupFirst' && first) {
    found.push({
      kind: 'cupFirst',
      decantMin: decant.decantMin,
      waitInMoldMin: first.beginMin - decant.decantMin,
    })
  }
  const tight = bottlenecksOf(technique)
  const lastInk = turns.findLast(({ step }) => step.does === 'inks' && !tight.includes(step.id))
  const byMin = lastInk && lastInk.toMin !== null ? lastInk.endMin - lastInk.toMin : 0
  if (byMin > LATE_MIN) found.push({ kind: 'inkLate', byMin })
  found.push(...outsideFindings(schedule, tight), ...longWaits(schedule))
  const warm = cupsWarm(schedule)
  if (warm) found.push(warm)
  else if (!capacity.fits) found.push({ kind: 'windowMissed', capacity })
  return found
}
