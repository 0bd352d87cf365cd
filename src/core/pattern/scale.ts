import type { DropLayout, Mark, Pattern, SprinkleArea, Zone } from './pattern.ts'

/** A figure of a mark that another mold makes different. */
export interface ScaleChange {
  readonly markId: string
  readonly what: 'drops' | 'petals' | 'place' | 'size'
  readonly from: number
  readonly to: number
}

/** A pattern for another mold, and what that changed. */
export interface ScaledPattern {
  readonly pattern: Pattern
  readonly changes: readonly ScaleChange[]
}

const MOST_DROPS = 400
const MOST_PETALS = 60

/**
 * The pattern for a mold of that open area. What the hand counts over the floor (drops) grows with the area, what it counts along the rim (petals, a
 * ring of drops) and every place and size with its square root. What the resin decides stays in mm: spacing, margins, the hole; rings that follow the
 * outline just become more. Throws RangeError for an area that is not above 0.
 */
export function scaledPattern(pattern: Pattern, toAreaMm2: number): ScaledPattern {
  if (!(toAreaMm2 > 0)) throw new RangeError(`scaledPattern: toAreaMm2 is ${toAreaMm2}, expected more than 0`)
  const area = toAreaMm2 / pattern.forAreaMm2
  const marks = pattern.marks.map((each) => ({ ...each, mark: scaledMark(each.mark, area) }))
  return {
    pattern: { ...pattern, forAreaMm2: toAreaMm2, marks },
    changes: pattern.marks.flatMap(({ id, mark }, k) =>
      changesOf(mark, marks[k]!.mark).map((change) => ({ markId: id, ...change })),
    ),
  }
}

/** The mark where everything is larger by that factor of area, about the middle of the piece. */
export function scaledMark(mark: Mark, area: number): Mark {
  const length = Math.sqrt(area)
  switch (mark.kind) {
    case 'drops':
      return { ...mark, layout: scaledLayout(mark.layout, area) }
    case 'rings':
    case 'spiral':
    case 'lines':
    case 'across':
      return { ...mark, zone: scaledZone(mark.zone, length) }
    case 'petals':
      return {
        ...mark,
        zone: scaledZone(mark.zone, length),
        count: counted(mark.count * length, { least: 3, most: MOST_PETALS }),
      }
    case 'swirl':
      return { ...mark, at: scaledPlace(mark.at, length), reachMm: rounded(mark.reachMm * length) }
    case 'sprinkle':
      return { ...mark, area: scaledArea(mark.area, length) }
    default:
      return mark satisfies never
  }
}

function scaledLayout(layout: DropLayout, area: number): DropLayout {
  const length = Math.sqrt(area)
  switch (layout.kind) {
    case 'single':
      return { ...layout, at: scaledPlace(layout.at, length) }
    case 'ring':
      return { ...layout, count: counted(layout.count * length, { least: 1, most: MOST_DROPS }) }
    case 'scatter':
      return {
        ...layout,
        zone: scaledZone(layout.zone, length),
        count: counted(layout.count * area, { least: 1, most: MOST_DROPS }),
      }
    default:
      return layout satisfies never
  }
}

function scaledZone(zone: Zone, length: number): Zone {
  if (zone.kind === 'piece') return zone
  return { ...zone, at: scaledPlace(zone.at, length), acrossMm: rounded(zone.acrossMm * length) }
}

function scaledArea(area: SprinkleArea, length: number): SprinkleArea {
  return area.kind === 'rim' ? { ...area, widthMm: rounded(area.widthMm * length) } : scaledZone(area, length)
}

function scaledPlace<P extends { readonly x: number; readonly y: number }>(at: P, length: number) {
  return { x: rounded(at.x * length), y: rounded(at.y * length) }
}

function counted(value: number, { least, most }: { readonly least: number; readonly most: number }): number {
  return Math.min(most, Math.max(least, Math.round(value)))
}

function rounded(mm: number): number {
  return Math.round(mm * 10) / 10
}

type Change = Omit<ScaleChange, 'markId'>

