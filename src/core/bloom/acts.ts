import { evenPoints, lineLength, type Point } from '../mold/index.ts'
import { LAID_WIDTH_PER_HOLE, type LaidSprinkle } from '../pattern/index.ts'
import type { BloomGrid } from './grid.ts'
import { stampInto, type Sheets } from './sheets.ts'
import type { StrewnSpeck } from './specks.ts'
import type { Stroke } from './tool.ts'

export type BloomAct =
  /** Optical depth of the drop where it lands, and the surface pressure of its solvent. */
  | {
      readonly kind: 'ink'
      readonly at: Point
      readonly radiusM: number
      readonly absorb: readonly [number, number, number]
      readonly pressureNPerM: number
    }
  | {
      readonly kind: 'whiteDrop'
      readonly at: Point
      readonly radiusM: number
      readonly volumeM3: number
      readonly pressureNPerM: number
    }
  | {
      readonly kind: 'bead'
      readonly path: readonly Point[]
      readonly closed: boolean
      readonly beadM: number
    }
  /** A bead that is tinted: what it absorbs and scatters where it lies, as depths. */
  | {
      readonly kind: 'tint'
      readonly path: readonly Point[]
      readonly closed: boolean
      readonly beadM: number
      readonly absorb: readonly [number, number, number]
      readonly scatter: number
    }
  /** A tinted film that was poured as a band along the wall: the optical depth of all of it. */
  | {
      readonly kind: 'film'
      readonly fromWallM: number
      readonly toWallM: number
      readonly absorb: readonly [number, number, number]
    }
  | { readonly kind: 'tool'; readonly strokes: readonly Stroke[] }
  | {
      readonly kind: 'sprinkle'
      readonly what: LaidSprinkle['what']
      readonly specks: readonly StrewnSpeck[]
    }

interface Bench {
  readonly grid: BloomGrid
  readonly sheets: Sheets
  readonly laid: { white: number; ink: [number, number, number] }
  readonly chance: () => number
  /** Threads a bead is laid as; 1 lays it smooth. */
  readonly threads: number
}

/** Half the width of a laid bead, as a share of the hole. */
const LAID_SHARE = LAID_WIDTH_PER_HOLE / 2
const MOST_PRESSURE_N_PER_M = 0.015
const WOBBLE_M = 4e-4
const FEED_NOISE = 0.12
const THREAD_LOG = 1.1

