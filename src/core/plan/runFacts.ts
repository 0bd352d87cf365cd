import {
  pipedOn,
  bedOf,
  dropLoad,
  isBacked,
  narrowFromMm,
  overloadedCups,
  castingOf,
  contentsOf,
  kindId,
  pourMixOf,
  techniqueOfPour,
  whiteCupOf,
  type MoldFill,
  type BatchRequest,
  type OverloadedCup,
} from '../batch/index.ts'
import { COLOUR_KINDS, curingShifts, isWhite, overlapsOf, type Colour } from '../colour/index.ts'
import type { RunFacts } from '../journal/index.ts'
import { HAND_SMOOTH, isInside, islandsOf, narrowZones, polygonOf, type Point } from '../mold/index.ts'
import { markedAt, marksOnPiece, withAfter, type Deed } from '../technique/index.ts'
import { weightRatio } from '../resin/index.ts'
import { timedEvents, weighedOf, type Pour, type PourEvent } from '../runsheet/index.ts'
import { holeAt, type Reading } from '../timing/index.ts'
import type { BatchPlan } from './plan.ts'

interface PouredRun {
  readonly request: BatchRequest
  /** As the run's marks and readings have it. */
  readonly plan: BatchPlan
  readonly pour: Extract<Pour, { stage: 'running' }>
  readonly events: readonly PourEvent[]
}

/** What a run shows of one of its pieces. */
export function factsOf({ request, plan, pour, events }: PouredRun, pieceNo: number): RunFacts {
  const { done } = pour
  const order = castingOf(request, pieceNo)?.order
  const fill = plan.fills.find(({ id }) => order !== undefined && id === kindId(order)) ?? null
  const way = fill?.technique ?? request.technique
  const technique = withAfter(techniqueOfPour(request), request)
  const marked = (does: Deed) => markedAt(does, technique, done)
  const marksOfPiece = (does: Deed) =>
    marksOnPiece((step) => step.does === does, technique, { done, pieceNo, way })
  const markedOfPiece = (does: Deed) => marksOfPiece(does)[0] ?? null
  const whiteMin = markedOfPiece('whites')
  const inkMins = marksOfPiece('inks')
  const lastInkMin = inkMins.at(-1) ?? null
  const shapeMin = markedOfPiece('shapes')
  const window = plan.bloom?.window ?? null
  const coverMin = marked('covers')
  const laidMin = markedOfPiece('lays')
  const laying = plan.steps.find(({ step: { does }, pieceNo: no }) => does === 'lays' && no === pieceNo)
  const pulledMin = markedOfPiece('raises')
  const pulling = plan.steps.find(({ step: { does }, pieceNo: no }) => does === 'raises' && no === pieceNo)
  const shaping = plan.steps.find(({ step: { does }, pieceNo: no }) => does === 'shapes' && no === pieceNo)
  const [formedMin, freedMin] = [marked('forms'), marked('frees')]
  const lastHandsMin = Math.max(0, shapeMin ?? whiteMin ?? lastInkMin ?? laidMin ?? 0)
  const weighed = weighedOf(events)
  const demold = plan.steps.find(({ step }) => step.does === 'frees')
  const skipped = skippedTools(events)
  const feathering = plan.steps.find(({ step }) => step.does === 'feathers')
  const contents = fill && contentsOf(fill, request, plan.fills)
  const all = contents ? [...contents.dropped, ...contents.poured, ...contents.piped] : request.colours
  const kinds = new Set(all.map(({ kind }) => kind))
  const stirredIn = contents ? [...contents.poured, ...contents.piped] : []
  const muddy = contents && [contents.dropped, contents.poured].flatMap(overlapsOf).find((pair) => pair.muddy)
  return {
    technique: way,
    white:
      whiteMin !== null && window && window.closeMin !== null
        ? { atMin: whiteMin, openMin: window.openMin, bestMin: window.bestMin, closeMin: window.closeMin }
        : null,
    laid:
      laidMin !== null && laying && laying.toMin !== null
        ? { atMin: laidMin, openMin: laying.fromMin, closeMin: laying.toMin }
        : null,
    pulled:
      pulledMin !== null && pulling
        ? {
            atMin: pulledMin,
            moment: pulling.toMin === null ? null : { openMin: pulling.fromMin, closeMin: pulling.toMin },
          }
        : null,
    inkLateMin: inkLateMin(plan, inkMins, pieceNo),
    settledMin: whiteMin !== null && lastInkMin !== null ? whiteMin - lastInkMin : null,
    inkAfterWhite: whiteMin !== null && lastInkMin !== null && lastInkMin > whiteMin,
    shapedAfterMin: whiteMin !== null && shapeMin !== null ? shapeMin - whiteMin : null,
    shapedLateMin: shapeMin !== null && shaping && shaping.toMin !== null ? shapeMin - shaping.toMin : null,
    cupTempC: cupTempC(plan, pour.readings, marked('empties') ?? plan.decant.decantMin),
    roomTempC: roomTempC(pour.readings) ?? request.roomTempC,
    stirMin: stirMin(events),
    ratioError: weighed && weighed.bG > 0 ? weighed.aG / weighed.bG / weightRatio(request.resin) - 1 : null,
    dose: request.white.colours?.length ? null : request.white.dose,
    holeMm: holeAt(pour.otherwise, request.white.holeMm, whiteMin ?? undefined),
    spacingMm: widestSpacingMm(fill),
    marginMm: leastMarginMm(fill),
    whiteNeededG: whiteCupOf(plan.mixes)?.massG ?? null,
    glitterMetWhite:
      (fill !== null && glitterMeetsWhite(fill, request)) || stirredIn.some(({ kind }) => kind === 'glitter'),
    mica: kinds.has('mica') || (fill?.laid.sprinkles.some(({ what }) => what === 'mica') ?? false),
    pigmented: [...whitesOf(plan, request), ...stirredIn].some(
      ({ kind }) => COLOUR_KINDS[kind].state !== 'liquid',
    ),
    overloaded: worstLoad(overloadedCups(request, technique, plan.mixes)),
    muddyPair: muddy ? [muddy.one, muddy.other] : null,
    shiftedColour: curingShifts(all)[0]?.name ?? null,
    levelSkipped: skipped.includes('level'),
    coverSkipped: skipped.includes('cover'),
    coveredAfterMin: coverMin === null ? null : coverMin - lastHandsMin,
    feathered: marked('feathers') !== null,
    feather:
      feathering && feathering.toMin !== null
        ? { fromMin: feathering.fromMin, toMin: feathering.toMin }
        : null,
    loadShare: fill ? dropLoad(fill).share : 0,
    narrowShare: fill ? narrowShareOf(fill, request) : 0,
    inFormH: formedMin !== null && freedMin !== null ? (freedMin - formedMin) / 60 : null,
    raisedEdge: fill?.mold.edge ? { centreAgain: pulledMin !== null } : null,
    overMm: fill ? -fill.lipMm : 0,
    bedMm: (fill && bedOf(fill).depthMm) ?? request.bedMm ?? 0,
    lipMm: fill ? Math.max(0, fill.lipMm) : request.lipMm,
    backed: isBacked(request),
    demoldEarlyH: demold && freedMin !== null ? (demold.fromMin - freedMin) / 60 : null,
    leftoverG: pourMixOf(plan.mixes).parts.byWeight.leftoverG,
  }
}

