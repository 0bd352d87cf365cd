import { seededRandom } from '#core/numeric/index.ts'
import { boxOf, polygonOf } from '#core/mold/index.ts'
import type { FaceSketch } from './seed.ts'

const SIDE_PX = 320

/** A drawn stand-in for a photograph of a piece: no real piece, no simulation. Null without a canvas. */
export async function paintFace(sketch: FaceSketch): Promise<Uint8Array | null> {
  if (typeof OffscreenCanvas === 'undefined') return null
  const canvas = new OffscreenCanvas(SIDE_PX, SIDE_PX)
  const brush = canvas.getContext('2d')!
  const chance = seededRandom(sketch.seed)
  brush.fillStyle = '#171513'
  brush.fillRect(0, 0, SIDE_PX, SIDE_PX)
  brush.translate(SIDE_PX / 2, SIDE_PX / 2)
  if (sketch.side === 'back') brush.scale(-1, 1)
  clipTo(brush, sketch)
  paintInks(brush, sketch, chance)
  if (sketch.technique === 'petri') paintCells(brush, sketch, chance)
  else paintPetals(brush, sketch, chance)
  paintGloss(brush)
  const picture = await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.88 })
  return new Uint8Array(await picture.arrayBuffer())
}

type Brush = OffscreenCanvasRenderingContext2D

function clipTo(brush: Brush, { outline }: FaceSketch): void {
  const polygon = polygonOf(outline)
  const box = boxOf(polygon)
  const scale = (0.92 * SIDE_PX) / Math.max(box.right - box.left, box.top - box.bottom)
  brush.beginPath()
  for (const { x, y } of polygon) brush.lineTo(x * scale, -y * scale)
  brush.closePath()
  brush.clip()
}

function paintInks(brush: Brush, { inks, side }: FaceSketch, chance: () => number): void {
  brush.fillStyle = inks[0] ?? '#666'
  brush.fillRect(-SIDE_PX, -SIDE_PX, 2 * SIDE_PX, 2 * SIDE_PX)
  brush.globalAlpha = side === 'back' ? 0.5 : 0.85
  for (let k = 0; k < 70; k++) {
    const x = (chance() - 0.5) * SIDE_PX
    const y = (chance() - 0.5) * SIDE_PX
    const radius = 18 + 40 * chance()
    const glow = brush.createRadialGradient(x, y, 0, x, y, radius)
    const ink = inks[k % inks.length] ?? '#666666'
    glow.addColorStop(0, ink)
    glow.addColorStop(0.75, ink)
    glow.addColorStop(1, `${ink}00`)
    brush.fillStyle = glow
    brush.beginPath()
    brush.arc(x, y, radius, 0, 2 * Math.PI)
    brush.fill()
  }
  brush.globalAlpha = 1
}

const LOOK = {
  tooEarly: { width: 1.35, alpha: 0.95 },
  right: { width: 0.85, alpha: 0.8 },
  tooLate: { width: 0.22, alpha: 0.9 },
} as const

/** White rings dragged into petals: slabs when too early, veined when right, lines when too late. */
function paintPetals(brush: Brush, { timing, side }: FaceSketch, chance: () => number): void {
  const { width, alpha } = LOOK[timing]
  const petals = 8
  const faint = side === 'back' ? 0.35 : 1
  for (let radius = 134; radius > 18; radius -= 27) {
    for (let k = 0; k < petals; k++) {
      const middle = ((k + 0.5) / petals) * 2 * Math.PI + 0.05 * (chance() - 0.5)
      petal(brush, {
        middle,
        radius,
        half: Math.PI / petals,
        depth: 30 * width * (0.8 + 0.4 * chance()),
        alpha: alpha * faint,
      })
    }
  }
  if (timing !== 'tooEarly') return
  for (let k = 0; k < 14; k++) {
    const angle = chance() * 2 * Math.PI
    const away = 125 * Math.sqrt(chance())
    brush.fillStyle = 'rgba(255,255,255,0.97)'
    brush.beginPath()
    brush.arc(away * Math.cos(angle), away * Math.sin(angle), 5 + 10 * chance(), 0, 2 * Math.PI)
    brush.fill()
  }
}

interface PetalShape {
  readonly middle: number
  readonly radius: number
  readonly half: number
  readonly depth: number
  readonly alpha: number
}

function petal(brush: Brush, { middle, radius, half, depth, alpha }: PetalShape): void {
  const at = (angle: number, away: number): [number, number] => [
    away * Math.cos(angle),
    away * Math.sin(angle),
  ]
  const outer = brush.createRadialGradient(0, 0, Math.max(0, radius - depth), 0, 0, radius + 4)
  outer.addColorStop(0, `rgba(255,255,255,${0.12 * alpha})`)
  outer.addColorStop(0.7, `rgba(255,255,255,${0.75 * alpha})`)
  outer.addColorStop(1, `rgba(255,255,255,${alpha})`)
  brush.fillStyle = outer
  brush.beginPath()
  brush.moveTo(...at(middle - half, radius - 0.9 * depth - 8))
  brush.quadraticCurveTo(...at(middle - 0.8 * half, radius + 4), ...at(middle, radius))
  brush.quadraticCurveTo(
    ...at(middle + 0.8 * half, radius + 4),
    ...at(middle + half, radius - 0.9 * depth - 8),
  )
  brush.quadraticCurveTo(...at(middle + 0.5 * half, radius - 0.5 * depth), ...at(middle, radius - depth))
  brush.quadraticCurveTo(
    ...at(middle - 0.5 * half, radius - 0.5 * depth),
    ...at(middle - half, radius - 0.9 * depth - 8),
  )
  brush.fill()
}

/** Petri cells: a coloured heart in a white ring, packed until they touch. */
function paintCells(brush: Brush, { inks, side }: FaceSketch, chance: () => number): void {
  for (let k = 0; k < 240; k++) {
    const x = (chance() - 0.5) * SIDE_PX
    const y = (chance() - 0.5) * SIDE_PX
    const radius = 10 + 16 * chance()
    const cell = brush.createRadialGradient(x, y, 1, x, y, radius)
    cell.addColorStop(0, inks[k % inks.length] ?? '#888888')
    cell.addColorStop(0.55, inks[(k + 1) % inks.length] ?? '#888888')
    cell.addColorStop(0.78, `rgba(255,255,255,${side === 'back' ? 0.3 : 0.85})`)
    cell.addColorStop(1, 'rgba(255,255,255,0)')
    brush.fillStyle = cell
    brush.beginPath()
    brush.arc(x, y, radius, 0, 2 * Math.PI)
    brush.fill()
  }
}

function paintGloss(brush: Brush): void {
  const gloss = brush.createLinearGradient(-SIDE_PX / 2, -SIDE_PX / 2, SIDE_PX / 3, SIDE_PX / 3)
  gloss.addColorStop(0, 'rgba(255,255,255,0.28)')
  gloss.addColorStop(0.35, 'rgba(255,255,255,0.04)')
  gloss.addColorStop(1, 'rgba(0,0,0,0.12)')
  brush.fillStyle = gloss
  brush.fillRect(-SIDE_PX, -SIDE_PX, 2 * SIDE_PX, 2 * SIDE_PX)
}
