/** Draws the faces of the demo's pieces in a browser page, for scripts/demoFaces.mjs. */
import { createElement } from 'react'
import { renderToStaticMarkup } from 'react-dom/server'
import { castingOf, ofPiece, plannedBack, pourOfLayer, type BatchRequest } from '#core/batch/index.ts'
import { linearOf } from '#core/colour/index.ts'
import { faceMoments, faceTask, planBatch, type BatchPlan, type FaceMoment } from '#core/plan/index.ts'
import { BATCHES } from '#demo/batches.ts'
import type { DemoBatch, DemoOutcome } from '#demo/sketch.ts'
import { createLab, LOOKS } from '#workers/bloomLab.ts'
import { ObjectDrawing } from '#app/components/ObjectDrawing.tsx'
import { cupsLaid } from '#app/components/laidOf.ts'
import { frameOf, MoldDrawing } from '#app/components/MoldDrawing.tsx'
import { drawFace } from '#app/features/plan/facePicture.ts'

const CELLS = 256
const SIDE_PX = 420
/** The card the pieces lie on. */
const CARD = '#211f1c'
/** Behind a piece that has no back lies a light card. */
const NO_BACK = '#e9e6df'
/** Of clear resin that ran down something pale. */
const RUN_CLEAR = '#d5d1c7'
/** What was too late or too early was so by more than the edge of the window. */
const BEYOND_MIN = 6

const MOMENTS = { tooEarly: 'early', right: 'right', tooLate: 'late' } as const

export const batches = BATCHES.length

/** The faces of the pieces of one batch that were looked at: file names and JPEG bytes as base64. */
export async function facesOf(batchNo: number): Promise<readonly (readonly [string, string])[]> {
  const batch = BATCHES[batchNo]!
  const drawn: (readonly [string, string])[] = []
  for (const [k, outcome] of batch.outcomes.entries())
    for (const [side, picture] of Object.entries(
      await facesOfPiece(batch, { outcome, no: k + 1, seed: 100 * batchNo + k }),
    ))
      drawn.push([`${batch.id}-${k + 1}-${side}.jpg`, picture])
  return drawn
}

interface OnePiece {
  readonly outcome: DemoOutcome
  readonly no: number
  readonly seed: number
}

async function facesOfPiece({ request }: DemoBatch, piece: OnePiece) {
  const plan = planBatch(request)
  const { order, isObject } = castingOf(request, piece.no)!
  if (isObject) return objectDrawn(request)
  const moldId = order.mold.id
  const seen = simulated(request, plan, moldId)
  return seen ? followed(seen, { ...piece, moldId }, request) : drawing(request, plan, piece.no)
}

/** The pour that inks and white go into: the batch's own, or its first layer that is drawn; null where there is none. */
function simulated(request: BatchRequest, plan: BatchPlan, moldId: string) {
  const task = faceTask(request, plan, moldId)
  if (task) return { task, plan }
  for (const layer of request.layers) {
    const pour = pourOfLayer(request, layer, plan.fills)
    if (!pour) continue
    const own = planBatch(pour)
    return { task: faceTask(pour, own, moldId)!, plan: own }
  }
  return null
}

/** What is laid where by its cups, from both sides. */
async function drawing(request: BatchRequest, plan: BatchPlan, no: number) {
  const fill = ofPiece(plan.fills, no)!
  const seen = async (mirrored: boolean) => {
    const markup = renderToStaticMarkup(
      createElement(MoldDrawing, {
        outline: fill.mold.outline,
        frameMm: frameOf(fill.mold.outline),
        filled: cupsLaid(fill, plan, request),
        mirrored,
        title: fill.name,
      }),
    )
    return onCard(await imageOf(markup))
  }
  return { front: await seen(false), back: await seen(true) }
}

/** What it was poured over, with its cups' colours run down it. */
async function objectDrawn({ cups }: BatchRequest) {
  const tints = cups.flatMap(({ colours: [first] }) => (first ? [first.colour.hex] : []))
  const seen = async (mirrored: boolean) => {
    const drawing = createElement(ObjectDrawing, { title: '', hexes: [...tints, RUN_CLEAR], mirrored })
    return onCard(await imageOf(renderToStaticMarkup(drawing)))
  }
  return { front: await seen(false), back: await seen(true) }
}

/** A drawing as a picture, in the light of the card. */
async function imageOf(markup: string): Promise<HTMLImageElement> {
  const svg = markup
    .replace('<svg', `<svg xmlns="http://www.w3.org/2000/svg" width="${SIDE_PX}" height="${SIDE_PX}"`)
    .replaceAll('var(--clear)', NO_BACK)
    .replaceAll('var(--ink)', CARD)
  const image = new Image()
  image.src = `data:image/svg+xml;utf8,${encodeURIComponent(svg)}`
  await image.decode()
  return image
}

async function followed(
  { task, plan }: NonNullable<ReturnType<typeof simulated>>,
  { outcome, moldId, seed }: OnePiece & { readonly moldId: string },
  request: BatchRequest,
) {
  const lab = createLab()
  const whiteAtMin = whiteOf(faceMoments(plan, moldId), MOMENTS[outcome.timing ?? 'right'])
  await lab.follow('piece', { task, whiteAtMin, cells: CELLS, seed }, () => undefined)
  const backHex = plannedBack(request)?.hex ?? NO_BACK
  const seen = (side: 'silicone' | 'open') => {
    const painted = lab.paint('piece', LOOKS - 1, { side, backing: linearOf(backHex), finer: 2 })
    const face = document.createElement('canvas')
    drawFace(face, painted!, { task, side })
    return onCard(face)
  }
  const isMold = request.face !== 'open'
  return {
    front: await seen(isMold ? 'silicone' : 'open'),
    back: await seen(isMold ? 'open' : 'silicone'),
  }
}

function whiteOf(moments: readonly FaceMoment[], id: FaceMoment['id']): number {
  const at = (of: FaceMoment['id']) => moments.find((moment) => moment.id === of)?.whiteAtMin
  const right = at('right')!
  if (id === 'late') return (at('late') ?? right) + BEYOND_MIN
  return id === 'early' ? Math.max(1, (at('early') ?? right) - BEYOND_MIN) : right
}

async function onCard(face: HTMLCanvasElement | HTMLImageElement): Promise<string> {
  const card = new OffscreenCanvas(SIDE_PX, SIDE_PX)
  const brush = card.getContext('2d')!
  brush.fillStyle = CARD
  brush.fillRect(0, 0, SIDE_PX, SIDE_PX)
  brush.shadowColor = 'rgb(0 0 0 / 0.6)'
  brush.shadowBlur = 0.03 * SIDE_PX
  brush.shadowOffsetY = 0.012 * SIDE_PX
  brush.imageSmoothingQuality = 'high'
  const room = 0.03 * SIDE_PX
  brush.drawImage(face, room, room, SIDE_PX - 2 * room, SIDE_PX - 2 * room)
  const picture = await card.convertToBlob({ type: 'image/jpeg', quality: 0.86 })
  const bytes = new Uint8Array(await picture.arrayBuffer())
  return btoa(Array.from(bytes, (byte) => String.fromCharCode(byte)).join(''))
}
