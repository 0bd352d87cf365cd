import {
  areaMm2,
  boxOf,
  evenPoints,
  HAND_SMOOTH,
  inset,
  islandsOf,
  isInside,
  perimeterMm,
  polygonOf,
  within,
  type Outline,
  type Point,
} from '../mold/index.ts'
import { seededRandom } from '../numeric/index.ts'
import { beadLengthMm, linesAcross, rayToRim, ringsIn, spiralIn, type Bead } from './beads.ts'
import type { DropLayout, Mark, Pattern, SprinkleArea, Zone } from './pattern.ts'

/** A drop where it falls; `inkNo` counts the inks of the plan from 0, and moves on by one a round where they go in turn. */
export interface LaidDrop {
  readonly at: Point
  readonly inkNo: number
  readonly inTurn: boolean
}

/** Which of so many inks a drop takes in that round, from 0; null where there are none. */
export function inkOfDrop(
  { inkNo, inTurn }: Pick<LaidDrop, 'inkNo' | 'inTurn'>,
  { round, inks }: { readonly round: number; readonly inks: number },
): number | null {
  return inks === 0 ? null : (inkNo + (inTurn ? round : 0)) % inks
}

export type LaidStroke =
  | { readonly kind: 'drag'; readonly line: readonly Point[] }
  | { readonly kind: 'swirl'; readonly at: Point; readonly reachMm: number }

/** Where glitter or mica is strewn: between those closed lines (even-odd). */
export interface LaidSprinkle {
  readonly what: 'glitter' | 'mica'
  readonly lines: readonly (readonly Point[])[]
  readonly areaMm2: number
}

/** A pattern as it lies in one mold; mm, as seen while pouring. */
export interface LaidPattern {
  readonly drops: readonly LaidDrop[]
  readonly beads: readonly Bead[]
  readonly strokes: readonly LaidStroke[]
  readonly sprinkles: readonly LaidSprinkle[]
  /** Marks of which nothing fell into the mold. */
  readonly nowhere: readonly string[]
}

interface Floor {
  readonly outline: readonly Point[]
  readonly islands: readonly (readonly Point[])[]
}

/** Insets cost milliseconds and the same mold is planned at every keystroke; the last ones are kept. */
const KEPT = 64
const kept = new Map<string, LaidPattern>()

/** The pattern laid into that mold; the same question gets the same answer back. */
export function layPattern({ marks }: Pick<Pattern, 'marks'>, outline: Outline): LaidPattern {
  const key = JSON.stringify([outline, marks])
  const known = kept.get(key)
  if (known) return known
  const floor = { outline: polygonOf(outline, HAND_SMOOTH), islands: islandsOf(outline) }
  const parts = marks.map(({ mark }) => layMark(mark, floor))
  const laid: LaidPattern = {
    drops: parts.flatMap((part) => part.drops),
    // The white is piped last, over whatever other bags laid.
    beads: sortedBeads(parts.flatMap((part) => part.beads)),
    strokes: parts.flatMap((part) => part.strokes),
    sprinkles: parts.flatMap((part) => part.sprinkles),
    nowhere: marks.filter((_mark, k) => isNothing(parts[k]!)).map(({ id }) => id),
  }
  if (kept.size >= KEPT) kept.delete(kept.keys().next().value!)
  kept.set(key, laid)
  return laid
}

/** No hand pipes a shorter bead. */
const LEAST_BEAD_MM = 1

function sortedBeads(all: readonly Bead[]): readonly Bead[] {
  const beads = all.filter((bead) => beadLengthMm(bead) >= LEAST_BEAD_MM)
  return [...beads.filter(({ bag }) => bag !== undefined), ...beads.filter(({ bag }) => bag === undefined)]
}

type Part = Omit<LaidPattern, 'nowhere'>

const NOTHING: Part = { drops: [], beads: [], strokes: [], sprinkles: [] }

function isNothing(part: Part): boolean {
  return Object.values(part).every((each: readonly unknown[]) => each.length === 0)
}

function layMark(mark: Mark, floor: Floor): Part {
  switch (mark.kind) {
    case 'drops':
      return { ...NOTHING, drops: dropsOf(mark.inkNo, placesOf(mark.layout, floor)) }
    case 'rings':
      return { ...NOTHING, beads: outOf(mark.bag, ringsIn(regionOf(mark.zone, floor), mark)) }
    case 'spiral':
      return { ...NOTHING, beads: outOf(mark.bag, spiralIn(regionOf(mark.zone, floor), mark)) }
    case 'lines':
      return {
        ...NOTHING,
        beads: outOf(
          mark.bag,
          linesAcross(regionOf(mark.zone, floor), mark).map((line) => ({ line, closed: false })),
        ),
      }
    case 'petals':
      return { ...NOTHING, strokes: petalStrokes(mark, floor) }
    case 'across':
      return {
        ...NOTHING,
        strokes: linesAcross(regionOf(mark.zone, floor), { ...mark, marginMm: mark.fromRimMm }).map(
          (line, k): LaidStroke => ({ kind: 'drag', line: k % 2 === 0 ? line : [...line].reverse() }),
        ),
      }
    case 'swirl':
      return isInside([floor.outline, ...floor.islands], mark.at)
        ? { ...NOTHING, strokes: [{ kind: 'swirl', at: mark.at, reachMm: mark.reachMm }] }
        : NOTHING
    case 'sprinkle':
      return { ...NOTHING, sprinkles: sprinkleOf(mark.what, mark.area, floor) }
    default:
      return mark satisfies never
  }
}

function outOf(bag: string | undefined, beads: readonly Bead[]): readonly Bead[] {
  return bag === undefined ? beads : beads.map((bead) => ({ ...bead, bag }))
}

