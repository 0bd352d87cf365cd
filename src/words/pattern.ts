import type { Scaled } from '#core/batch/index.ts'
import type { Mark, MarkKind, PatternMark, ScaleChange } from '#core/pattern/index.ts'
import { printQuantity, type UnitChoice } from '#core/units/index.ts'
import { inUnits } from './inUnits.ts'

/** What each kind of mark is called, and what it is for. */
export const MARK_WORDS: Readonly<Record<MarkKind, { readonly name: string; readonly hint: string }>> = {
  drops: { name: 'Ink drops', hint: 'One, in a ring, or scattered over a zone; nearer the wall stays bare.' },
  rings: {
    name: 'White rings',
    hint: 'Along the wall or round a point. Close rings close over, wide ones show the ground.',
  },
  spiral: { name: 'White spiral', hint: 'One bead from the rim inwards, no ring starts to drip.' },
  lines: { name: 'Parallel beads', hint: 'White in straight lines; dragged across they feather.' },
  petals: { name: 'Petal drags', hint: 'Between rim and centre. Wipe the tool after each.' },
  across: { name: 'Drags across', hint: 'Parallel strokes, one this way, the next that way.' },
  swirl: { name: 'Swirl', hint: 'From just above the floor, out, back in, lift.' },
  sprinkle: {
    name: 'Glitter or mica',
    hint: 'Glitter that meets white breaks petals: keep it to the rim or the centre.',
  },
}

export const DRAG_WORDS = {
  both: 'both ways in turn',
  inwards: 'rim to centre',
  outwards: 'centre to rim',
} as const satisfies Record<Extract<Mark, { kind: 'petals' }>['drag'], string>

export const LAYOUT_WORDS = {
  scatter: 'scattered',
  ring: 'in a ring',
  single: 'a single drop',
} as const

export const STREWN_WORDS = { glitter: 'glitter', mica: 'mica' } as const

/** A mark in one line, as it stands in the list of what the hand does. */
export function wordMark(mark: Mark, inkNames: readonly string[], bags: readonly NamedBag[] = []): string {
  const line = markLine(mark, inkNames)
  const bag = 'bag' in mark ? bags.find(({ id }) => id === mark.bag) : undefined
  return bag ? `${line}, out of ${bag.name}` : line
}

/** A bag beside the white's. */
interface NamedBag {
  readonly id: string
  readonly name: string
}

function markLine(mark: Mark, inkNames: readonly string[]): string {
  switch (mark.kind) {
    case 'drops': {
      const of =
        mark.inkNo === null ? 'inks in turn' : (inkNames[mark.inkNo % Math.max(1, inkNames.length)] ?? 'ink')
      const { layout } = mark
      if (layout.kind === 'single') return `1 drop of ${of}`
      return `${layout.count} drops, ${of}, ${LAYOUT_WORDS[layout.kind]}`
    }
    case 'rings':
      return `${mark.most === null ? 'rings' : `at most ${mark.most} rings`} every ${mm(mark.spacingMm)}${mark.nextByDeg === 0 ? '' : `, each begun ${mark.nextByDeg}° further`}`
    case 'spiral':
      return `spiral every ${mm(mark.spacingMm)}`
    case 'lines':
      return `lines every ${mm(mark.spacingMm)}`
    case 'petals':
      return `${mark.count} petals, ${DRAG_WORDS[mark.drag]}`
    case 'across':
      return `across every ${mm(mark.spacingMm)}`
    case 'swirl':
      return `swirl, reach ${mm(mark.reachMm)}`
    case 'sprinkle':
      return `${STREWN_WORDS[mark.what]} ${mark.area.kind === 'rim' ? 'along the rim' : mark.area.kind === 'disc' ? 'in a disc' : 'all over'}`
    default:
      return mark satisfies never
  }
}

/** What belongs together: a flower where petals are dragged in it. */
export function wordGroup(marks: readonly PatternMark[], no: number): string {
  return `${marks.some(({ mark }) => mark.kind === 'petals') ? 'Flower' : 'Group'} ${no}`
}

function mm(value: number): string {
  return `${Number(value.toFixed(1))} mm`
}

const CHANGE_WORDS: Readonly<Record<ScaleChange['what'], string>> = {
  drops: 'drops',
  petals: 'petals',
  place: 'from the middle',
  size: 'wide',
}

/** What scaling made of a mark, such as "Ink drops: 28 → 112 drops". */
export function wordScaleChange({ what, from, to }: ScaleChange, kind: MarkKind): string {
  const shown = what === 'place' || what === 'size' ? mm : String
  return `${MARK_WORDS[kind].name}: ${shown(from)} → ${shown(to)} ${CHANGE_WORDS[what]}`
}

/** What another mold made of a figure that was said, such as "Back layer: 40 ml → 20 ml". */
function wordScaled(scaled: Scaled, units: UnitChoice): string {
  const ml = (volume: number) => printQuantity(volume, units.volume)
  const g = (mass: number) => printQuantity(mass, units.mass)
  switch (scaled.of) {
    case 'mark':
      return wordScaleChange(scaled.change, scaled.kind)
    case 'layer':
      return `${scaled.name}: ${ml(scaled.fromMl)} → ${ml(scaled.toMl)}`
    case 'cup':
      return `cup ${scaled.name}: ${g(scaled.fromG)} → ${g(scaled.toG)}`
    case 'white':
      return `white to weigh off: ${g(scaled.fromG)} → ${g(scaled.toG)}`
    case 'bed':
      return `bed in each: ${ml(scaled.fromMl)} → ${ml(scaled.toMl)}`
    case 'inclusions':
      return `what is set in: ${ml(scaled.fromMl)} → ${ml(scaled.toMl)}`
    default:
      return scaled satisfies never
  }
}

/** Everything that another mold made different, in a sentence. */
export function wordMoved(moldName: string, scaled: readonly Scaled[], units: UnitChoice): string {
  return `In ${moldName}, by its area: ${inUnits(scaled.map((each) => wordScaled(each, units)).join('; '), units)}.`
}

/** Why a file holds no pattern to lay, and what would be right. */
export function wordPatternFileProblem(problem: PatternFileTrouble): string {
  switch (problem.kind) {
    case 'tooLarge':
      return `The file has ${problem.megabytes} MB; a pattern sheet has less than 8. Nothing was changed.`
    case 'notSvg':
      return `This is not an SVG file: ${problem.detail}. Nothing was changed.`
    case 'noPattern':
      return 'This drawing holds no pattern. Expected a pattern sheet saved here; an outline alone goes into a mold on the shelf. Nothing was changed.'
    case 'broken':
      return `The pattern in this sheet is damaged: ${(problem.lines ?? []).slice(0, 3).join('; ')}. Nothing was changed.`
    default:
      return problem.kind satisfies never
  }
}

/** The shape of a pattern file's problem, as the formats tell it. */
interface PatternFileTrouble {
  readonly kind: 'tooLarge' | 'notSvg' | 'noPattern' | 'broken'
  readonly megabytes?: number
  readonly detail?: string
  readonly lines?: readonly string[]
}
