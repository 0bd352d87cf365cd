import { boxOf, type Point } from '#core/mold/index.ts'
import type { FaceTask } from '#core/plan/index.ts'
import type { Painted } from '#app/platform/studio.tsx'

/** Pixels a side: a cell becomes several, and the wall a smooth line. */
const PICTURE_PX = 640
/** The grid's square is so much wider than the outline. */
const ROOM_ROUND = 1.06
const LEAST_SPECK_PX = 0.7
/** A window's light on a flat surface, from its middle outwards, and how strong it is. */
const SHEEN = [
  [0, 0.16],
  [0.5, 0.06],
  [1, 0],
] as const

interface Cut {
  readonly task: Pick<FaceTask, 'outline' | 'islands'>
  readonly side: 'silicone' | 'open'
}

/** The cells as a smooth picture, cut to the mold's own outline and islands, with flakes that glint. */
export function drawFace(canvas: HTMLCanvasElement, painted: Painted, { task, side }: Cut): void {
  const cells = new OffscreenCanvas(painted.n, painted.n)
  cells.getContext('2d')!.putImageData(new ImageData(painted.rgba, painted.n), 0, 0)
  canvas.width = canvas.height = PICTURE_PX
  const context = canvas.getContext('2d')!
  const box = boxOf(task.outline)
  const perMm = PICTURE_PX / (ROOM_ROUND * Math.max(box.right - box.left, box.top - box.bottom))
  const middle = { x: (box.left + box.right) / 2, y: (box.bottom + box.top) / 2 }
  const turned = side === 'silicone' ? -1 : 1
  const at = ({ x, y }: Point): readonly [number, number] => [
    PICTURE_PX / 2 + turned * (x - middle.x) * perMm,
    PICTURE_PX / 2 - (y - middle.y) * perMm,
  ]
  const wall = new Path2D()
  for (const line of [task.outline, ...task.islands]) {
    line.forEach((point, k) => (k === 0 ? wall.moveTo(...at(point)) : wall.lineTo(...at(point))))
    wall.closePath()
  }
  context.clip(wall, 'evenodd')
  context.imageSmoothingQuality = 'high'
  context.drawImage(cells, 0, 0, PICTURE_PX, PICTURE_PX)
  for (const { u, v, radius, glint } of painted.specks) {
    context.fillStyle = `rgb(255 248 226 / ${(0.15 + 0.85 * glint).toFixed(2)})`
    context.beginPath()
    context.arc(u * PICTURE_PX, v * PICTURE_PX, Math.max(LEAST_SPECK_PX, radius * PICTURE_PX), 0, 2 * Math.PI)
    context.fill()
  }
  paintGloss(context, wall)
}

/** One soft light on a cast surface and the meniscus at its wall: painted on, as a photograph would have it. */
function paintGloss(context: CanvasRenderingContext2D, wall: Path2D): void {
  const [x, y] = [0.3 * PICTURE_PX, 0.24 * PICTURE_PX]
  const sheen = context.createRadialGradient(x, y, 0, x, y, 0.55 * PICTURE_PX)
  for (const [at, strength] of SHEEN) sheen.addColorStop(at, `rgb(255 255 255 / ${strength})`)
  context.fillStyle = sheen
  context.fillRect(0, 0, PICTURE_PX, PICTURE_PX)
  context.lineWidth = 0.01 * PICTURE_PX
  context.strokeStyle = 'rgb(255 255 255 / 0.14)'
  context.stroke(wall)
}
