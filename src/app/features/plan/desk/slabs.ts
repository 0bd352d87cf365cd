import {
  isIn,
  takesRoom,
  type BatchRequest,
  type Layer,
  type LaterLayer,
  type MoldFill,
} from '#core/batch/index.ts'
import { LAYER_WAYS } from '#core/technique/index.ts'

/** What a cut-through opens where the pour's own layers lie. */
export const POUR_DESK = 'pour'

/** One layer in a drawing of the piece cut through; mm above the floor, x as shares of the width. */
export interface Slab {
  readonly id: string
  /** What it opens: the pour for its bed and white, a later layer by its id. */
  readonly opens: string
  readonly layer: Layer | null
  readonly later: LaterLayer | null
  readonly bottomMm: number
  readonly topMm: number
  readonly fromX: number
  readonly toX: number
}

/** The layers of one piece from the floor up, those beside each other side by side; what has no depth is a line on what it lies on. */
export function slabsOf(fill: MoldFill, { layers: all }: Pick<BatchRequest, 'layers'>): readonly Slab[] {
  const later = all.filter((each) => isIn(each, fill))
  const pour = fill.layers.filter(({ name }) => name === null).map((layer) => ({ layer, own: null }))
  const over = later.flatMap((own) => {
    const layer = fill.layers.find(({ id }) => id === own.id) ?? null
    return layer || liesInMold(own) ? [{ layer, own }] : []
  })
  const slabs: Slab[] = []
  /** Where the level at hand lies, from where the next one fills up, and how much of the piece is covered by then. */
  let [floorMm, topMm, freeFromMm, toX] = [0, 0, 0, 0]
  for (const { layer, own } of [...pour, ...over]) {
    const frac = layer?.areaFrac ?? own?.zone?.frac ?? 1
    if (!layer?.beside) {
      // Where the level below left some of the piece free, this one goes down into it.
      freeFromMm = toX < COVERED ? freeFromMm : topMm
      floorMm = topMm
      toX = 0
    }
    slabs.push({
      id: layer?.id ?? own!.id,
      opens: own ? own.id : POUR_DESK,
      layer,
      later: own,
      bottomMm: frac < 1 || !layer ? floorMm : freeFromMm,
      topMm: floorMm + (layer?.depthMm ?? 0),
      fromX: toX,
      toX: Math.min(1, toX + frac),
    })
    toX = layer ? toX + frac : 1
    topMm += layer?.raisesMm ?? 0
  }
  return slabs
}

/** Parts of a piece are said in tenths of a percent. */
const COVERED = 0.999

/** What is laid on the finished piece: it lies in no mold. */
export function onFinished(
  { id }: MoldFill,
  { layers }: Pick<BatchRequest, 'layers'>,
): readonly LaterLayer[] {
  return layers.filter((each) => isIn(each, { id }) && !takesRoom(each) && !liesInMold(each))
}

/** Laid from a bottle while the piece is still in its mold. */
function liesInMold({ way, when }: LaterLayer): boolean {
  return LAYER_WAYS[way].from === 'bottle' && when !== 'finished'
}

/** Heights for labels, each as near to where it points as those around it leave: none closer than the gap, none out of the space. */
export function spreadOut(
  wanted: readonly number[],
  { gap, from, to }: { readonly gap: number; readonly from: number; readonly to: number },
): readonly number[] {
  const order = wanted.map((_y, k) => k).sort((one, other) => wanted[one]! - wanted[other]!)
  const placed: number[] = Array.from({ length: wanted.length }, () => 0)
  let least = from
  for (const k of order) {
    placed[k] = Math.max(least, wanted[k]!)
    least = placed[k] + gap
  }
  let most = to
  for (const k of [...order].reverse()) {
    placed[k] = Math.min(most, placed[k]!)
    most = placed[k] - gap
  }
  return placed
}
