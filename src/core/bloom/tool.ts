import type { Point } from '../mold/index.ts'

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

/** Where the material that is now at a point came from. */
export type Backward = (xM: number, yM: number) => readonly [number, number]

/** Sweeps of the implicit midpoint; more bring the area error down by orders. */
const USUAL_SWEEPS = 2
/** Beyond so many reaches a stroke is not felt. */
const FELT = 4.8
/** The stick's own radius, as a share of its reach, squared. */
const STICK_SQUARE = 0.1

/** The backward map of one stroke at full strength. */
export function backwardOf(stroke: Stroke, sweeps = USUAL_SWEEPS): Backward {
  return stroke.kind === 'swirl' ? swirl(stroke) : drag(stroke, sweeps)
}

function swirl({ centre, reachM, turnRad }: Extract<Stroke, { kind: 'swirl' }>): Backward {
  return (x, y) => {
    const [rx, ry] = [x - centre.x, y - centre.y]
    const turn = -turnRad * Math.exp(-(rx * rx + ry * ry) / (reachM * reachM))
    const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
    return [centre.x + cos * rx - sin * ry, centre.y + sin * rx + cos * ry]
  }
}

interface DragStep {
  readonly x: number
  readonly y: number
  readonly tx: number
  readonly ty: number
  readonly lengthM: number
}

/** The flow of psi = n exp(-(r - e)/L) about the moving stick, marched backwards by implicit midpoint: symplectic, so it keeps area. */
function drag({ path, reachM, strength }: Extract<Stroke, { kind: 'drag' }>, sweeps: number): Backward {
  const steps = dragSteps(path, 0.6 * reachM).reverse()
  const felt = FELT * reachM
  const stick = STICK_SQUARE * reachM * reachM
  const lift = Math.sqrt(STICK_SQUARE)
  const box = steps.reduce(
    (all, { x, y }) => ({
      left: Math.min(all.left, x),
      right: Math.max(all.right, x),
      bottom: Math.min(all.bottom, y),
      top: Math.max(all.top, y),
    }),
    { left: Infinity, right: -Infinity, bottom: Infinity, top: -Infinity },
  )
  return (x, y) => {
    if (x < box.left - felt || x > box.right + felt || y < box.bottom - felt || y > box.top + felt)
      return [x, y]
    let px = x
    let py = y
    for (const step of steps) {
      const far = (px - step.x) ** 2 + (py - step.y) ** 2
      if (far > felt * felt) continue
      const by = step.lengthM * strength
      let mx = px
      let my = py
      let ux = 0
      let uy = 0
      for (let sweep = 0; sweep < sweeps; sweep++) {
        const [rx, ry] = [mx - step.x, my - step.y]
        const r = Math.sqrt(rx * rx + ry * ry + stick)
        const along = rx * step.tx + ry * step.ty
        const across = -rx * step.ty + ry * step.tx
        const fade = Math.exp(lift - r / reachM)
        const forth = fade * (1 - (across * across) / (r * reachM))
        const aside = (fade * along * across) / (r * reachM)
        ux = (forth * step.tx - aside * step.ty) * by
        uy = (forth * step.ty + aside * step.tx) * by
        mx = px - 0.5 * ux
        my = py - 0.5 * uy
      }
      px -= ux
      py -= uy
    }
    return [px, py]
  }
}

function dragSteps(path: readonly Point[], everyM: number): DragStep[] {
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
