import type { Picture } from '#core/card/index.ts'
import { kubelkaMunk, type Linear } from '#core/colour/index.ts'

/** Pixels a side. */
export const SIZE = 120
/** Two cards in linear light, under a lamp a little warm. */
export const WHITE: Linear = [0.8, 0.79, 0.76]
export const BLACK: Linear = [0.03, 0.03, 0.032]

/** Scatter and absorption of a made-up bloom at a place, shares from the middle; null outside the piece. */
export function madeUp(x: number, y: number): { scatter: number; absorb: Linear } | null {
  const far = Math.hypot(x, y)
  if (far > 0.36) return null
  const petal = Math.max(0, Math.cos(7 * Math.atan2(y, x) + 9 * far)) ** 3
  const vein = Math.sin(40 * x + 13 * y) * 0.1 + Math.sin(31 * y - 22 * x) * 0.1
  return { scatter: 1.6 * petal, absorb: [1.1 + vein, 0.5 + vein, 0.2 + (x > 0 ? 0.4 : 0)] }
}

/** The made-up bloom before a card, as light: Kubelka-Munk with the light between piece and card. */
export function shot(card: Linear, light: (x: number, y: number) => number = () => 1): Picture {
  const channel = (k: 0 | 1 | 2) =>
    Float32Array.from({ length: SIZE * SIZE }, (_, p) => {
      const [x, y] = [(p % SIZE) / SIZE - 0.5, Math.floor(p / SIZE) / SIZE - 0.5]
      const layer = madeUp(x, y)
      if (!layer) return card[k] * light(x, y)
      const { reflects, passes } = kubelkaMunk(layer.scatter, Math.max(0, layer.absorb[k]))
      return (reflects + (passes ** 2 * card[k]) / (1 - reflects * card[k])) * light(x, y)
    })
  return { width: SIZE, height: SIZE, channels: [channel(0), channel(1), channel(2)] }
}
