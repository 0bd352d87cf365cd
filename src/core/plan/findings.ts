import {
  bedOf,
  broughtInto,
  coverMm,
  divided,
  dividedMixes,
  dividedOverG,
  isIn,
  dropLoad,
  laterAmount,
  LEAST_COVER_MM,
  MOST_LOAD,
  moldsFilled,
  ownMixes,
  overloadsOf,
  whiteCupOf,
  type BatchRequest,
  type CupLoad,
  type DropLoad,
  type Mix,
  type MoldFill,
} from '../batch/index.ts'
import { holdsAlcohol, isMixedIn, isWhite } from '../colour/index.ts'
import { KNOWN_HOLES_MM, mixedDensityGPerMl } from '../resin/index.ts'
import { placesOf } from '../mold/index.ts'
import { heatConcerns, type HeatConcern } from '../safety/index.ts'
import { lastBeadMin, whiteLasts, type Capacity, type Schedule } from '../timing/index.ts'
import type { RackTask } from '../rack/index.ts'
import { LAYER_WAYS, LAYER_WHENS, stepThat } from '../technique/index.ts'
import { palettePlan } from './palettePlan.ts'

type MixTold = Pick<Mix, 'id' | 'of' | 'name'>
/** The mix of the pour, whose name is null, or of a later layer. */
type LayerTold = Pick<Mix, 'id' | 'name'>

/** Something about a plan that a person should know; the app words it. */
export type Finding =
  | {
      readonly kind: 'overfilled'
      readonly moldName: string
      readonly overMm: number
      readonly depthMm: number
    }
  | {
      readonly kind: 'bedTooThin'
      readonly moldName: string
      readonly bedMm: number
      readonly leastMm: number
    }
  | {
      readonly kind: 'noLipForLayer'
      readonly moldName: string
      readonly layerName: string
      readonly layerMm: number
      readonly lipMm: number
    }
  | { readonly kind: 'fillDisagrees'; readonly moldName: string; readonly fillOverDrawn: number }
  | {
      readonly kind: 'notEnoughMolds'
      readonly moldName: string
      readonly wanted: number
      readonly owned: number
    }
  | { readonly kind: 'noCupBigEnough'; readonly mix: MixTold; readonly volumeMl: number }
  | {
      readonly kind: 'ratioOff'
      readonly mix: MixTold
      readonly by: 'weight' | 'volume'
      readonly error: number
    }
  | { readonly kind: 'moreWhiteThanUsual'; readonly portionG: number; readonly usualG: number }
  /** Nothing is known of a bead so thin or so thick. */
  | {
      readonly kind: 'holeUnknown'
      readonly holeMm: number
      readonly leastMm: number
      readonly mostMm: number
    }
  | { readonly kind: 'noInk' }
  | { readonly kind: 'muddyPair'; readonly one: string; readonly other: string }
  | { readonly kind: 'noWhite' }
  /** Nothing, or next to nothing, covers what is laid in. */
  | {
      readonly kind: 'barelyCovered'
      readonly moldName: string
      readonly fillMm: number
      readonly leastMm: number
    }
  | { readonly kind: 'displacedUnknown' }
  /** The cups of a layer ask for more than its mix. */
  | { readonly kind: 'cupsTakeMore'; readonly layer: LayerTold; readonly overG: number }
  | ({ readonly kind: 'cupOverloaded'; readonly layer: LayerTold; readonly cupName: string } & CupLoad)
  | { readonly kind: 'notMixedIn'; readonly layer: LayerTold; readonly colourName: string }
  | { readonly kind: 'scoopUnweighed'; readonly colourName: string }
  /** The molds a layer is meant for are not in the batch. */
  | { readonly kind: 'layerOnNothing'; readonly layer: LayerTold }
  | { readonly kind: 'displacesAll'; readonly moldName: string; readonly volumeMl: number }
  | { readonly kind: 'proudWithoutCoat' }
  | { readonly kind: 'shortSettle'; readonly settleMin: number; readonly leastMin: number }
  | { readonly kind: 'cupFirst'; readonly decantMin: number; readonly waitInMoldMin: number }
  | { readonly kind: 'tooFast' }
  /** The white no longer comes out as a bead that closes over before the last one is piped. */
  | { readonly kind: 'whiteStiffens'; readonly workableMin: number; readonly lastBeadMin: number }
  /** More ink, and white that is dropped, than the bed carries. */
  | ({ readonly kind: 'overloaded'; readonly moldName: string } & DropLoad)
  | { readonly kind: 'decantedAfterGel'; readonly markedMin: number; readonly gelMin: number }
  | { readonly kind: 'inkLate'; readonly byMin: number }
  | { readonly kind: 'windowMissed'; readonly capacity: Capacity }
  | { readonly kind: 'neverReached'; readonly stepTitle: string }
  | HeatConcern

