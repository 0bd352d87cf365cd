import type { Recipe } from '#core/batch/index.ts'
import { recipe, dosed, cup, layer, bottle, PLAIN } from './begin.ts'
import {
  PEAT,
  FLAKES,
  RUST_PAINT,
  FERN_PAINT,
  HEXAGON,
  BOWL,
  CHARM,
  DISH,
  BLOCK,
  medium,
  slow,
} from './stock.ts'

export const LAID_IN: readonly Recipe[] = [
  recipe(
    'flowers-within',
    'Flowers within',
    'Half of it poured, dried flowers laid in while it draws a string, two thinner pours over them: in one it would run hot.',
    [[BLOCK, 2]],
    {
      technique: 'inclusions',
      face: 'mold',
      resin: slow,
      inclusions: { volumeMl: 6, proud: false },
      bedMm: 8,
      layers: [
        layer('secondPour', 'secondPour', { amount: { by: 'depth', mm: 7 } }),
        layer('secondPour', 'thirdPour', {
          name: 'third pour',
          when: 'nextDay',
          amount: { by: 'depth', mm: 7 },
        }),
      ],
    },
  ),
  recipe(
    'crystals',
    'Crystals in a film, charms from the rest',
    'What the bowls leave over is poured into charm discs.',
    [
      [BOWL, 1],
      [CHARM, 8, { surplus: true }],
    ],
    {
      technique: 'inclusions',
      face: 'mold',
      resin: slow,
      bedMm: 4,
      leastMixG: 90,
      inclusions: { volumeMl: 8, proud: true },
    },
  ),
  recipe(
    'flakes',
    'Flakes in the mix, dark in the lip',
    'Copper flakes all through; a dark line is poured into the lip once it is demolded.',
    [[HEXAGON, 3]],
    {
      ...PLAIN,
      resin: medium,
      lipMm: 1,
      cups: [cup('flakes', { by: 'rest' }, { colour: FLAKES, dose: { by: 'share', frac: 0.03 } })],
      layers: [
        layer('back', 'back', {
          when: 'demolded',
          amount: { by: 'depth', mm: 1 },
          cups: [cup('peat', { by: 'rest' }, dosed(PEAT, 0.2))],
        }),
      ],
    },
  ),
  recipe(
    'dishes',
    'Painted dishes',
    'A film in ready-made dishes, a painted layer that only dries, a film over it.',
    [[DISH, 10]],
    {
      ...PLAIN,
      resin: slow,
      bedMm: 2,
      layers: [
        layer('paint', 'paint', { cups: bottle('rust', RUST_PAINT, 4) }),
        layer('secondPour', 'film', { name: 'film', when: 'hard', amount: { by: 'depth', mm: 2 } }),
      ],
    },
  ),
  recipe(
    'painted-depths',
    'A painting between four pours',
    'Thin clear pours, painted between: each is hard before the brush comes.',
    [[BLOCK, 1]],
    {
      ...PLAIN,
      resin: slow,
      bedMm: 4,
      layers: [
        layer('paint', 'paint', { name: 'far bank', cups: bottle('rust', RUST_PAINT, 3) }),
        layer('secondPour', 'second', { name: 'second film', when: 'hard', amount: { by: 'depth', mm: 4 } }),
        layer('paint', 'paint2', { name: 'reeds', cups: bottle('fern', FERN_PAINT, 3) }),
        layer('secondPour', 'third', { name: 'third film', when: 'hard', amount: { by: 'depth', mm: 4 } }),
        layer('paint', 'paint3', { name: 'near leaves', cups: bottle('fern', FERN_PAINT, 2) }),
        layer('secondPour', 'fourth', { name: 'last film', when: 'hard', amount: { by: 'depth', mm: 4 } }),
      ],
    },
  ),
]
