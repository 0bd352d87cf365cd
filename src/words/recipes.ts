import type { BatchRequest, Recipe } from '#core/batch/index.ts'
import { nameOfWay, waysOf } from '#core/technique/index.ts'

/** In which techniques the pieces are laid, within a sentence: "bloom and petri". */
export function wordWays(request: BatchRequest): string {
  return waysOf(request)
    .map((way) => nameOfWay(way, request.ownWay).toLowerCase())
    .join(' and ')
}

/** What is in a recipe, in a line: "2 × Flower tray, bloom, 3 layers". */
export function wordRecipe({ request }: Pick<Recipe, 'request'>): string {
  const pieces = request.pieces.map(({ count, mold }) => `${count} × ${mold.name}`)
  const layers = request.layers.length
  return [
    ...new Set(pieces),
    wordWays(request),
    ...(layers > 0 ? [layers === 1 ? 'one layer over it' : `${layers} layers over it`] : []),
    request.resin.name,
  ].join(', ')
}