export type Gravity = 'stop' | 'warn' | 'note'

const GRAVITY: Readonly<Record<Finding['kind'], Gravity>> = {
  overfilled: 'stop',
  bedTooThin: 'warn',
  noLipForLayer: 'warn',
  cupsTakeMore: 'stop',
  cupOverloaded: 'warn',
  notMixedIn: 'warn',
  scoopUnweighed: 'note',
  layerOnNothing: 'stop',
  fillDisagrees: 'note',
  notEnoughMolds: 'warn',
  noCupBigEnough: 'stop',
  ratioOff: 'warn',
  moreWhiteThanUsual: 'note',
  holeUnknown: 'warn',
  noInk: 'note',
  muddyPair: 'note',
  noWhite: 'warn',
  barelyCovered: 'warn',
  displacedUnknown: 'note',
  displacesAll: 'stop',
  proudWithoutCoat: 'warn',
  shortSettle: 'warn',
  cupFirst: 'note',
  tooFast: 'stop',
  whiteStiffens: 'stop',
  overloaded: 'warn',
  decantedAfterGel: 'warn',
  inkLate: 'warn',
  windowMissed: 'warn',
  neverReached: 'warn',
  cupRunsAway: 'stop',
  bedRunsHot: 'stop',
  layerRunsHot: 'stop',
  deeperThanSheet: 'warn',
}

/** How much a finding weighs: `stop` is what ruins the batch or hurts someone, `warn` what ruins pieces. */
export function gravityOf(finding: Finding): Gravity {
  return GRAVITY[finding.kind]
}

const LIKELY_WRONG_FILL = 0.15
const WORST_RATIO_ERROR = 0.03
const LEAST_SETTLE_MIN = 3
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
    ...schedule.fills.flatMap((fill) => fillFindings(request, schedule, fill)),
    ...moldFindings(request),
    ...schedule.mixes.flatMap((mix) => mixFindings(mix)),
    ...(stepThat(schedule.technique, 'lays') ? inclusionFindings(request, schedule) : []),
    ...cupFindings(request, schedule),
    ...apartFindings(request, schedule),
    ...placeFindings(request, schedule),
    ...colourFindings(request, schedule),
    ...timeFindings(schedule, capacity),
    ...tasks.flatMap((task): Finding[] =>
      task.window ? [] : [{ kind: 'neverReached', stepTitle: task.step.title }],
    ),
    ...heatConcerns(schedule),
  ].sort((one, other) => order[gravityOf(one)] - order[gravityOf(other)])
}