/** A hand over the piece: what it drops and pipes lands on the surface sheet. */
export function handOn({ grid, sheets, laid, chance, threads }: Bench) {
  const { cellM } = grid
  const dropInk = ({ at, radiusM, absorb, pressureNPerM }: Extract<BloomAct, { kind: 'ink' }>): void => {
    const area = (Math.PI * radiusM * radiusM) / 2
    absorb.forEach((depth, channel) => {
      const amount = depth * area
      laid.ink[channel]! += stampInto(sheets.surface.ink[channel]!, grid, {
        xM: at.x,
        yM: at.y,
        radiusM,
        amount,
      })
    })
    addPressure(at, radiusM, pressureNPerM)
  }
  /** Colour out of a bag is as heavy as what it lies on: it rides with the surface. */
  const layTint = ({ path, closed, beadM, absorb, scatter }: Extract<BloomAct, { kind: 'tint' }>): void => {
    const length = lineLength(path, closed)
    const points = evenPoints(path, closed, Math.max(2, Math.round(length / (0.6 * cellM))))
    const area = (LAID_WIDTH_PER_HOLE * beadM * length) / points.length
    for (const { x, y } of points) {
      const drop = { xM: x, yM: y, radiusM: LAID_SHARE * beadM }
      absorb.forEach((depth, channel) => {
        const field = sheets.surface.ink[channel]!
        laid.ink[channel]! += stampInto(field, grid, { ...drop, amount: depth * area })
      })
      if (scatter > 0) stampInto(sheets.surface.cover, grid, { ...drop, amount: scatter * area })
    }
  }
  const addPressure = (at: Point, radiusM: number, pressureNPerM: number): void => {
    const amount = (Math.min(pressureNPerM, MOST_PRESSURE_N_PER_M) * Math.PI * radiusM * radiusM) / 2
    stampInto(sheets.surface.pressure, grid, { xM: at.x, yM: at.y, radiusM: 1.15 * radiusM, amount })
  }
  const layWhite = (at: Point, radiusM: number, amount: number): void => {
    laid.white += stampInto(sheets.surface.white, grid, { xM: at.x, yM: at.y, radiusM, amount })
  }
  /** A needle's drop sinks as a few uneven fingers. */
  const dropWhite = ({
    at,
    radiusM,
    volumeM3,
    pressureNPerM,
  }: Extract<BloomAct, { kind: 'whiteDrop' }>): void => {
    const fingers = 5
    let left = volumeM3
    for (let k = 0; k < fingers; k++) {
      const angle = (2 * Math.PI * (k + chance())) / fingers
      const share = ((volumeM3 * 0.6) / fingers) * (0.4 + 1.2 * chance())
      const out = radiusM * (0.55 + 0.6 * chance())
      layWhite({ x: at.x + out * Math.cos(angle), y: at.y + out * Math.sin(angle) }, 0.6 * radiusM, share)
      left -= share
    }
    layWhite(at, 0.8 * radiusM, left)
    if (pressureNPerM > 0) addPressure(at, radiusM, pressureNPerM)
  }
  /** A bead is laid as parallel threads of slowly wandering share: unevenly stirred white, the veins of the petals. */
  const layBead = ({ path, closed, beadM }: Extract<BloomAct, { kind: 'bead' }>): void => {
    const length = lineLength(path, closed)
    const points = evenPoints(path, closed, Math.max(2, Math.round(length / (0.6 * cellM))))
    const each = ((Math.PI * beadM * beadM) / 4) * (length / points.length)
    const knots = Math.max(4, Math.round(length / 0.01))
    const wander = () => {
      const at = Array.from({ length: knots + 1 }, () => 2 * chance() - 1)
      if (closed) at[knots] = at[0]!
      return (share: number) => {
        const place = share * knots
        const low = Math.min(knots - 1, Math.floor(place))
        const t = place - low
        const smooth = t * t * (3 - 2 * t)
        return at[low]! * (1 - smooth) + at[low + 1]! * smooth
      }
    }
    const [wobbleX, wobbleY, feed] = [wander(), wander(), wander()]
    const shares = Array.from({ length: threads }, wander)
    points.forEach((point, k) => {
      const share = k / points.length
      const x = point.x + WOBBLE_M * wobbleX(share)
      const y = point.y + WOBBLE_M * wobbleY(share)
      const amount = each * (1 + FEED_NOISE * feed(share))
      if (threads <= 1) return layWhite({ x, y }, LAID_SHARE * beadM, amount)
      const ahead = points[Math.min(points.length - 1, k + 1)]!
      const behind = points[Math.max(0, k - 1)]!
      const along = Math.hypot(ahead.x - behind.x, ahead.y - behind.y) || 1
      const [nx, ny] = [-(ahead.y - behind.y) / along, (ahead.x - behind.x) / along]
      const weights = shares.map((own, t) => {
        const off = ((t + 0.5) / threads) * 2 - 1
        return (1 - 0.6 * off * off) * Math.exp(THREAD_LOG * own(share))
      })
      const all = weights.reduce((sum, weight) => sum + weight, 0)
      layWhite({ x, y }, LAID_SHARE * beadM, 0.4 * amount)
      weights.forEach((weight, t) => {
        const off = ((t + 0.5) / threads - 0.5) * 1.1 * beadM
        layWhite({ x: x + off * nx, y: y + off * ny }, 0.24 * beadM, (0.6 * amount * weight) / all)
      })
    })
  }

  /** It is tinted all through: half of it rides with the surface, half lies with the floor. */
  const layFilm = ({ fromWallM, toWallM, absorb }: Extract<BloomAct, { kind: 'film' }>): void => {
    const { inside, wallM } = grid
    for (let p = 0; p < wallM.length; p++) {
      if (!inside[p] || wallM[p]! < fromWallM || wallM[p]! >= toWallM) continue
      absorb.forEach((depth, channel) => {
        sheets.surface.ink[channel]![p]! += depth / 2
        sheets.floor.ink[channel]![p]! += depth / 2
        laid.ink[channel]! += depth * cellM * cellM
      })
    }
  }

  return { dropInk, dropWhite, layBead, layTint, layFilm }
}