/** Every figure that differs, told once a mark and kind. */
function changesOf(before: Mark, after: Mark): readonly Change[] {
  return WHAT.flatMap((what): Change[] => {
    const [from, to] = [figure(before, what), figure(after, what)]
    if (from === null || to === null || Math.abs(to - from) <= UNNOTICED * Math.abs(from)) return []
    return [{ what, from, to }]
  })
}

/** A hand does not see a figure that differs by less. */
const UNNOTICED = 0.015

const WHAT: readonly ScaleChange['what'][] = ['drops', 'petals', 'place', 'size']

function figure(mark: Mark, what: ScaleChange['what']): number | null {
  const zone = zoneOf(mark)
  switch (what) {
    case 'drops':
      return mark.kind === 'drops' && mark.layout.kind !== 'single' ? mark.layout.count : null
    case 'petals':
      return mark.kind === 'petals' ? mark.count : null
    case 'place': {
      const at = placeOf(mark)
      return at && rounded(Math.hypot(at.x, at.y))
    }
    case 'size':
      if (mark.kind === 'swirl') return mark.reachMm
      if (mark.kind === 'sprinkle' && mark.area.kind === 'rim') return mark.area.widthMm
      return zone?.kind === 'disc' ? zone.acrossMm : null
    default:
      return what satisfies never
  }
}

/** The zone a mark works in; null where it has none. */
export function zoneOf(mark: Mark): Zone | null {
  if (mark.kind === 'swirl') return null
  if (mark.kind === 'drops') return mark.layout.kind === 'scatter' ? mark.layout.zone : null
  if (mark.kind === 'sprinkle') return mark.area.kind === 'rim' ? null : mark.area
  return mark.zone
}

/** The place a person can move a mark by; null where it follows the outline. */
export function placeOf(mark: Mark): { readonly x: number; readonly y: number } | null {
  if (mark.kind === 'swirl') return mark.at
  if (mark.kind === 'drops' && mark.layout.kind === 'single') return mark.layout.at
  const zone = zoneOf(mark)
  return zone?.kind === 'disc' ? zone.at : null
}

/** The mark moved to that place; unchanged where it follows the outline. */
export function movedTo(mark: Mark, at: { readonly x: number; readonly y: number }): Mark {
  if (mark.kind === 'swirl') return { ...mark, at }
  if (mark.kind === 'drops' && mark.layout.kind === 'single')
    return { ...mark, layout: { ...mark.layout, at } }
  const zone = zoneOf(mark)
  return zone?.kind === 'disc' ? withZone(mark, { ...zone, at }) : mark
}

/** The mark in another zone; unchanged where it has none. */
export function withZone(mark: Mark, zone: Zone): Mark {
  if (mark.kind === 'swirl') return mark
  if (mark.kind === 'drops')
    return mark.layout.kind === 'scatter' ? { ...mark, layout: { ...mark.layout, zone } } : mark
  if (mark.kind === 'sprinkle') return mark.area.kind === 'rim' ? mark : { ...mark, area: zone }
  return { ...mark, zone }
}

/** The pattern with its beads so much farther apart. */
export function withWiderBeads(pattern: Pattern, byMm: number): Pattern {
  return withEach(pattern, (mark) =>
    mark.kind === 'rings' || mark.kind === 'spiral' || mark.kind === 'lines'
      ? { ...mark, spacingMm: mark.spacingMm + byMm }
      : mark,
  )
}

/** The pattern with that share of its scattered and ringed drops, at least one a mark; single drops stay. */
export function withFewerDrops(pattern: Pattern, share: number): Pattern {
  return withEach(pattern, (mark) => {
    if (mark.kind !== 'drops' || mark.layout.kind === 'single') return mark
    const count = Math.max(1, Math.floor(share * mark.layout.count + 1e-9))
    return { ...mark, layout: { ...mark.layout, count } }
  })
}

function withEach(pattern: Pattern, change: (mark: Mark) => Mark): Pattern {
  return { ...pattern, marks: pattern.marks.map((each) => ({ ...each, mark: change(each.mark) })) }
}