function fillFindings(request: BatchRequest, { technique }: Schedule, fill: MoldFill): Finding[] {
  const moldName = fill.name
  const load = dropLoad(fill, technique.white)
  const bedMm = bedOf(fill).depthMm
  const found: Finding[] = []
  const late = request.layers.filter(({ when }) => LAYER_WHENS[when].takesRoom && !LAYER_WHENS[when].inMold)
  const lateMm = late.reduce(
    (sum, { id }) => sum + (fill.layers.find((each) => each.id === id)?.depthMm ?? 0),
    0,
  )
  const overMm = -fill.lipMm - lateMm
  if (bedMm < technique.bed.leastMm)
    found.push({ kind: 'bedTooThin', moldName, bedMm, leastMm: technique.bed.leastMm })
  if (overMm > DEPTH_MM) found.push({ kind: 'overfilled', moldName, overMm, depthMm: fill.mold.depthMm })
  else if (lateMm > 0 && fill.lipMm < -DEPTH_MM) {
    const lipMm = Math.max(0, lateMm + fill.lipMm)
    const layerName = late.map(({ name }) => name).join(', ')
    found.push({ kind: 'noLipForLayer', moldName, layerName, layerMm: lateMm, lipMm })
  }
  if (fill.fillOverDrawn !== null && Math.abs(fill.fillOverDrawn - 1) > LIKELY_WRONG_FILL) {
    found.push({ kind: 'fillDisagrees', moldName, fillOverDrawn: fill.fillOverDrawn })
  }
  if (load.share > MOST_LOAD) found.push({ kind: 'overloaded', moldName, ...load })
  return found
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

function mixFindings({ id, of, name, parts, cups }: Mix): Finding[] {
  const mix = { id, of, name }
  return [
    ...cups.flatMap((cup): Finding[] =>
      cup.brimMl === null ? [{ kind: 'noCupBigEnough', mix, volumeMl: cup.volumeMl }] : [],
    ),
    ...(['weight', 'volume'] as const).flatMap((by): Finding[] => {
      const error = (by === 'weight' ? parts.byWeight : parts.byVolume).ratioError
      return Math.abs(error) > WORST_RATIO_ERROR ? [{ kind: 'ratioOff', mix, by, error }] : []
    }),
  ]
}

function inclusionFindings(request: BatchRequest, { fills }: Schedule): Finding[] {
  const { inclusions, layers } = request
  const found: Finding[] = fills.flatMap((fill): Finding[] => {
    const moldName = fill.name
    const fillMm = coverMm(fill, request)
    if (fillMm < LEAST_COVER_MM) return [{ kind: 'barelyCovered', moldName, fillMm, leastMm: LEAST_COVER_MM }]
    const over = fill.layers.find(({ name }) => name !== null)
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

function placeFindings({ layers }: BatchRequest, { fills }: Schedule): Finding[] {
  return layers
    .filter((layer) => !fills.some((fill) => isIn(layer, fill)))
    .map(({ id, name }) => ({ kind: 'layerOnNothing', layer: { id, name } }))
}

/** What is wrong with the cups that mixes are divided into. */
function cupFindings(request: BatchRequest, { mixes, technique }: Schedule): Finding[] {
  return dividedMixes(request, technique, mixes).flatMap(({ mix, cups }): Finding[] => {
    const told = { id: mix.id, name: mix.name }
    const overG = dividedOverG(cups, mix.parts.byWeight.totalG)
    const colours = cups.flatMap((cup) => cup.colours)
    const parts = divided(cups, mix.parts.byWeight.totalG)
    return [
      ...(overG > LEAST_OVER_G ? [{ kind: 'cupsTakeMore' as const, layer: told, overG }] : []),
      ...cups.flatMap((cup): Finding[] => {
        const cupG = mix.cups.find(({ id }) => id === cup.id)?.massG ?? 0
        if (cupG <= 0) return []
        return overloadsOf(cup, cupG, broughtInto(cup, parts))
          .filter(({ mostShare }) => mostShare > 0)
          .map((load) => ({ kind: 'cupOverloaded', layer: told, cupName: cup.name, ...load }))
      }),
      ...colours.flatMap(({ colour, dose }): Finding[] => {
        const { name: colourName } = colour
        if (!isMixedIn(colour)) return [{ kind: 'notMixedIn', layer: told, colourName }]
        return dose.by === 'scoops' && colour.scoopG === undefined
          ? [{ kind: 'scoopUnweighed', colourName }]
          : []
      }),
    ]
  })
}

/** Cups that are stirred by themselves and together are more than all of their layer. */
function apartFindings(request: BatchRequest, { fills, mixes }: Schedule): Finding[] {
  return request.layers.flatMap((layer): Finding[] => {
    const ownG = ownMixes(layer.cups).reduce((sum, { g }) => sum + g, 0)
    const mix = mixes.find(({ id }) => id === layer.id)
    if (!mix || ownG === 0) return []
    const overG = ownG - laterAmount(fills, layer).volumeMl * mixedDensityGPerMl(mix.resin)
    const told = { id: layer.id, name: layer.name }
    return overG > LEAST_OVER_G ? [{ kind: 'cupsTakeMore', layer: told, overG }] : []
  })
}

/** A scale does not show less. */
const LEAST_OVER_G = 0.05

function colourFindings(request: BatchRequest, { technique, mixes }: Schedule): Finding[] {
  if (technique.white.by === 'none') return []
  const found: Finding[] = []
  const inked = request.colours.some((colour) => holdsAlcohol(colour) && !isWhite(colour))
  if (!request.colours.some(isWhite)) found.push({ kind: 'noWhite' })
  if (!inked) found.push({ kind: 'noInk' })
  for (const { one, other } of palettePlan(request).overlaps.filter((pair) => pair.muddy))
    found.push({ kind: 'muddyPair', one, other })
  if (technique.white.by === 'bag') {
    const portion = whiteCupOf(mixes)?.massG ?? 0
    const { usualPortionG } = technique.white
    if (portion > usualPortionG)
      found.push({ kind: 'moreWhiteThanUsual', portionG: portion, usualG: usualPortionG })
    const [leastMm, mostMm] = KNOWN_HOLES_MM
    const { holeMm } = request.white
    if (holeMm < leastMm || holeMm > mostMm) found.push({ kind: 'holeUnknown', holeMm, leastMm, mostMm })
    if (inked && request.settleMin < LEAST_SETTLE_MIN) {
      found.push({ kind: 'shortSettle', settleMin: request.settleMin, leastMin: LEAST_SETTLE_MIN })
    }
  }
  return found
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
  if (stepThat(technique, 'inks')?.id !== technique.bottleneck) {
    const lastInk = turns.findLast((turn) => turn.step.does === 'inks')
    const byMin = lastInk && lastInk.toMin !== null ? lastInk.endMin - lastInk.toMin : 0
    if (byMin > 0.5) found.push({ kind: 'inkLate', byMin })
  }
  if (!capacity.fits) found.push({ kind: 'windowMissed', capacity })
  return found
}