function inkLateMin(plan: BatchPlan, inkMins: readonly number[], pieceNo: number): number | null {
  const turn = plan.steps.find((turn) => turn.step.does === 'inks' && turn.pieceNo === pieceNo)
  if (inkMins.length === 0 || !turn || turn.toMin === null) return null
  return Math.min(...inkMins) - turn.toMin
}

/** The cup just before it was emptied: the warmest reading by then, else as reckoned. */
function cupTempC(plan: BatchPlan, readings: readonly Reading[], decantMin: number): number | null {
  const read = readings.flatMap((reading) =>
    reading.kind === 'temperature' && reading.atMin <= decantMin ? [reading.tempC] : [],
  )
  if (read.length > 0) return Math.max(...read)
  return plan.life.findLast(({ min }) => min <= decantMin)?.tempC ?? null
}

function roomTempC(readings: readonly Reading[]): number | null {
  return readings.flatMap((reading) => (reading.kind === 'room' ? [reading.tempC] : [])).at(-1) ?? null
}

function stirMin(events: readonly PourEvent[]): number | null {
  const began = timedEvents(events).findLast(
    ({ event }) => event.kind === 'stirBegan' && event.layer === undefined,
  )
  return began ? -began.min : null
}

function skippedTools(events: readonly PourEvent[]): readonly string[] {
  return events.flatMap((event) =>
    event.kind === 'gatePassed' && event.layer === undefined ? event.overruled.map(({ tool }) => tool) : [],
  )
}

function spacedMarks(fill: MoldFill | null) {
  return (fill?.pattern.marks ?? []).flatMap(({ mark }) =>
    mark.kind === 'rings' || mark.kind === 'spiral' || mark.kind === 'lines' ? [mark] : [],
  )
}

function widestSpacingMm(fill: MoldFill | null): number | null {
  const marks = spacedMarks(fill)
  return marks.length > 0 ? Math.max(...marks.map(({ spacingMm }) => spacingMm)) : null
}

function leastMarginMm(fill: MoldFill | null): number | null {
  const marks = spacedMarks(fill)
  return marks.length > 0 ? Math.min(...marks.map(({ marginMm }) => marginMm)) : null
}

/** How much of the beads' length lies where the mold is too narrow for two of them side by side. */
function narrowShareOf({ mold, laid }: MoldFill, { white }: BatchRequest): number {
  const { outline } = mold
  const zones = narrowZones(polygonOf(outline, HAND_SMOOTH), narrowFromMm(white), islandsOf(outline))
  const points = laid.beads.flatMap(({ line }) => line)
  if (zones.length === 0 || points.length === 0) return 0
  return points.filter((point) => isInside(zones, point)).length / points.length
}

/** What whitens the white that was portioned; none where none was. */
function whitesOf({ mixes }: BatchPlan, { white, colours }: BatchRequest): readonly Colour[] {
  return whiteCupOf(mixes) && !white.colours?.length ? colours.filter(isWhite) : []
}

/** The cup that holds most beyond what it carries. */
function worstLoad(cups: readonly OverloadedCup[]): RunFacts['overloaded'] {
  const [worst] = cups.toSorted((one, other) => other.share / other.mostShare - one.share / one.mostShare)
  if (!worst) return null
  const { cupName, colours, share, mostShare, colourKind } = worst
  return { cupName, colours, share, mostShare, isLiquid: COLOUR_KINDS[colourKind].state === 'liquid' }
}

function glitterMeetsWhite(fill: MoldFill, request: BatchRequest): boolean {
  const white = pipedOn(fill, request).find(({ bag }) => bag === null)
  const glitter = fill.laid.sprinkles.filter(({ what }) => what === 'glitter')
  return glitter.some(({ lines }) =>
    white?.beads.some(({ line }) => line.some((point: Point) => isInside(lines, point))),
  )
}
