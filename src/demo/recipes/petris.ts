import { USUAL_WHITE, type Recipe } from '#core/batch/index.ts'
import { recipe, dosed, cup, layer, DARK_BACK, PETRI } from './begin.ts'
import {
  MILK,
  TARN,
  HEATHER,
  BRACKEN,
  GORSE,
  PYRITE,
  MOSS,
  PEAT,
  FLAKES,
  COASTER,
  RAISED,
  HEXAGON,
  BOWL,
  quick,
  medium,
} from './stock.ts'

export const PETRIS: readonly Recipe[] = [
  recipe('petri', 'Petri on black', 'Cells all the way to the wall, black behind them.', [[HEXAGON, 2]], {
    ...PETRI,
    colours: [TARN, HEATHER, MILK],
    layers: [DARK_BACK],
  }),
  recipe(
    'swirled-petri',
    'Swirled petri',
    'A few metallic drops first, then colour and white; one even swirl once it draws a string; black behind it.',
    [[COASTER, 2]],
    {
      ...PETRI,
      technique: 'swirledPetri',
      resin: quick,
      colours: [PYRITE, TARN, HEATHER, MILK],
      layers: [DARK_BACK],
    },
  ),
  recipe(
    'petri-over-clear',
    'Petri over clear',
    'A clear base, and on it a petri with drops of its own: the cells hang in the depth.',
    [[BOWL, 1]],
    {
      technique: 'plain',
      face: 'open',
      resin: medium,
      bedMm: 6,
      layers: [
        layer('petriLayer', 'petriLayer', {
          drawn: {
            colours: [MOSS, TARN, MILK],
            white: { ...USUAL_WHITE, dose: 'ink' },
            rounds: null,
            patterns: {},
          },
        }),
      ],
    },
  ),
  recipe(
    'transfer',
    'Flakes and a transfer',
    'Flakes stirred into a clear coaster; a graphic on its demolded back, dark in the lip behind it.',
    [[COASTER, 2]],
    {
      technique: 'plain',
      face: 'mold',
      resin: medium,
      bedMm: 5,
      lipMm: 2,
      cups: [cup('flakes', { by: 'rest' }, { colour: FLAKES, dose: { by: 'mass', g: 1 } })],
      layers: [
        layer('transfer', 'transfer'),
        layer('back', 'back', {
          when: 'demolded',
          cups: [cup('peat', { by: 'rest' }, dosed(PEAT, 0.2))],
        }),
      ],
    },
  ),
  recipe(
    'raised-edge',
    'Petri with a raised edge',
    'Resin into the centre, ink and white, resin into the centre again: the colour runs out over the edge. Its sharp lip is wet-sanded.',
    [[RAISED, 3]],
    {
      ...PETRI,
      technique: 'raisedPetri',
      lipMm: 1,
      colours: [BRACKEN, GORSE, MILK],
      jobs: ['trimRim', 'sandEdges', 'feet'],
    },
  ),
]
