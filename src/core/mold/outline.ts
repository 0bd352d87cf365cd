/** A mold's outline seen from above, in mm. */
export type Outline =
  | { readonly shape: 'circle'; readonly acrossMm: number }
  | { readonly shape: 'square'; readonly acrossMm: number; readonly cornerMm: number }
  | {
      readonly shape: 'rectangle'
      readonly widthMm: number
      readonly heightMm: number
      readonly cornerMm: number
    }
  /** Regular polygons are measured across their flats. */
  | { readonly shape: 'hexagon'; readonly acrossMm: number }
  | { readonly shape: 'octagon'; readonly acrossMm: number }
  | { readonly shape: 'oval'; readonly widthMm: number; readonly heightMm: number }
  | { readonly shape: 'flower'; readonly acrossMm: number; readonly petals: number }
  | { readonly shape: 'heart'; readonly widthMm: number }
  /** Any closed line, traced or from a file, and the islands that stand in it. */
  | {
      readonly shape: 'drawn'
      readonly points: readonly Point[]
      readonly islands: readonly (readonly Point[])[]
    }

export interface Point {
  readonly x: number
  readonly y: number
}

const TURN = 2 * Math.PI
/** A 360-gon in place of a circle: area short by 5e-5, perimeter by 1.3e-5. */
const SMOOTH = 360
/** For what is drawn or followed by a hand: perimeter short by 1.1e-4, and far quicker to inset. */
export const HAND_SMOOTH = 120

/** How deep a flower mold's waists are, as a share of its radius. */
const FLOWER_WAVE = 0.14

/** The outline as a counter-clockwise polygon about the origin, in mm, its curves as that many points all round; islands are left out. */
export function polygonOf(outline: Outline, smooth = SMOOTH): readonly Point[] {
  switch (outline.shape) {
    case 'circle':
      return around(smooth, (angle) => polar(outline.acrossMm / 2, angle))
    case 'square':
      return roundedRectangle(outline.acrossMm, outline.acrossMm, outline.cornerMm, smooth)
    case 'rectangle':
      return roundedRectangle(outline.widthMm, outline.heightMm, outline.cornerMm, smooth)
    case 'hexagon':
      return regular(6, outline.acrossMm)
    case 'octagon':
      return regular(8, outline.acrossMm)
    case 'oval':
      return around(smooth, (angle) => ({
        x: (outline.widthMm / 2) * Math.cos(angle),
        y: (outline.heightMm / 2) * Math.sin(angle),
      }))
    case 'flower':
      return around(smooth, (angle) =>
        polar(
          (outline.acrossMm / 2) * (1 - FLOWER_WAVE + FLOWER_WAVE * Math.cos(outline.petals * angle)),
          angle,
        ),
      )
    case 'heart':
      return heart(outline.widthMm, smooth)
    case 'drawn':
      return outline.points
    default:
      return outline satisfies never
  }
}

function around(count: number, pointAt: (angle: number) => Point): Point[] {
  return Array.from({ length: count }, (_, k) => pointAt((TURN * k) / count))
}

function polar(radiusMm: number, angle: number): Point {
  return { x: radiusMm * Math.cos(angle), y: radiusMm * Math.sin(angle) }
}

function regular(corners: number, acrossFlatsMm: number): Point[] {
  const radiusMm = acrossFlatsMm / 2 / Math.cos(Math.PI / corners)
  return around(corners, (angle) => polar(radiusMm, angle + Math.PI / corners))
}

function roundedRectangle(widthMm: number, heightMm: number, cornerMm: number, smooth: number): Point[] {
  const radiusMm = Math.min(cornerMm, widthMm / 2, heightMm / 2)
  const x = widthMm / 2 - radiusMm
  const y = heightMm / 2 - radiusMm
  const arcSteps = radiusMm > 0 ? Math.round(smooth / 4) : 0
  const quarter = (turn: number, centre: Point): Point[] =>
    Array.from({ length: arcSteps + 1 }, (_, k) => {
      const corner = polar(radiusMm, (TURN / 4) * (turn + (arcSteps > 0 ? k / arcSteps : 0)))
      return { x: centre.x + corner.x, y: centre.y + corner.y }
    })
  return [
    ...quarter(0, { x, y }),
    ...quarter(1, { x: -x, y }),
    ...quarter(2, { x: -x, y: -y }),
    ...quarter(3, { x, y: -y }),
  ]
}

/** The sine-cubed heart curve, scaled to its width and centred on its box. */
function heart(widthMm: number, smooth: number): Point[] {
  const points = around(smooth, (angle) => ({
    x: -16 * Math.sin(angle) ** 3,
    y: 13 * Math.cos(angle) - 5 * Math.cos(2 * angle) - 2 * Math.cos(3 * angle) - Math.cos(4 * angle),
  }))
  const box = boxOf(points)
  const middle = (box.top + box.bottom) / 2
  return points.map(({ x, y }) => ({ x: (x / 32) * widthMm, y: ((y - middle) / 32) * widthMm }))
}

/** Islands of silicone that stand up inside the outline, counter-clockwise, in mm. */
export function islandsOf(outline: Outline): readonly (readonly Point[])[] {
  return outline.shape === 'drawn' ? outline.islands : []
}

/** An outline never changes, and one plan asks for those of its molds hundreds of times. */
const knownMm2 = new WeakMap<Outline, number>()

/** Area that resin covers, mm2: the outline less its islands. */
export function openAreaMm2(outline: Outline): number {
  const known = knownMm2.get(outline)
  if (known !== undefined) return known
  const islands = islandsOf(outline).reduce((sum, island) => sum + Math.abs(areaMm2(island)), 0)
  const area = areaMm2(polygonOf(outline)) - islands
  knownMm2.set(outline, area)
  return area
}

/** True between an odd number of those closed lines (even-odd rule): inside the outline and outside its islands. */
export function isInside(lines: readonly (readonly Point[])[], { x, y }: Point): boolean {
  let inside = false
  for (const line of lines)
    line.forEach((one, k) => {
      const other = line[(k + 1) % line.length]!
      const crosses = one.y > y !== other.y > y
      if (crosses && x < one.x + ((y - one.y) / (other.y - one.y)) * (other.x - one.x)) inside = !inside
    })
  return inside
}

export interface Box {
  readonly left: number
  readonly right: number
  readonly bottom: number
  readonly top: number
}

/** The upright box around the points, in mm. */
export function boxOf(points: readonly Point[]): Box {
  const xs = points.map((point) => point.x)
  const ys = points.map((point) => point.y)
  return { left: Math.min(...xs), right: Math.max(...xs), bottom: Math.min(...ys), top: Math.max(...ys) }
}

/** Area enclosed by the polygon, mm2 (shoelace formula); positive for counter-clockwise. */
export function areaMm2(points: readonly Point[]): number {
  return points.reduce((sum, point, k) => {
    const next = points[(k + 1) % points.length]!
    return sum + (point.x * next.y - point.y * next.x) / 2
  }, 0)
}

/** Length of the closed polygon, mm. */
export function perimeterMm(points: readonly Point[]): number {
  return points.reduce((sum, point, k) => {
    const next = points[(k + 1) % points.length]!
    return sum + Math.hypot(next.x - point.x, next.y - point.y)
  }, 0)
}
