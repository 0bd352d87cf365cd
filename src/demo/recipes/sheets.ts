import type { Recipe } from '#core/batch/index.ts'
import { recipe, dosed, cup, PLAIN } from './begin.ts'
import { BLUSH, MIST, PEWTER, SHEET, medium, slow } from './stock.ts'

export const SHEETS: readonly Recipe[] = [
  recipe(
    'drip',
    'A vase dripped over, a bowl from the rest',
    'Poured over an upturned vase; what runs off is a sheet that is bent into a bowl while it is leathery.',
    [[SHEET, 1]],
    {
      technique: 'drip',
      face: 'open',
      resin: medium,
      lipMm: 0,
      bedMm: 2.5,
      object: { heightMm: 140, aroundMm: 260 },
      form: { acrossMm: 150, deepMm: 60 },
      cups: [
        cup('mist', { by: 'share', frac: 0.4 }, dosed(MIST, 0.3)),
        cup('blush', { by: 'share', frac: 0.3 }, dosed(BLUSH, 0.3)),
      ],
      jobs: ['trimRim', 'drape', 'sandEdges'],
    },
  ),
  recipe(
    'draped',
    'Draped bowl',
    'A thin sheet, bent over its form while it is leathery; days in the form, or it flattens again.',
    [[SHEET, 1]],
    {
      ...PLAIN,
      resin: slow,
      lipMm: 0,
      bedMm: 2.5,
      form: { acrossMm: 150, deepMm: 60 },
      cups: [
        cup('mist', { by: 'share', frac: 0.4 }, dosed(MIST, 0.3)),
        cup('pewter', { by: 'share', frac: 0.1 }, { colour: PEWTER, dose: { by: 'share', frac: 0.02 } }),
      ],
      jobs: ['trimRim', 'drape', 'sandEdges'],
    },
  ),
]
