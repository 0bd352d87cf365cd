import {
  copyOf,
  createBloom,
  layScene,
  lineOutcomeOf,
  cellsOutcomeOf,
  DROPPED,
  outcomeOf,
  paintFace,
  PIPED,
  specksSeen,
  type Bloom,
  type BloomOutcome,
  type CellsOutcome,
  type FaceView,
  type LineOutcome,
  type PaintedPiece,
  type SeenSpeck,
} from '#core/bloom/index.ts'
import { sceneOf, type FaceTask } from '#core/plan/index.ts'

/** A piece to be followed: what is in it, when its white is piped, how fine, and which chance. */
export interface FaceRun {
  readonly task: FaceTask
  readonly whiteAtMin: number
  readonly cells: number
  readonly seed: number
}

export interface FaceProgress {
  readonly frame: number
  readonly frames: number
  readonly min: number
}

export interface Painted {
  readonly rgba: Uint8ClampedArray<ArrayBuffer>
  readonly n: number
  readonly specks: readonly SeenSpeck[]
}

export type FaceOutcome = BloomOutcome | CellsOutcome | LineOutcome

const OUTCOMES = { petals: outcomeOf, cells: cellsOutcomeOf, line: lineOutcomeOf } as const

interface Frame {
  readonly min: number
  readonly piece: PaintedPiece
}

interface Followed {
  readonly frames: Frame[]
  outcome: FaceOutcome | null
}

/** After the white, in minutes, until nothing moves any more: what a person would look at. */
const LOOKS_MIN = [0.2, 1.5, 5, 12, 20, 45, 240]
/** And once soon after the first move, so that there is something to see at once. */
const INK_LOOK_MIN = 0.3
export const LOOKS = LOOKS_MIN.length + 1

function looksOf(run: FaceRun): readonly number[] {
  const { moves } = sceneOf(run.task, run.whiteAtMin, run.seed)
  const firstMin = Math.min(...moves.map(({ atMin }) => atMin))
  const looks = [firstMin + INK_LOOK_MIN, ...LOOKS_MIN.map((min) => run.whiteAtMin + min)]
  return looks.sort((one, other) => one - other)
}

/** The bloom off the main thread: pieces are followed frame by frame, kept, and painted from any side. */
export function createLab() {
  const pieces = new Map<string, Followed>()
  let latest = 0

  /** Follows a piece; false when it was cancelled or a newer run took its place. */
  const follow = async (
    key: string,
    run: FaceRun,
    onProgress: (progress: FaceProgress) => void,
  ): Promise<boolean> => {
    const own = latest
    const followed: Followed = { frames: [], outcome: null }
    pieces.set(key, followed)
    const bloom = begin(run)
    for (const [frame, min] of looksOf(run).entries()) {
      bloom.runTo(min * 60)
      followed.frames.push({ min, piece: snapshot(bloom) })
      onProgress({ frame: frame + 1, frames: LOOKS, min })
      await new Promise((resolve) => setTimeout(resolve))
      if (own !== latest) return false
    }
    followed.outcome = OUTCOMES[run.task.becomes](bloom)
    return true
  }

  return {
    follow,
    cancel: () => {
      latest++
      pieces.clear()
    },
    outcome: (key: string): FaceOutcome | null => pieces.get(key)?.outcome ?? null,
    /** One frame of a piece; the last one there is for a frame still to come, null before the first. */
    paint: (key: string, frame: number, view: FaceView): Painted | null => {
      const frames = pieces.get(key)?.frames ?? []
      const shown = frames[Math.min(frame, frames.length - 1)]
      if (!shown) return null
      return {
        rgba: paintFace(shown.piece, view),
        n: (view.finer ?? 1) * shown.piece.grid.n,
        specks: specksSeen(shown.piece, view.side),
      }
    },
  }
}

export type BloomLab = ReturnType<typeof createLab>

function begin(run: FaceRun): Bloom {
  const { task, whiteAtMin, cells, seed } = run
  const bloom = createBloom({
    outline: task.outline,
    islands: task.islands,
    cells,
    depthM: task.depthMm / 1000,
    excessDensityKgPerM3: task.excessDensityKgPerM3,
    recipe: task.becomes === 'cells' ? DROPPED : PIPED,
    viscosityAt: viscosityCurve(task.viscosity),
    seed,
  })
  layScene(bloom, sceneOf(task, whiteAtMin, seed))
  return bloom
}

/** Straight in the logarithm between the samples; endless after the last one, where it has gelled. */
function viscosityCurve(samples: FaceTask['viscosity']): (atS: number) => number {
  return (atS) => {
    const min = atS / 60
    const after = samples.findIndex(([at]) => at >= min)
    if (after < 0) return Infinity
    if (after === 0) return samples[0]![1]
    const [from, low] = samples[after - 1]!
    const [to, high] = samples[after]!
    return low * (high / low) ** ((min - from) / (to - from))
  }
}

/** The sheets as they lie, copied: the piece flows on. */
function snapshot({ grid, sheets, depthM, recipe, specks }: Bloom): PaintedPiece {
  return {
    grid,
    sheets: copyOf(sheets),
    specks: structuredClone(specks),
    depthM,
    recipe,
  }
}
