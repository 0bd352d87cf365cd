import type { Recipe } from '#core/batch/index.ts'
import { nameOfWay, waysOf } from '#core/technique/index.ts'

/** What is in a recipe, in a line: "2 × Flower tray, bloom, 3 layers". */
export function wordRecipe({ request }: Pick<Recipe, 'request'>): string {
  const pieces = request.pieces.map(({ count, mold }) => `${count} × ${mold.name}`)
  const ways = [...new Set(waysOf(request))].map((way) => nameOfWay(way, request.ownWay).toLowerCase())
  const layers = request.layers.length
  return [
    ...new Set(pieces),
    ways.join(' and '),
    ...(layers > 0 ? [layers === 1 ? 'one layer over it' : `${layers} layers over it`] : []),
    request.resin.name,
  ].join(', ')
}
