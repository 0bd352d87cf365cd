import type { Point } from '../mold/index.ts'
import type { Bank, Places } from './bank.ts'

/**
 * What a tool does to the surface, as area-preserving maps (after the mathematical-marbling papers of Lu, Jaffer, Jin, Zhao & Mao, 2012, from
 * memory). Lengths in m.
 */
export type Stroke =
  /** A stick drawn along a path: reach is its length scale, strength 0 to 1 how far it drags. */
  | {
      readonly kind: 'drag'
      readonly path: readonly Point[]
      readonly reachM: number
      readonly strength: number
    }
  /** A swirl about a point, falling off over the reach. */
  | { readonly kind: 'swirl'; readonly centre: Point; readonly reachM: number; readonly turnRad: number }

/** Sweeps of the implicit midpoint; more bring the area error down by orders. */
const USUAL_SWEEPS = 2
/** Beyond so many reaches a stroke is not felt. */
const FELT = 4.8
/** Takes places, in place, to where the material that is there now was before that stroke at full strength. */
export function takeBack(bank: Bank, places: Places, stroke: Stroke, sweeps = USUAL_SWEEPS): void {
  if (stroke.kind === 'swirl') swirlBack(places, stroke)
  else dragBack(bank, places, stroke, sweeps)
}

function swirlBack(
  { x, y, count }: Places,
  { centre, reachM, turnRad }: Extract<Stroke, { kind: 'swirl' }>,
): void {
  for (let k = 0; k < count; k++) {
    const rx = x[k]! - centre.x
    const ry = y[k]! - centre.y
    const turn = -turnRad * Math.exp(-(rx * rx + ry * ry) / (reachM * reachM))
    const cos = Math.cos(turn)
    const sin = Math.sin(turn)
    x[k] = centre.x + cos * rx - sin * ry
    y[k] = centre.y + sin * rx + cos * ry
  }
}

interface DragStep {
  readonly x: number
  readonly y: number
  readonly tx: number
  readonly ty: number
  readonly lengthM: number
}

/** The stick's way marched backwards step by step (kernels/tool): symplectic, so it keeps area. */
function dragBack(
  { kernels, at }: Bank,
  { x, y, count }: Places,
  { path, reachM, strength }: Extract<Stroke, { kind: 'drag' }>,
  sweeps: number,
): void {
  const even = count + (count % 2)
  for (const step of dragSteps(path, reachM).reverse())
    kernels.dragBack(
      at(x),
      at(y),
      even,
      step.x,
      step.y,
      step.tx,
      step.ty,
      step.lengthM * strength,
      reachM,
      FELT * reachM,
      sweeps,
    )
}

/** The stick is lifted out over its last so many reaches: the line it draws ends in a point. */
const LIFTED_OVER = 1.5
const STEP_OF_REACH = 0.6

function dragSteps(path: readonly Point[], reachM: number): DragStep[] {
  const steps = evenSteps(path, STEP_OF_REACH * reachM)
  let leftM = 0
  return steps
    .reverse()
    .map((step) => {
      leftM += step.lengthM
      const inResin = Math.min(1, (leftM - step.lengthM / 2) / (LIFTED_OVER * reachM))
      return { ...step, lengthM: step.lengthM * inResin }
    })
    .reverse()
}

function evenSteps(path: readonly Point[], everyM: number): DragStep[] {
  return path.slice(1).flatMap((to, k) => {
    const from = path[k]!
    const length = Math.hypot(to.x - from.x, to.y - from.y)
    const count = Math.max(1, Math.ceil(length / everyM))
    return Array.from({ length: count }, (_, s) => ({
      x: from.x + ((s + 0.5) / count) * (to.x - from.x),
      y: from.y + ((s + 0.5) / count) * (to.y - from.y),
      tx: (to.x - from.x) / length,
      ty: (to.y - from.y) / length,
      lengthM: length / count,
    }))
  })
}
