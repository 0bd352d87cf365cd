import {
  areaMm2,
  boxOf,
  further,
  inset,
  islandsOf,
  polygonOf,
  HAND_SMOOTH,
  type Outline,
} from '../mold/index.ts'
import { remembered } from '../numeric/index.ts'

/** A closed line in the shape of its mold, inside the ones before it. */
export interface NestedLine {
  /** From the wall to its outer edge; islands are walls too. */
  readonly fromWallMm: number
  readonly widthMm: number
  /** Along its middle. */
  readonly lengthMm: number
}

/** Between two of them an area is taken as falling evenly: wrong by less than a hundredth of a millimetre in a coaster. */
const INSETS = 40

/** What is left of an outline inside so many mm from its wall, evenly up to where nothing is. */
const areasInside = remembered(
  (outline: Outline): readonly { readonly mm: number; readonly mm2: number }[] => {
    const polygon = polygonOf(outline, HAND_SMOOTH)
    const { left, right, bottom, top } = boxOf(polygon)
    const stepMm = Math.min(right - left, top - bottom) / 2 / INSETS
    const areaOf = (lines: ReturnType<typeof inset>) =>
      Math.max(
        0,
        lines.reduce((sum, line) => sum + areaMm2(line), 0),
      )
    const areas = [
      { mm: 0, mm2: areaOf([polygon, ...islandsOf(outline).map((island) => [...island].reverse())]) },
    ]
    let inside = inset(polygon, stepMm, islandsOf(outline))
    for (let k = 1; k < INSETS && inside.length > 0; k++) {
      areas.push({ mm: k * stepMm, mm2: areaOf(inside) })
      inside = further(inside, stepMm)
    }
    return [...areas, { mm: areas.length * stepMm, mm2: 0 }]
  },
)

/** Lines that take those shares of the area, one inside the other from the wall; all at one height, so by volume as well. */
export function nestedLines(outline: Outline, shares: readonly number[]): readonly NestedLine[] {
  const areas = areasInside(outline)
  const wholeMm2 = areas[0]!.mm2
  let taken = 0
  return shares.map((share) => {
    const fromWallMm = insetOf(areas, (1 - taken) * wholeMm2)
    taken = Math.min(1, taken + share)
    const widthMm = insetOf(areas, (1 - taken) * wholeMm2) - fromWallMm
    return { fromWallMm, widthMm, lengthMm: widthMm > 0 ? (share * wholeMm2) / widthMm : 0 }
  })
}

/** How far from the wall that much area is left. */
function insetOf(areas: ReturnType<typeof areasInside>, mm2: number): number {
  const at = areas.findIndex((each) => each.mm2 <= mm2)
  if (at === 0) return 0
  const [one, other] = [areas[at - 1]!, areas[at]!]
  return one.mm + ((one.mm2 - mm2) / (one.mm2 - other.mm2)) * (other.mm - one.mm)
}
