import { nestedLines, pourMixOf, type BatchRequest, type MoldFill, type Take } from '#core/batch/index.ts'
import { stepsOn, type BatchPlan } from '#core/plan/index.ts'
import { isDrawn, takesCups, TECHNIQUES } from '#core/technique/index.ts'
import { boxOf, HAND_SMOOTH, inset, islandsOf, polygonOf, within, type Point } from '#core/mold/index.ts'

/** A part of a mold from above that one cup fills, in its colour; later parts lie on earlier ones. */
export interface FilledPart {
  readonly lines: readonly (readonly Point[])[]
  readonly hex: string
}

interface Band {
  readonly cup: string | null
  readonly massG: number
}

/**
 * What lies where in that piece by its cups, as far as a plan knows: what was held back as it is laid; of what runs off an object a ring for each cup, the
 * first outermost. Nothing where inks and white make the face, or where nobody says where a cup is poured. A drawing, not a forecast.
 */
export function cupsLaid(
  fill: MoldFill,
  { steps, fills, mixes }: Pick<BatchPlan, 'steps' | 'fills' | 'mixes'>,
  request: Pick<BatchRequest, 'cups'>,
): readonly FilledPart[] {
  if (isDrawn(fill.technique) && !takesCups(TECHNIQUES[fill.technique])) return []
  const [raises] = stepsOn({ steps, fills }, fill.id, 'raises')
  if (raises) return laidOf(fill, raises.takes, request)
  if (!TECHNIQUES[fill.technique].pouredOver) return []
  const cups = pourMixOf(mixes).cups.filter(({ holds }) => holds === 'part' || holds === 'clear')
  const totalG = cups.reduce((sum, { massG }) => sum + massG, 0)
  const rings = nestedLines(
    fill.mold.outline,
    cups.map(({ massG }) => massG / totalG),
  )
  return coloured(
    rings.map(({ fromWallMm }, k) => ({ cup: cups[k]!.name, lines: ringFrom(fill, fromWallMm) })),
    request,
  )
}

/**
 * What is held back as it is laid on that piece: lines one inside the other, side by side where the cups meet, or along a stroke out of one cup, what
 * lay on top outermost. A drawing, not a forecast.
 */
export function laidOf(
  fill: MoldFill,
  takes: readonly Take[],
  request: Pick<BatchRequest, 'cups'>,
): readonly FilledPart[] {
  const polygon = polygonOf(fill.mold.outline, HAND_SMOOTH)
  const held = takes.flatMap((take) => (take.of === 'held' ? [take] : []))
  const stroke = takes.flatMap((take) =>
    take.of === 'stroke' ? [...[...take.layers].reverse(), ...take.layers] : [],
  )
  const rings = held.flatMap(({ cup, line }) =>
    line ? [{ cup, lines: ringFrom(fill, line.fromWallMm) }] : [],
  )
  const meeting = held.filter(({ line }) => !line)
  return coloured(
    [...rings, ...bandsIn(polygon, meeting, 'across'), ...bandsIn(polygon, stroke, 'along')],
    request,
  )
}

interface CupPart {
  readonly cup: string | null
  readonly lines: FilledPart['lines']
}

/** Each part in the colour of its cup. */
function coloured(parts: readonly CupPart[], { cups }: Pick<BatchRequest, 'cups'>): readonly FilledPart[] {
  return parts.map(({ cup, lines }) => ({
    lines,
    hex: cups.find(({ name }) => name === cup)?.colours[0]?.colour.hex ?? 'var(--clear)',
  }))
}

/** All that lies so far from the wall. */
function ringFrom({ mold: { outline } }: MoldFill, fromWallMm: number): FilledPart['lines'] {
  const polygon = polygonOf(outline, HAND_SMOOTH)
  return fromWallMm > 0 ? inset(polygon, fromWallMm, islandsOf(outline)) : [polygon, ...islandsOf(outline)]
}

/** No hand pours a straight line: so far an edge swings to either side, as a share of how wide the mold is (by eye). */
const SWING = 0.05
const EDGE_POINTS = 24

/** Bands through a mold by their masses, across its longer side or along it. */
function bandsIn(
  polygon: readonly Point[],
  bands: readonly Band[],
  run: 'across' | 'along',
): readonly CupPart[] {
  const { left, right, bottom, top } = boxOf(polygon)
  const isWide = right - left >= top - bottom
  const isUpright = (run === 'across') === isWide
  const [wide, long] = isUpright ? [right - left, top - bottom] : [top - bottom, right - left]
  const totalG = bands.reduce((sum, { massG }) => sum + massG, 0)
  /** From one end of the mold to the other, where so much of it lies on one side; the outermost are the walls. */
  const edgeAt = (share: number): readonly Point[] =>
    Array.from({ length: EDGE_POINTS + 1 }, (_, k) => {
      const along = k / EDGE_POINTS
      const swing =
        share > 0 && share < 1 ? SWING * (Math.sin(7 * along + 1) + 0.5 * Math.sin(17 * along)) : 0
      const [across, up] = [(share + swing) * wide, along * long]
      return isUpright ? { x: left + across, y: bottom + up } : { x: left + up, y: bottom + across }
    })
  let before = 0
  return bands.map(({ cup, massG }) => {
    const [from, to] = [before, before + massG / totalG]
    before = to > 1 - 1e-9 ? 1 : to
    return { cup, lines: within(polygon, [...edgeAt(from), ...[...edgeAt(before)].reverse()]) }
  })
}