/** The part of the floor a zone covers; empty where a disc lies outside. */
function regionOf(zone: Zone, { outline, islands }: Floor): Floor {
  if (zone.kind === 'piece') return { outline, islands }
  const disc = discAt(zone.at, zone.acrossMm)
  // What a waist cuts off is left to a zone of its own.
  const [largest = []] = [...within(disc, outline)].sort(
    (one, other) => Math.abs(areaMm2(other)) - Math.abs(areaMm2(one)),
  )
  return { outline: largest, islands }
}

const DISC_POINTS = 96

function discAt(at: Point, acrossMm: number): readonly Point[] {
  return polygonOf({ shape: 'circle', acrossMm }, DISC_POINTS).map(({ x, y }) => ({
    x: x + at.x,
    y: y + at.y,
  }))
}

function dropsOf(inkNo: number | null, places: readonly Point[]): readonly LaidDrop[] {
  return places.map((at, k) => ({ at, inkNo: inkNo ?? k, inTurn: inkNo === null }))
}

function placesOf(layout: DropLayout, floor: Floor): readonly Point[] {
  switch (layout.kind) {
    case 'single':
      return isInside([floor.outline, ...floor.islands], layout.at) ? [layout.at] : []
    case 'ring':
      return evenPoints(longest(inset(floor.outline, layout.fromWallMm, floor.islands)), true, layout.count)
    case 'scatter':
      return scattered(layout, regionOf(layout.zone, floor), floor)
    default:
      return layout satisfies never
  }
}

/** Of lines that a waist or an island made, the one round most of the floor; empty where there is none. */
function longest(lines: readonly (readonly Point[])[]): readonly Point[] {
  return lines.reduce((one, other) => (perimeterMm(other) > perimeterMm(one) ? other : one), [])
}

const TRIES = 4000
/** Drops keep this share of their mean distance until the tries run out. */
const LEAST_APART = 0.35

/** Drops by chance so that none lies near another, away from the wall. */
function scattered(
  { fromWallMm, count, seed, zone }: Extract<DropLayout, { kind: 'scatter' }>,
  region: Floor,
  floor: Floor,
): readonly Point[] {
  const room =
    zone.kind === 'piece'
      ? inset(floor.outline, fromWallMm, floor.islands)
      : inset(floor.outline, fromWallMm, floor.islands).flatMap((line) => within(line, region.outline))
  if (room.length === 0) return []
  const { left, right, bottom, top } = boxOf(room.flat())
  const chance = seededRandom(seed * 31 + 5)
  const apart = Math.sqrt(((right - left) * (top - bottom)) / count)
  const places: Point[] = []
  for (let k = 0; k < TRIES && places.length < count; k++) {
    const at = { x: left + chance() * (right - left), y: bottom + chance() * (top - bottom) }
    if (!isInside(room, at)) continue
    const least = apart * Math.max(LEAST_APART, 1 - k / TRIES)
    if (places.every((place) => Math.hypot(place.x - at.x, place.y - at.y) >= least)) places.push(at)
  }
  return places
}

/** A drag ends so far out, as a share of the way to the rim. */
const CENTRE_SHARE = 0.12

function petalStrokes(
  { zone, count, drag, turnDeg, fromRimMm }: Extract<Mark, { kind: 'petals' }>,
  floor: Floor,
): readonly LaidStroke[] {
  const { outline } = regionOf(zone, floor)
  if (outline.length === 0) return []
  const centre = zone.kind === 'disc' ? zone.at : { x: 0, y: 0 }
  const stroke = (place: number, outwards: boolean): readonly LaidStroke[] => {
    const angle = (2 * Math.PI * place) / count + (turnDeg * Math.PI) / 180
    const rim = rayToRim(outline, centre, angle)
    if (rim <= fromRimMm) return []
    const at = (mm: number) => ({
      x: centre.x + mm * Math.cos(angle),
      y: centre.y + mm * Math.sin(angle),
    })
    const ends = [at(rim - fromRimMm), at(CENTRE_SHARE * rim)]
    return [{ kind: 'drag', line: outwards ? ends.reverse() : ends }]
  }
  const all = (outwards: boolean, shift: number) =>
    Array.from({ length: count }, (_, k) => stroke(k + shift, outwards)).flat()
  if (drag === 'inwards') return all(false, 0)
  if (drag === 'outwards') return all(true, 0)
  return [...all(false, 0), ...all(true, 0.5)]
}

function sprinkleOf(what: LaidSprinkle['what'], area: SprinkleArea, floor: Floor): readonly LaidSprinkle[] {
  const whole = [floor.outline, ...floor.islands]
  const lines =
    area.kind === 'rim'
      ? [...whole, ...inset(floor.outline, area.widthMm, floor.islands)]
      : area.kind === 'piece'
        ? whole
        : discLines(discAt(area.at, area.acrossMm), floor)
  const covered = Math.abs(evenOddAreaMm2(lines))
  return covered < 1 ? [] : [{ what, lines, areaMm2: covered }]
}

/** What a disc covers of the floor, its islands left out. */
function discLines(disc: readonly Point[], { outline, islands }: Floor): readonly (readonly Point[])[] {
  return [outline, ...islands].flatMap((line) => within(disc, line))
}

/** Area between nested closed lines: each counts against the one around it. */
function evenOddAreaMm2(lines: readonly (readonly Point[])[]): number {
  return lines.reduce((sum, line) => {
    const depth = lines.filter((other) => other !== line && isInside([other], line[0]!)).length
    return sum + (depth % 2 === 0 ? 1 : -1) * Math.abs(areaMm2(line))
  }, 0)
}
